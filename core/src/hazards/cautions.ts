import { effectiveKind, type FindingKind } from '../stock/finding.ts';
import type { HazardKind } from '../stock/hazard-kind.ts';
import { pieceWeightKg, type Piece } from '../stock/piece.ts';
import { exhausted } from '../foundation/assert.ts';
import { clearanceOf, ironStains } from './clearance.ts';
import { hazardRule } from './hazard.ts';

/** Cautions inform; they certify nothing. Local rules, labels and licensed people come first. */
export interface Caution {
  readonly id: 'metal' | 'iron-stain' | 'old-finish' | 'lift-two' | 'lift-plan' | HazardKind;
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

const NOT_SCANNED: Caution = {
  id: 'metal',
  danger: 'Metal pulled, but not scanned: what broke off stays behind.',
  precaution: 'Scan both faces and the edges, and scan again after planing. No machine step before that.',
  whoDecides: 'You, with a detector in hand.',
  stopsMachines: true,
};

const IRON_STAIN: Caution = {
  id: 'iron-stain',
  danger: 'Dark mark, no nail recorded: scan here.',
  precaution: 'Iron turns this wood blue-black, so a nail may lie below the mark.',
  whoDecides: 'You, with a detector in hand.',
  stopsMachines: true,
};

const OLD_FINISH: Caution = {
  id: 'old-finish',
  danger: 'Old finish of unknown age: paint and varnish may hold lead.',
  precaution: 'Test before sanding or heat. No dry sanding and no heat gun until it is shown to be free.',
  whoDecides: 'A test, and your local authority’s rules.',
  stopsMachines: false,
};

/** What to beware of with a piece, gravest first: metal, what follows its wood, its weight. */
export function cautionsFor(piece: Piece): Caution[] {
  const found = new Set(piece.findings.map((finding) => causeOf(effectiveKind(finding))));
  const carried = piece.hazards ?? [];
  const hazards = new Set<HazardKind>(carried);
  if (found.has('live-insects')) hazards.add('live-insects');
  if (found.has('mould')) hazards.add('mould');
  // A screened piece whose find holds no doubt about lead has had its finish judged already.
  const finishOpen = found.has('old-finish') && piece.hazards === undefined;
  const weight = pieceWeightKg(piece) ?? 0;
  const lift = weight > LIFT_PLAN_KG ? liftPlan(weight) : weight > TWO_PEOPLE_KG ? twoPeople(weight) : null;
  const clearance = clearanceOf(piece);
  const cautions = [...hazards].map(cautionOfHazard);
  return [
    ...(clearance === 'metal-in' ? [METAL] : clearance === 'not-scanned' ? [NOT_SCANNED] : []),
    ...ironStains(piece)
      .slice(0, 1)
      .map(() => IRON_STAIN),
    ...cautions.filter((caution) => caution.stopsMachines),
    ...(finishOpen ? [OLD_FINISH] : []),
    ...cautions.filter((caution) => !caution.stopsMachines),
    ...(lift ? [lift] : []),
  ];
}

/** A hazard as a caution: it stops machines unless a precaution will do. */
export function cautionOfHazard(kind: HazardKind): Caution {
  const { name, reason, precaution, whoDecides, rulings } = hazardRule(kind);
  const danger = `${name.charAt(0).toUpperCase()}${name.slice(1)}: ${reason.charAt(0).toLowerCase()}${reason.slice(1)}`;
  const stopsMachines = rulings.machining === 'never' || rulings.machining === 'ask';
  return { id: kind, danger, precaution, whoDecides, stopsMachines };
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

/** The danger that a finding betrays. */
function causeOf(kind: FindingKind): 'metal' | 'live-insects' | 'mould' | 'old-finish' | null {
  switch (kind) {
    case 'live-insect':
      return 'live-insects';
    case 'metal':
    case 'mould':
    case 'old-finish':
      return kind;
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
    case 'tongue':
    case 'wear':
    case 'burn':
    case 'veneer-lift':
      return null;
    default:
      return exhausted(kind, 'finding kind');
  }
}
