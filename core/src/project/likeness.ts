/**
 * How like a piece is to the part it would mend: species and grain first, then colour, moisture and figure,
 * and only then what is wasted. Each in points, so that a maker can see what told against a piece.
 */
import type { Piece } from '../stock/piece.ts';
import type { Tone } from '../stock/inspection.ts';
import { speciesById, speciesName, UNKNOWN_SPECIES } from '../timber/species.ts';
import type { BrokenPart } from './project.ts';

export interface Likeness {
  readonly piece: Piece;
  /** From 0 to 100. */
  readonly points: number;
  readonly notes: readonly string[];
  /** Colour difference of the tones, or null where one is not known. */
  readonly deltaE: number | null;
  /** Face of the piece beyond what the part takes, as a share. */
  readonly waste: number;
  /** Whether it is large enough at all. */
  readonly fits: boolean;
  readonly short: string | null;
}

/** How far apart two tones are to the eye, ΔE. */
export type ToneApart = (a: Tone, b: Tone) => number;

const POINTS = { species: 40, grain: 20, tone: 25, moisture: 10, figure: 5 } as const;

/** Candidates for the repair, the closest first; those too small come last and say so. */
export function rankLikeness(
  broken: BrokenPart,
  pieces: readonly Piece[],
  comesOut: (piece: Piece) => number,
  apart: ToneApart,
): Likeness[] {
  return pieces
    .map((piece) => likeness(broken, piece, comesOut(piece), apart))
    .sort((a, b) => Number(b.fits) - Number(a.fits) || b.points - a.points || a.waste - b.waste);
}

function likeness(broken: BrokenPart, piece: Piece, thickness: number, apart: ToneApart): Likeness {
  const notes: string[] = [];
  let points = 0;
  const wanted = speciesById(broken.species);
  const own = speciesById(piece.species);
  if (broken.species === UNKNOWN_SPECIES) points += POINTS.species / 2;
  else if (piece.species === broken.species)
    points += piece.speciesSure === 'sure' ? POINTS.species : POINTS.species * 0.85;
  else {
    const genus = (latin: string | undefined): string => latin?.split(' ')[0] ?? '';
    if (wanted && own && genus(wanted.latin) === genus(own.latin)) points += POINTS.species * 0.6;
    notes.push(speciesName(piece.species));
  }
  if (broken.grain === undefined || piece.grain === undefined) points += POINTS.grain / 2;
  else if (broken.grain === piece.grain) points += POINTS.grain;
  else notes.push('other grain');
  const deltaE = broken.tone && piece.tone ? apart(broken.tone, piece.tone) : null;
  if (deltaE === null) points += POINTS.tone / 2;
  else {
    points += POINTS.tone * Math.max(0, 1 - deltaE / 25);
    notes.push(`ΔE ${deltaE.toFixed(1)}`);
  }
  if (broken.moisturePct === undefined || piece.moisturePct === undefined) points += POINTS.moisture / 2;
  else {
    const moistureApart = Math.abs(broken.moisturePct - piece.moisturePct);
    points += POINTS.moisture * Math.max(0, 1 - moistureApart / 6);
    if (moistureApart > 2) notes.push(`${moistureApart.toFixed(0)} points of moisture apart`);
  }
  if (broken.tone && piece.tone) {
    points += POINTS.figure * Math.max(0, 1 - Math.abs(broken.tone.spread - piece.tone.spread) / 10);
  } else points += POINTS.figure / 2;
  const width = Math.min(piece.width, piece.widthFar ?? piece.width);
  const short =
    piece.length < broken.length
      ? 'too short'
      : width < broken.width
        ? 'too narrow'
        : thickness < broken.thickness - 1e-6
          ? 'too thin once flat'
          : null;
  return {
    piece,
    points: Math.round(points),
    notes,
    deltaE,
    waste: 1 - Math.min(1, (broken.length * broken.width) / (piece.length * width)),
    fits: short === null,
    short,
  };
}

export type RepairWay = 'patch' | 'splice' | 'replace';

export const REPAIR_WAYS: Readonly<Record<RepairWay, { readonly name: string; readonly about: string }>> = {
  patch: {
    name: 'patch',
    about:
      'Let a piece into the sound wood, grain the same way, edges not square to the grain. Keeps most of the old.',
  },
  splice: {
    name: 'splice',
    about:
      'Cut back to sound wood and scarf on a new end, 1 : 8 or longer. Keeps the joints at the other end.',
  },
  replace: {
    name: 'replace',
    about: 'Build the part new. Strongest; loses the old piece and asks for every joint again.',
  },
};

/** The part to cut for a way of mending, finished, mm; `spoilt` is the length that is no longer sound. */
export function repairSize(
  broken: BrokenPart,
  way: RepairWay,
  spoiltMm: number,
): { length: number; width: number; thickness: number } {
  const { length, width, thickness } = broken;
  switch (way) {
    case 'replace':
      return { length, width, thickness };
    case 'splice':
      return { length: Math.min(length, spoiltMm + 8 * thickness), width, thickness };
    case 'patch':
      return { length: Math.min(length, spoiltMm + 20), width, thickness: Math.max(4, thickness / 3) };
  }
}
