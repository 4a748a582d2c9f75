/**
 * Parts that are shorter than the planer takes, planned as blanks: so many to one length, which the match lays as one piece,
 * milled as one and cut apart last.
 */
import { blankFor } from '../yield/thickness/blank.ts';
import type { Machines } from '../yield/machines.ts';
import { DEFAULT_ALLOWANCES, type Part } from './project.ts';

/** The part in blanks; null where it needs none: long enough, made of several pieces, a single one, or no planer to mind. */
export function inBlanks(part: Part, machines: Machines, kerfMm: number): Part | null {
  const { handTools, planerWidthMm, planerLeastLengthMm } = machines;
  const solid = part.make === undefined || part.make.kind === 'solid';
  if (handTools || planerWidthMm === null || !solid || part.shape !== undefined || part.blank !== undefined)
    return null;
  if (part.qty < 2 || part.length >= planerLeastLengthMm) return null;
  const k = Math.min(part.qty, blankFor(part.length, planerLeastLengthMm, kerfMm).k);
  // With fewer parts than reach it, the blank is as long as the planer needs all the same.
  const spare = blankFor(part.length, part.length, kerfMm).length - part.length;
  const length = Math.max(planerLeastLengthMm, k * part.length + (k - 1) * kerfMm + spare);
  return {
    ...part,
    length,
    qty: Math.ceil(part.qty / k),
    allowances: { ...part.allowances, length: 0 },
    blank: { k, length: part.length, qty: part.qty },
  };
}

/** The part in single pieces again. */
export function inSinglePieces(part: Part): Part {
  const { blank, ...rest } = part;
  if (blank === undefined) return part;
  return {
    ...rest,
    length: blank.length,
    qty: blank.qty,
    allowances: { ...part.allowances, length: DEFAULT_ALLOWANCES.length },
  };
}
