/**
 * Kinds of glue and how the shop glues: times, where a glue may live, clamps on hand, helpers, and how squeeze-out is dealt
 * with. Times are usual figures at 20 °C; the label of the glue in hand decides. Minutes, °C, mm.
 */
import type { Brief } from '../../project/project.ts';

export const GLUES = ['wood', 'wood-d3', 'slow', 'polyurethane', 'epoxy', 'hide'] as const;
export type GlueKind = (typeof GLUES)[number];

export interface GlueFacts {
  readonly name: string;
  /** From the first bead to the last clamp. */
  readonly openMin: number;
  readonly clampMin: number;
  /** Before it is planed or worked by machine. */
  readonly hardMin: number;
  /** Whether it lasts in the wet. */
  readonly waterproof: boolean;
  readonly note: string;
}

const DAY = 24 * 60;

export const GLUE_FACTS: Readonly<Record<GlueKind, GlueFacts>> = {
  wood: {
    name: 'white or yellow wood glue',
    openMin: 8,
    clampMin: 180,
    hardMin: DAY,
    waterproof: false,
    note: 'indoors; fresh bare wood, both edges just planed',
  },
  'wood-d3': {
    name: 'water-resistant wood glue',
    openMin: 8,
    clampMin: 180,
    hardMin: DAY,
    waterproof: true,
    note: 'indoors and sheltered; not for standing water',
  },
  slow: {
    name: 'slow wood glue',
    openMin: 20,
    clampMin: 240,
    hardMin: DAY,
    waterproof: false,
    note: 'long joints, many at once',
  },
  polyurethane: {
    name: 'polyurethane glue',
    openMin: 20,
    clampMin: 240,
    hardMin: DAY,
    waterproof: true,
    note: 'damp one face, glue the other; it foams into gaps without filling them, so clamp just as well; gloves',
  },
  epoxy: {
    name: 'epoxy',
    openMin: 30,
    clampMin: 720,
    hardMin: DAY,
    waterproof: true,
    note: 'fills gaps, light pressure; it heats in the pot, so mix little and spread it out; gloves',
  },
  hide: {
    name: 'hide glue',
    openMin: 3,
    clampMin: 240,
    hardMin: DAY,
    waterproof: false,
    note: 'warm wood, warm room; comes apart again with heat and damp, as old furniture needs',
  },
};

export const SQUEEZE_OUT = ['plane', 'scrape', 'wipe'] as const;
export type SqueezeOut = (typeof SQUEEZE_OUT)[number];

export const SQUEEZE_OUT_TEXT: Readonly<Record<SqueezeOut, { readonly name: string; readonly how: string }>> =
  {
    plane: {
      name: 'leave it and plane it off',
      how: 'leave the beads; they come off with the plane, not in the planer’s knives',
    },
    scrape: {
      name: 'scrape it at the leather stage',
      how: 'scrape it off after one to three hours, when it is like leather',
    },
    wipe: {
      name: 'wipe it wet',
      how: 'wipe at once with a wet rag, twice; what is smeared shows under stain',
    },
  };

/** So many clamps that open so far. */
export interface ClampStock {
  readonly n: number;
  readonly openingMm: number;
}

/** How the shop glues. */
export interface GlueHabits {
  readonly glue: GlueKind;
  /** Where the glue in hand has times of its own; absent: the usual ones of its kind. */
  readonly openMin?: number;
  readonly clampMin?: number;
  /** To set and turn all clamps of a stage. */
  readonly closingMin: number;
  /** To spread one metre of joint, one person. */
  readonly spreadMinPerM: number;
  /** To spread one square metre of face, one person. */
  readonly spreadMinPerM2: number;
  readonly helpers: number;
  readonly temperatureC: number;
  readonly caulMm: number;
  readonly squeezeOut: SqueezeOut;
  readonly clamps: readonly ClampStock[];
}

/** Open 8, closing 2, a minute for each metre, one spreader at 20 °C; six clamps for a start. */
export const DEFAULT_GLUE_HABITS: GlueHabits = {
  glue: 'wood',
  closingMin: 2,
  spreadMinPerM: 1,
  spreadMinPerM2: 4,
  helpers: 0,
  temperatureC: 20,
  caulMm: 40,
  squeezeOut: 'scrape',
  clamps: [{ n: 6, openingMm: 600 }],
};

/** Clamps as they are written, `6 × 600, 4 × 1000`, longest opening in mm; null where a part of it is no clamps. */
export function parseClamps(text: string): readonly ClampStock[] | null {
  const found: ClampStock[] = [];
  for (const one of text
    .split(/[,;]/)
    .map((part) => part.trim())
    .filter(Boolean)) {
    const match = /^(\d{1,3})\s*(?:[x×*]|of)\s*(\d{2,5})(?:\s*mm)?$/i.exec(one);
    const [n, openingMm] = [Number(match?.[1]), Number(match?.[2])];
    if (!match || n < 1 || openingMm <= 0) return null;
    found.push({ n, openingMm });
  }
  return found;
}

export const writeClamps = (clamps: readonly ClampStock[]): string =>
  clamps.map(({ n, openingMm }) => `${n} × ${openingMm}`).join(', ');

export const openTimeOf = ({ glue, openMin }: Pick<GlueHabits, 'glue' | 'openMin'>): number =>
  openMin ?? GLUE_FACTS[glue].openMin;

export const clampTimeOf = ({ glue, clampMin }: Pick<GlueHabits, 'glue' | 'clampMin'>): number =>
  clampMin ?? GLUE_FACTS[glue].clampMin;

/** What is wrong with a glue where the thing will stand; null where it will do. */
export function glueFault(glue: GlueKind, { outdoors }: Pick<Brief, 'outdoors'>): string | null {
  if (outdoors !== true || GLUE_FACTS[glue].waterproof) return null;
  const waterproof = GLUES.filter((kind) => GLUE_FACTS[kind].waterproof).map((kind) => GLUE_FACTS[kind].name);
  return `${GLUE_FACTS[glue].name} lets go in the wet: ${waterproof.join(', ')} last there`;
}

/** Clamps that open at least so far. */
export const clampsAtLeast = (clamps: readonly ClampStock[], openingMm: number): number =>
  clamps.reduce((sum, { n, openingMm: opens }) => sum + (opens >= openingMm ? n : 0), 0);
