/** Drawing to scale: millimetres of wood to CSS pixels, and the marks of a ruler. */
import { formatMm, MM_PER_INCH, type LengthUnit } from '@aldrek/core/wood';

/** One CSS pixel is 1/96 in. */
const MM_PER_CSS_PX = 25.4 / 96;

export interface RulerMark {
  readonly mm: number;
  readonly px: number;
  readonly size: 'long' | 'middle' | 'short';
  readonly label: string | null;
}

/** `1 : 12`, as a drawing says it. */
export function scaleNote(pxPerMm: number): string {
  const ratio = 1 / (pxPerMm * MM_PER_CSS_PX);
  if (ratio >= 1) return `1 : ${ratio >= 10 ? Math.round(ratio) : Math.round(ratio * 10) / 10}`;
  return `${Math.round((1 / ratio) * 10) / 10} : 1`;
}

/** Pixels per mm so that `lengthMm` fills `px`. */
export const fitScale = (lengthMm: number, px: number): number => Math.max(0.005, px / Math.max(1, lengthMm));

const MM_STEPS = [10, 50, 100, 250, 500, 1000, 2000];
const INCH_STEPS = [1, 6, 12, 24, 48, 96];
/** Labels stand at least this far apart, px. */
const LABEL_GAP = 62;

/** The marks of a ruler `lengthMm` long: labelled where there is room, halved and divided between. */
export function rulerMarks(lengthMm: number, pxPerMm: number, unit: LengthUnit): RulerMark[] {
  const unitMm = unit === 'mm' ? 1 : MM_PER_INCH;
  const steps = unit === 'mm' ? MM_STEPS : INCH_STEPS;
  const step = steps.find((size) => size * unitMm * pxPerMm >= LABEL_GAP) ?? steps[steps.length - 1] ?? 1;
  const parts =
    unit === 'mm' ? (step % 250 === 0 && step % 500 !== 0 ? 5 : 10) : step === 1 ? 8 : step === 6 ? 6 : 12;
  const small = (step * unitMm) / parts;
  const marks: RulerMark[] = [];
  for (let i = 0; i * small <= lengthMm + 1e-6; i++) {
    const mm = i * small;
    const whole = i % parts === 0;
    if (!whole && small * pxPerMm < 3.5) continue;
    marks.push({
      mm,
      px: mm * pxPerMm,
      size: whole ? 'long' : i % parts === parts / 2 ? 'middle' : 'short',
      label: whole ? rulerLabel(mm, unit) : null,
    });
  }
  return marks;
}

function rulerLabel(mm: number, unit: LengthUnit): string {
  if (unit === 'mm') return formatMm(mm);
  const inches = Math.round(mm / MM_PER_INCH);
  return inches % 12 === 0 && inches > 0 ? `${inches / 12}′` : `${inches}`;
}
