import { effectiveKind, OVER_PUNCHED_MM, type FindingKind } from '../stock/finding.ts';
import type { HazardKind } from '../stock/hazard-kind.ts';
import { pieceWeightKg, type Piece } from '../stock/piece.ts';
import { exhausted } from '../foundation/assert.ts';
import { clearanceOf, ironStains, punchedIn } from './clearance.ts';
import { hazardRule, hazardSet } from './hazard.ts';

/** Cautions inform; they certify nothing. Local rules, labels and licensed people come first. */
export interface Caution {
  readonly id: 'metal' | 'unscanned' | 'punched-metal' | 'iron-stain' | 'lift-two' | 'lift-plan' | HazardKind;
  readonly danger: string;
  readonly precaution: string;
  readonly whoDecides: string;
  /** Whether any machine step must wait for it. */
  readonly stopsMachines: boolean;
  /** So common that where many pieces stand together it is counted, not shown on each. */
  readonly counted?: true;
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

const UNSCANNED: Caution = {
  id: 'unscanned',
  danger: 'Never scanned: not known to be clear of metal.',
  precaution: 'Scan faces, edges and ends before the first machine step, and again after planing.',
  whoDecides: 'You, with a detector in hand.',
  stopsMachines: true,
  counted: true,
};

const PUNCHED: Caution = {
  id: 'punched-metal',
  danger: 'Metal punched deep is still in it.',
  precaution: `Plane no deeper than its head less ${OVER_PUNCHED_MM} mm, and not at all where that was not measured. Never saw, bore or rout there.`,
  whoDecides: 'You, with a depth gauge in hand.',
  stopsMachines: false,
};

/**
 * What follows a piece into its uses: what its find or its maker has put on record, what its findings betray, and
 * where nobody has looked, that nobody has. A finish of unknown age may hold lead until somebody has shown that it
 * does not, whatever was answered for the find before it was seen.
 */
export function hazardsOf(piece: Pick<Piece, 'hazards' | 'findings'>): HazardKind[] {
  const kinds = new Set<HazardKind>(piece.hazards ?? ['not-screened']);
  for (const finding of piece.findings) {
    const cause = causeOf(effectiveKind(finding));
    if (cause === 'old-finish') {
      if (finding.leadFree !== true && !kinds.has('lead-paint')) kinds.add('maybe-lead');
    } else if (cause !== null && cause !== 'metal') kinds.add(cause);
  }
  return hazardSet(kinds);
}

/** What to beware of with a piece, gravest first: metal, what follows its wood, its weight. */
export function cautionsFor(piece: Piece): Caution[] {
  const weight = pieceWeightKg(piece) ?? 0;
  const lift = weight > LIFT_PLAN_KG ? liftPlan(weight) : weight > TWO_PEOPLE_KG ? twoPeople(weight) : null;
  const hazards = hazardsOf(piece).map(cautionOfHazard);
  return [
    ...metalCautions(piece),
    ...ironStains(piece)
      .slice(0, 1)
      .map(() => IRON_STAIN),
    ...hazards.filter((caution) => caution.stopsMachines),
    ...hazards.filter((caution) => !caution.stopsMachines),
    ...(lift ? [lift] : []),
  ];
}

function metalCautions(piece: Piece): Caution[] {
  const punched = punchedIn(piece).length > 0 ? [PUNCHED] : [];
  switch (clearanceOf(piece)) {
    case 'metal-in':
      return [METAL, ...punched];
    case 'not-scanned':
      return [NOT_SCANNED, ...punched];
    case 'unknown':
      return [UNSCANNED, ...punched];
    case 'scanned':
    case 'cleared':
      return punched;
  }
}

/** A hazard as a caution: it stops machines unless a precaution will do. */
export function cautionOfHazard(kind: HazardKind): Caution {
  const { name, reason, precaution, whoDecides, rulings } = hazardRule(kind);
  const danger = `${name.charAt(0).toUpperCase()}${name.slice(1)}: ${reason.charAt(0).toLowerCase()}${reason.slice(1)}`;
  const stopsMachines = rulings.machining === 'never' || rulings.machining === 'ask';
  return {
    id: kind,
    danger,
    precaution,
    whoDecides,
    stopsMachines,
    ...(kind === 'not-screened' ? { counted: true as const } : {}),
  };
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
    case 'weathering':
    case 'tool-marks':
    case 'veneer-lift':
      return null;
    default:
      return exhausted(kind, 'finding kind');
  }
}
