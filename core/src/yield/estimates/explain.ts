/** Where a figure comes from: its formula, what went into it, the source, and the assumption that can be changed. */
import { GRADE_NAMES, type Grade } from '../../stock/grade.ts';
import { fullWidth, pieceVolumeM3, type Piece } from '../../stock/piece.ts';
import { endTrims } from '../thickness/ends.ts';
import { straightPart } from '../thickness/trade-table.ts';
import type { PieceYield } from './estimate.ts';
import type { CuttingHabits } from '../habits.ts';
import { DEFAULT_SURENESS, type HowSure, type Sureness } from './how-sure.ts';
import type { Machines } from '../machines.ts';
import { KNOWLEDGE_NAMES, type Knowledge } from './own-record.ts';
import { usableThickness } from '../thickness/thickness.ts';
import type { PlanSize } from '../thickness/warp-loss.ts';

/** A figure with its unit, to be written in the user's. */
export type Quantity =
  | { readonly unit: 'length'; readonly mm: number }
  | { readonly unit: 'area'; readonly m2: number }
  | { readonly unit: 'volume'; readonly m3: number }
  | { readonly unit: 'share'; readonly share: number }
  | { readonly unit: 'number'; readonly value: number };

interface Input {
  readonly name: string;
  readonly quantity: Quantity;
}

export interface Explained {
  readonly title: string;
  readonly formula: string;
  readonly inputs: readonly Input[];
  readonly source: string;
  /** Whether the shop's profile holds an assumption of it. */
  readonly ofTheShop: boolean;
}

const length = (name: string, mm: number): Input => ({ name, quantity: { unit: 'length', mm } });
const volume = (name: string, m3: number): Input => ({ name, quantity: { unit: 'volume', m3 } });
const share = (name: string, part: number): Input => ({ name, quantity: { unit: 'share', share: part } });

/** Why a part of `size` comes out as thick as it does. */
export function explainThickness(
  piece: Piece,
  size: PlanSize,
  machines: Machines,
  grade: Grade,
  showFace: 'A' | 'B',
): Explained {
  const { mm, loss, cleanUp } = usableThickness(piece, size, machines, grade, showFace);
  const source =
    'The height range of a face 4c·u² + 4b·v² + t·u·v about its best plane, in closed form; cup, bow and twist fall ' +
    'with the square of the width, the square of the length, and their product.';
  if (piece.veneerMm !== undefined) {
    return {
      title: 'Thickness',
      formula: 'as found: veneer is not planed',
      inputs: [length('as found', piece.thickness), length('veneer', piece.veneerMm)],
      source: 'Only the sanding budget of the veneer may come off.',
      ofTheShop: false,
    };
  }
  return {
    title: `Thickness of ${size.length === piece.length && size.width === fullWidth(piece) ? 'the whole piece' : 'this clear piece'}`,
    formula: 'as found − flattening − clean-up of face A − clean-up of face B',
    inputs: [
      length('as found', piece.thickness),
      length('flattening: height range about the best plane', loss.heightRange),
      length('· cup left at this width', loss.cup),
      length('· bow left at this length', loss.bow),
      length('· twist left, half the gap', loss.twist),
      length('clean-up, face A', cleanUp.A),
      length('clean-up, face B', cleanUp.B),
      length('left', mm),
    ],
    source,
    ofTheShop: true,
  };
}

/** Why a piece gives the share of its face that it does. */
export function explainShare(
  piece: Piece,
  given: PieceYield,
  grade: Grade,
  habits: CuttingHabits,
  machines: Machines,
): Explained {
  const { near, far } = endTrims(piece, habits);
  return {
    title: 'Share of the face',
    formula: 'area of the better order’s clear pieces ÷ area of the face',
    inputs: [
      {
        name: `clear pieces, graded ${GRADE_NAMES[grade]}`,
        quantity: { unit: 'area', m2: given.areaMm2 / 1e6 },
      },
      { name: 'face', quantity: { unit: 'area', m2: given.areaMm2 / Math.max(1e-9, given.share) / 1e6 } },
      share('share', given.share),
      length('kerf', habits.kerfMm),
      length('shortest piece', habits.minLengthMm),
      length('narrowest piece', habits.minWidthMm),
      length('off the near end', near),
      length('off the far end', far),
      length('marks no deeper than this are planed off', machines.cleanUpMm),
    ],
    source:
      'Straight through-cuts in three stages, both cutting orders calculated exactly over the places that findings and kerf give. ' +
      'Slanting edges are met with stairs on the wood’s side.',
    ofTheShop: true,
  };
}

/** Why the volume is thought to lie where it does. */
export function explainSure(
  piece: Piece,
  m3: number,
  known: Knowledge,
  sure: HowSure,
  { priors, biasSd }: Sureness = DEFAULT_SURENESS,
): Explained {
  const record =
    sure.records === 0
      ? 'Nothing is on your own record yet, so this is the starting guess.'
      : `Your own record of ${sure.records} milled pieces (${sure.ofKind} from this kind of find) moves it.`;
  return {
    title: 'How sure',
    formula: 'estimated volume × exp(bias + chance): one of ten lies below low, one of ten above high',
    inputs: [
      volume(
        known === 'tallied' || known === 'kind'
          ? 'estimated: the usual share of its kind of find, until it is inspected'
          : 'estimated: finished clear pieces',
        m3,
      ),
      volume('the piece as found', pieceVolumeM3(piece)),
      share('bias counts as', sure.factor),
      share('spread (one standard deviation)', sure.sd),
      share(`· chance, when ${KNOWLEDGE_NAMES[known]}, before any record`, priors[known].sd),
      share('· your own chance, of that', sure.spread),
      share(
        '· shop, kind and species before any record',
        Math.hypot(biasSd.shop, biasSd.kind, biasSd.species),
      ),
    ],
    source: `A Bayesian update of what came over what was estimated: biases by shop, kind of find and species, and how far your estimates scatter. A line that is far off counts for little. ${record}`,
    ofTheShop: true,
  };
}

/** Why cutting a piece up gives the sizes it does. */
export function explainTrade(piece: Piece, habits: CuttingHabits, machines: Machines): Explained {
  const whole = straightPart(piece, habits);
  return {
    title: 'Size against thickness',
    formula:
      '(straight part − (n − 1) kerfs) ÷ n each way; width less jointing of both edges and the crook of that length; ' +
      'thickness less the height range of that size and the clean-up',
    inputs: [
      length('straight length', whole.length),
      length('straight width', whole.width),
      length('kerf', habits.kerfMm),
      length('jointing, per edge', machines.jointingMm),
      length('crook over the whole length', piece.warp?.crook ?? 0),
      length('clean-up, per face', machines.cleanUpMm),
    ],
    source: 'Warp falls with the size: a part half as wide has a quarter of the cup.',
    ofTheShop: true,
  };
}
