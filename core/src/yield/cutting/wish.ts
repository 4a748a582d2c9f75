/**
 * What a maker wishes of a board beside the most area. Each cutting counts with its area; with *longest* in
 * proportion to its length as well, so that one long piece beats two halves, with *widest* to its width.
 */
export const WISHES = ['area', 'longest', 'widest'] as const;
export type Wish = (typeof WISHES)[number];

export const WISH_NAMES: Readonly<Record<Wish, string>> = {
  area: 'most area',
  longest: 'longest pieces',
  widest: 'widest pieces',
};

/** Whether the size of a cutting along u or along v counts squared; see `clear-cuttings` for the axes. */
export interface Weights {
  readonly squareU: boolean;
  readonly squareV: boolean;
}

/** The weights of a wish, with length along u (crosscut first) or along v (rip first). */
export function weightsOf(wish: Wish, lengthAlong: 'u' | 'v'): Weights {
  const length = wish === 'longest';
  const width = wish === 'widest';
  return lengthAlong === 'u' ? { squareU: length, squareV: width } : { squareU: width, squareV: length };
}
