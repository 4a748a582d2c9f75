import type { FindingKind } from '../stock/finding.ts';
import { pieceWeightKg, type Piece } from '../stock/piece.ts';
import { exhausted } from '../foundation/assert.ts';

/** Cautions inform; they certify nothing. Local rules, labels and licensed people come first. */
export interface Caution {
  readonly id: 'metal' | 'live-insects' | 'mould' | 'old-finish' | 'lift-two' | 'lift-plan';
  readonly danger: string;
  readonly precaution: string;
  readonly whoDecides: string;
  /** Whether any machine step must wait for it. */
  readonly stopsMachines: boolean;
}

/** Above this a piece asks for two people, kg. */
export const TWO_PEOPLE_KG = 25;
/** Above this a lift asks for a plan, kg. */
export const LIFT_PLAN_KG = 50;

const METAL: Caution = {
  id: 'metal',
  danger: 'Metal not cleared: it breaks blades and throws pieces.',
  precaution: 'Pull it or cut it out, scan, and scan again after planing. No machine step before that.',
  whoDecides: 'You, with a detector in hand.',
  stopsMachines: true,
};

const LIVE_INSECTS: Caution = {
  id: 'live-insects',
  danger: 'Live insects: they spread to the rack and the house.',
  precaution: 'Keep it apart; heat the core to 55–60 °C or freeze it before it joins other wood.',
  whoDecides: 'A pest controller where you are unsure.',
  stopsMachines: true,
};

const MOULD: Caution = {
  id: 'mould',
  danger: 'Mould: its dust harms the lungs.',
  precaution: 'Fitting respirator and extraction; brush it off outdoors.',
  whoDecides: 'You; leave it if anyone in the shop has a weak chest.',
  stopsMachines: false,
};

const OLD_FINISH: Caution = {
  id: 'old-finish',
  danger: 'Old finish of unknown age: paint and varnish may hold lead.',
  precaution: 'Test before sanding or heat. No dry sanding and no heat gun until it is shown to be free.',
  whoDecides: 'A test, and your local authority’s rules.',
  stopsMachines: false,
};

/** What to beware of with a piece, gravest first. */
export function cautionsFor(piece: Piece): Caution[] {
  const found = new Set(piece.findings.map((finding) => cautionOfKind(finding.kind)));
  const weight = pieceWeightKg(piece) ?? 0;
  const lift = weight > LIFT_PLAN_KG ? liftPlan(weight) : weight > TWO_PEOPLE_KG ? twoPeople(weight) : null;
  return [METAL, LIVE_INSECTS, OLD_FINISH, MOULD].filter((caution) => found.has(caution)).concat(lift ?? []);
}

function twoPeople(weight: number): Caution {
  return {
    id: 'lift-two',
    danger: `About ${Math.round(weight)} kg: more than one person should lift.`,
    precaution: 'Two people, or shorten it first.',
    whoDecides: 'You and whoever lifts with you.',
    stopsMachines: false,
  };
}

function liftPlan(weight: number): Caution {
  return {
    id: 'lift-plan',
    danger: `About ${Math.round(weight)} kg: two people are not enough without a plan.`,
    precaution: 'Rollers, a hoist, or shorten it where it lies.',
    whoDecides: 'You and whoever lifts with you.',
    stopsMachines: false,
  };
}

function cautionOfKind(kind: FindingKind): Caution | null {
  switch (kind) {
    case 'metal':
      return METAL;
    case 'live-insect':
      return LIVE_INSECTS;
    case 'mould':
      return MOULD;
    case 'old-finish':
      return OLD_FINISH;
    case 'nail-hole':
    case 'knot':
    case 'loose-knot':
    case 'rot':
    case 'insect':
    case 'stain':
    case 'check':
    case 'split':
    case 'shake':
    case 'crumble':
    case 'wane':
    case 'hole':
    case 'notch':
    case 'groove':
    case 'wear':
    case 'burn':
    case 'veneer-lift':
      return null;
    default:
      return exhausted(kind, 'finding kind');
  }
}
