/** Label sheets as they are sold, mm. */
export interface LabelSheet {
  readonly name: string;
  readonly page: { readonly css: string; readonly width: number; readonly height: number };
  readonly columns: number;
  readonly rows: number;
  readonly label: { readonly width: number; readonly height: number };
  readonly left: number;
  readonly top: number;
  /** Between columns. */
  readonly gap: number;
}

export const SHEETS = {
  a4: {
    name: 'A4, 3 × 8 labels of 70 × 37 mm',
    page: { css: 'A4', width: 210, height: 297 },
    columns: 3,
    rows: 8,
    label: { width: 70, height: 37 },
    left: 0,
    top: 0.5,
    gap: 0,
  },
  letter: {
    name: 'Letter, 3 × 10 labels of 2⅝ × 1 in',
    page: { css: 'Letter', width: 215.9, height: 279.4 },
    columns: 3,
    rows: 10,
    label: { width: 66.675, height: 25.4 },
    left: 4.76,
    top: 12.7,
    gap: 3.18,
  },
} as const satisfies Record<string, LabelSheet>;

export type SheetId = keyof typeof SHEETS;

/** Labels on sheets of `perSheet`, the first `skipped` places of the first left free. */
export function sheetsOf<T>(labels: readonly T[], perSheet: number, skipped: number): (T | null)[][] {
  if (labels.length === 0) return [];
  const places: (T | null)[] = [...Array.from({ length: skipped }, () => null), ...labels];
  const sheets: (T | null)[][] = [];
  for (let i = 0; i < places.length; i += perSheet) sheets.push(places.slice(i, i + perSheet));
  return sheets;
}
