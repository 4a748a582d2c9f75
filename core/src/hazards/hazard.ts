/**
 * What follows the wood of a find to every piece: what each hazard forbids, why, what to do, who decides.
 * They inform and certify nothing: local rules, product labels and licensed people come first. Every
 * station that must know what may be done with a piece asks here.
 */
import { HAZARD_KINDS, type HazardKind } from '../stock/hazard-kind.ts';

/** What a maker may want to do with wood. */
const USES = ['machining', 'burning', 'indoors', 'food', 'children', 'bedding', 'sale'] as const;
export type Use = (typeof USES)[number];

export const USE_NAMES: Readonly<Record<Use, string>> = {
  machining: 'planing, sawing, sanding',
  burning: 'burning',
  indoors: 'indoor use',
  food: 'use near food',
  children: 'things for children',
  bedding: 'bedding or mulch of its shavings',
  sale: 'sale',
};

/** `never`; `ask`: not until someone who may decide has; `mind`: with the precaution. */
export type Ruling = 'never' | 'ask' | 'mind';

export interface HazardRule {
  readonly name: string;
  readonly reason: string;
  readonly precaution: string;
  readonly whoDecides: string;
  readonly rulings: Readonly<Partial<Record<Use, Ruling>>>;
}

const PRESERVED: HazardRule['rulings'] = {
  machining: 'ask',
  burning: 'never',
  indoors: 'never',
  food: 'never',
  children: 'never',
  bedding: 'never',
  sale: 'ask',
};

const RULES: Readonly<Record<HazardKind, HazardRule>> = {
  preservative: {
    name: 'preservative in it',
    reason: 'Copper, arsenic or creosote goes deep, and its dust and smoke poison.',
    precaution: 'No planing or sanding without extraction and a fitting respirator; never burn it.',
    whoDecides: 'The disposal rules of your locality; a test where you are unsure.',
    rulings: PRESERVED,
  },
  'maybe-preservative': {
    name: 'possibly treated',
    reason: 'Wood that stood outdoors counts as treated until it is shown otherwise.',
    precaution: 'Treat it as preserved. Look for tint, slits in the faces and smell, or have it tested.',
    whoDecides: 'A test.',
    rulings: PRESERVED,
  },
  'methyl-bromide': {
    name: 'fumigated',
    reason: 'The mark says gas (MB or SF): what it leaves in the wood is not known to be safe.',
    precaution: 'Leave it. Do not cut it, burn it or take it indoors.',
    whoDecides: 'Nobody in the shop: it goes back or to the tip that takes it.',
    rulings: {
      machining: 'never',
      burning: 'never',
      indoors: 'never',
      food: 'never',
      children: 'never',
      bedding: 'never',
      sale: 'never',
    },
  },
  'unknown-history': {
    name: 'history unknown',
    reason: 'Nobody knows what it held, carried or was treated with.',
    precaution: 'Outdoor use only, away from food; mask and extraction when you cut it.',
    whoDecides: 'You, once its history is known.',
    rulings: {
      machining: 'mind',
      burning: 'never',
      indoors: 'never',
      food: 'never',
      children: 'never',
      bedding: 'never',
      sale: 'ask',
    },
  },
  'not-screened': {
    name: 'history unknown, nobody has looked',
    reason: 'It has not been screened: treatment, paint, spills, insects and mould are open questions.',
    precaution:
      'Answer the questions for it, or for all of its batch at once. Until then mask and extraction.',
    whoDecides: 'You, once you have looked.',
    rulings: {
      machining: 'mind',
      burning: 'never',
      indoors: 'ask',
      food: 'never',
      children: 'never',
      bedding: 'never',
      sale: 'ask',
    },
  },
  spill: {
    name: 'contaminated',
    reason: 'Oil or chemicals soak in and come back out with warmth.',
    precaution: 'Leave it, unless you know for certain what it was.',
    whoDecides: 'Whoever spilt it; the tip for how to be rid of it.',
    rulings: {
      machining: 'ask',
      burning: 'never',
      indoors: 'never',
      food: 'never',
      children: 'never',
      bedding: 'never',
      sale: 'never',
    },
  },
  'lead-paint': {
    name: 'lead in the paint',
    reason: 'Its dust and fumes poison, children most of all.',
    precaution: 'No dry sanding, no heat gun. Strip it wet or chemically, and keep the waste together.',
    whoDecides: 'Your local authority’s rules for lead paint.',
    rulings: {
      machining: 'never',
      burning: 'never',
      indoors: 'ask',
      food: 'never',
      children: 'never',
      bedding: 'never',
      sale: 'ask',
    },
  },
  'maybe-lead': {
    name: 'old paint, possibly lead',
    reason: 'Paint and varnish of unknown age may hold lead.',
    precaution: 'Test before sanding or heat. Until then treat it as lead.',
    whoDecides: 'A test, and your local authority’s rules.',
    rulings: {
      machining: 'ask',
      burning: 'never',
      indoors: 'ask',
      food: 'never',
      children: 'never',
      bedding: 'never',
      sale: 'ask',
    },
  },
  asbestos: {
    name: 'asbestos found',
    reason: 'Its fibres kill, years later.',
    precaution: 'Stop, leave, close the room.',
    whoDecides: 'Licensed removers, and nobody else.',
    rulings: {
      machining: 'never',
      burning: 'never',
      indoors: 'never',
      food: 'never',
      children: 'never',
      bedding: 'never',
      sale: 'never',
    },
  },
  'maybe-asbestos': {
    name: 'old adhesive or felt, possibly asbestos',
    reason: 'Black adhesive, felt and tiles under old floors may hold it.',
    precaution: 'Stop. Do not lift, scrape or sand it before it is tested.',
    whoDecides: 'A laboratory; licensed removers if it is.',
    rulings: {
      machining: 'never',
      burning: 'never',
      indoors: 'never',
      food: 'never',
      children: 'never',
      bedding: 'never',
      sale: 'never',
    },
  },
  'live-insects': {
    name: 'live insects',
    reason: 'They spread to the rack and to the house.',
    precaution: 'Keep it apart; heat the core to 55–60 °C or freeze it before it joins other wood.',
    whoDecides: 'A pest controller where you are unsure.',
    rulings: { children: 'ask', machining: 'ask', indoors: 'ask', sale: 'never' },
  },
  'maybe-insects': {
    name: 'holes, possibly live',
    reason: 'Holes without a look for fresh dust count as live.',
    precaution: 'Keep it apart on dark paper for some weeks in the warm season, and look for dust.',
    whoDecides: 'You, after that; a pest controller where you are unsure.',
    rulings: { indoors: 'ask', sale: 'ask' },
  },
  mould: {
    name: 'mould',
    reason: 'Its dust harms the lungs.',
    precaution: 'Brush it off outdoors with a fitting respirator; dry it before it joins the rack.',
    whoDecides: 'You; leave it if anyone in the shop has a weak chest.',
    rulings: { children: 'ask', machining: 'mind', bedding: 'never' },
  },
  droppings: {
    name: 'droppings',
    reason: 'Dust from droppings carries disease.',
    precaution: 'Wet it down, gloves and a fitting respirator, scrub before it comes in.',
    whoDecides: 'You; your health authority’s advice on pigeons and rats.',
    rulings: { machining: 'mind', food: 'never', children: 'ask', bedding: 'never' },
  },
  'chipboard-dust': {
    name: 'board with resin',
    reason: 'Chipboard and plywood are held by resin, whose dust and smoke irritate.',
    precaution: 'Extraction and a mask; never burn it.',
    whoDecides: 'You, and the rules for burning waste wood where you are.',
    rulings: { children: 'mind', machining: 'mind', burning: 'never', bedding: 'never' },
  },
  tension: {
    name: 'under tension',
    reason: 'Hoops, piano strings, springs and upholstery let go without warning.',
    precaution: 'Goggles and gloves; ease it step by step, standing out of its line.',
    whoDecides: 'You; a piano’s strings belong to someone who has let them down before.',
    rulings: {},
  },
  glass: {
    name: 'glass',
    reason: 'Its edges cut, and it is heavier than it looks.',
    precaution: 'Gloves and long sleeves; carry it on edge, two people for a large pane.',
    whoDecides: 'You; a glazier for what it may be used for.',
    rulings: { children: 'ask', sale: 'ask' },
  },
  toughened: {
    name: 'toughened glass',
    reason: 'It can’t be cut, drilled or ground: it bursts.',
    precaution: 'Use it at its size or not at all.',
    whoDecides: 'A glazier.',
    rulings: { machining: 'never' },
  },
};

/** Name, reason, precaution and rulings of a hazard. */
export const hazardRule = (kind: HazardKind): HazardRule => RULES[kind];

const STRICTNESS: readonly Ruling[] = ['mind', 'ask', 'never'];

export interface UseVerdict {
  readonly use: Use;
  readonly ruling: Ruling;
  /** The hazards that say so, strictest first. */
  readonly because: readonly HazardKind[];
}

/** What the hazards of a piece (or a find) say of one use; null when none of them minds. */
export function rulingOn(hazards: readonly HazardKind[], use: Use): UseVerdict | null {
  const against = hazards
    .flatMap((kind) => {
      const ruling = RULES[kind].rulings[use];
      return ruling === undefined ? [] : [{ kind, strict: STRICTNESS.indexOf(ruling) }];
    })
    .sort((a, b) => b.strict - a.strict);
  const [worst] = against;
  if (!worst) return null;
  return { use, ruling: STRICTNESS[worst.strict] ?? 'ask', because: against.map(({ kind }) => kind) };
}

/** Everything that the hazards restrict, strictest first. */
export const restrictions = (hazards: readonly HazardKind[]): UseVerdict[] =>
  USES.flatMap((use) => rulingOn(hazards, use) ?? []).sort(
    (a, b) => STRICTNESS.indexOf(b.ruling) - STRICTNESS.indexOf(a.ruling),
  );

/** Hazards without repeats, in the order of the list. */
export const hazardSet = (hazards: Iterable<HazardKind>): HazardKind[] => {
  const held = new Set(hazards);
  return HAZARD_KINDS.filter((kind) => held.has(kind));
};
