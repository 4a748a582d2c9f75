import type { SpeciesId } from '@aldrek/core/wood';

export interface WoodTone {
  /** The wood. */
  readonly face: string;
  /** Grain and edges: the same hue, darker. */
  readonly line: string;
}

/** Tones by species or by the group it belongs to; the same in both schemes. */
const TONES: readonly (readonly [pattern: RegExp, face: string, line: string])[] = [
  [/greenheart/, '#9A8B57', '#7F7144'],
  [/mahogany/, '#A5664A', '#8A4F36'],
  [/chestnut/, '#BC9160', '#A27845'],
  [/walnut/, '#8A6A4E', '#6E5239'],
  [/teak/, '#B08A55', '#92703F'],
  [/cherry/, '#C48A64', '#A9714D'],
  [/locust/, '#B7A057', '#998342'],
  [/redcedar|redwood/, '#B97A5C', '#9C6247'],
  [/oak/, '#C9A26A', '#B58C52'],
  [/maple|birch|basswood/, '#E5D2AC', '#CFB88B'],
  [/ash|poplar/, '#DCC79B', '#C2AB7C'],
  [/beech/, '#D6AE84', '#BC9267'],
  [/elm|hickory/, '#C7A078', '#AA855D'],
  [/douglas|larch|longleaf/, '#D9AE74', '#C1945A'],
  [/spruce/, '#EBD3A2', '#D3B983'],
  [/pine|cypress/, '#E3C48C', '#CFAB6C'],
];

const UNKNOWN: WoodTone = { face: '#C8BCA6', line: '#ABA08B' };

export function woodTone(species: SpeciesId): WoodTone {
  const found = TONES.find(([pattern]) => pattern.test(species));
  return found ? { face: found[1], line: found[2] } : UNKNOWN;
}
