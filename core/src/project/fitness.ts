/**
 * Whether a piece may go into a project at all: what its hazards say of the place where the thing will live and of who
 * will use it, how long its wood lasts outdoors, whether it is solid, whether this shop can saw it. *Never* keeps it
 * out, *ask* lets it in behind all others and with its caution beside it; the maker may overrule, piece by piece, in
 * words that are kept. It informs and certifies nothing.
 */
import { hazardsOf } from '../hazards/cautions.ts';
import { rulingOn, type Ruling, type Use } from '../hazards/hazard.ts';
import type { HazardKind } from '../stock/hazard-kind.ts';
import { fullWidth, type Piece } from '../stock/piece.ts';
import { speciesById } from '../timber/species.ts';
import { canSaw, type Machines } from '../yield/machines.ts';
import type { Brief, Overruling } from './project.ts';

export type FitnessReason =
  | { readonly kind: 'hazard'; readonly hazard: HazardKind; readonly use: Use; readonly ruling: Ruling }
  /** The heartwood lasts badly outdoors, or nobody knows. */
  | { readonly kind: 'decay'; readonly ruling: Ruling }
  /** Sapwood lasts nowhere outdoors, whatever the species. */
  | { readonly kind: 'sapwood'; readonly ruling: Ruling }
  | { readonly kind: 'veneer'; readonly ruling: Ruling }
  | { readonly kind: 'unsawable'; readonly ruling: Ruling };

export interface Fitness {
  /** What holds once the maker has spoken: an overruled *never* is an *ask*. */
  readonly ruling: Ruling | 'free';
  /** Strictest first. */
  readonly reasons: readonly FitnessReason[];
  readonly overruled?: Overruling;
}

const STRICT: readonly (Ruling | 'free')[] = ['free', 'mind', 'ask', 'never'];
const strictness = (ruling: Ruling | 'free'): number => STRICT.indexOf(ruling);

/** What a project is for: everything is milled; what does not stand outdoors is taken to live indoors. */
const usesOf = (brief: Brief): Use[] => [
  'machining',
  ...(brief.outdoors === true ? [] : (['indoors'] as const)),
  ...(brief.food === true ? (['food'] as const) : []),
  ...(brief.children === true ? (['children'] as const) : []),
];

/** A text by which briefs that ask the same of wood are alike. */
export const usesKey = (brief: Brief): string => usesOf(brief).join() + String(brief.outdoors === true);

export function fitnessOf(
  piece: Piece,
  brief: Brief,
  machines: Machines,
  overrulings: readonly Overruling[] = [],
): Fitness {
  const reasons = [
    ...hazardReasons(piece, brief),
    ...(brief.outdoors === true ? outdoorReasons(piece) : []),
    ...(piece.veneerMm === undefined ? [] : [{ kind: 'veneer', ruling: 'never' } as const]),
    ...(canSaw(fullWidth(piece), piece.thickness, machines)
      ? []
      : [{ kind: 'unsawable', ruling: 'never' } as const]),
  ].sort((a, b) => strictness(b.ruling) - strictness(a.ruling));
  const worst = reasons[0]?.ruling ?? 'free';
  const overruled = overrulings.find(({ pieceId }) => pieceId === piece.id);
  if (worst !== 'never' || !overruled) return { ruling: worst, reasons };
  return { ruling: 'ask', reasons, overruled };
}

function hazardReasons(piece: Piece, brief: Brief): FitnessReason[] {
  const uses = usesOf(brief);
  return hazardsOf(piece).flatMap((hazard): FitnessReason[] => {
    // Of each hazard the use that it forbids most strictly tells why.
    const rulings = uses.flatMap((use) => rulingOn([hazard], use) ?? []);
    const [worst] = rulings.sort((a, b) => strictness(b.ruling) - strictness(a.ruling));
    // A precaution while it is milled is told on the piece, and does not weigh here.
    if (!worst || (worst.use === 'machining' && worst.ruling === 'mind')) return [];
    return [{ kind: 'hazard', hazard, use: worst.use, ruling: worst.ruling }];
  });
}

function outdoorReasons(piece: Piece): FitnessReason[] {
  const decay = speciesById(piece.species)?.decay;
  const heart: FitnessReason[] =
    decay === 'resistant' || decay === 'very resistant'
      ? []
      : [{ kind: 'decay', ruling: decay === 'moderate' ? 'mind' : 'ask' }];
  const sap = piece.sapwood !== undefined && piece.sapwood !== 'none';
  return [...heart, ...(sap ? [{ kind: 'sapwood', ruling: 'mind' } as const] : [])];
}
