/**
 * What of a piece can be worked with: which places a grade does not accept once the piece is trimmed and planed. The
 * estimate, the match and every question about a single piece ask here, and {@link usableThickness} for the thickness
 * that goes with it, so that they can't disagree.
 */
import type { Rect } from '../../geometry/rectangle.ts';
import { sandingBudget } from '../../stock/construction.ts';
import {
  depthOf,
  isPunched,
  isSkinMark,
  planingOverPunchedMm,
  type Finding,
  type FindingKind,
} from '../../stock/finding.ts';
import { blockedRects, DEFAULT_GRADE_LIMITS, type Grade, type GradeLimits } from '../../stock/grade.ts';
import { fullWidth, type Piece } from '../../stock/piece.ts';
import { endTrims } from './ends.ts';
import type { CuttingHabits } from '../habits.ts';
import type { Machines } from '../machines.ts';
import { cleanUpOf, keepsSkin } from './thickness.ts';
import { warpLoss } from './warp-loss.ts';

/** What comes off a piece before it is cut up, mm, and what its grades put up with. */
export interface Trims {
  readonly endTrimMm: number;
  readonly roughEndTrimMm: number;
  /** Planed off each face once it is flat. */
  readonly cleanUpMm: number;
  readonly limits: GradeLimits;
}

export const trimsOf = (
  habits: Pick<CuttingHabits, 'endTrimMm' | 'roughEndTrimMm' | 'limits'>,
  machines: Pick<Machines, 'cleanUpMm'>,
): Trims => ({
  endTrimMm: habits.endTrimMm,
  roughEndTrimMm: habits.roughEndTrimMm,
  cleanUpMm: machines.cleanUpMm,
  limits: habits.limits,
});

/** Nothing trimmed and nothing planed: a member as it comes out of a find. */
export const NO_TRIMS: Trims = {
  endTrimMm: 0,
  roughEndTrimMm: 0,
  cleanUpMm: 0,
  limits: DEFAULT_GRADE_LIMITS,
};

type Worked = Pick<
  Piece,
  | 'length'
  | 'width'
  | 'widthFar'
  | 'outline'
  | 'findings'
  | 'ends'
  | 'roughEnds'
  | 'keepSkin'
  | 'veneerMm'
  | 'warp'
>;

/**
 * What is in the way of `grade` in a piece: its findings, its outline and the trim of both ends. Marks that planing
 * takes off are gone; punched metal that the maker would keep is in the way where the planer would come too near.
 */
export function blockedForGrade(
  piece: Worked,
  grade: Grade,
  trims: Trims,
  showFace: 'A' | 'B' = 'A',
): Rect[] {
  const findings = piece.findings.flatMap((finding): Finding[] => {
    if (isPlanedOff(finding, piece, grade, trims, showFace)) return [];
    if (!isPunched(finding) || isOutOfReach(finding, piece, grade, trims, showFace)) return [finding];
    return [{ ...finding, fate: 'cut' }];
  });
  const blocked = blockedRects({ ...piece, findings }, grade, showFace, trims.limits);
  const width = fullWidth(piece);
  const { near, far } = endTrims(piece, trims);
  if (near > 0 && near < piece.length) blocked.push({ x: 0, y: 0, length: near, width });
  if (far > 0 && far < piece.length) blocked.push({ x: piece.length - far, y: 0, length: far, width });
  return blocked;
}

/** Kinds that lie on the surface, so that planing deeper than they go takes them away. */
const ON_THE_SURFACE: ReadonlySet<FindingKind> = new Set(['stain', 'mould', 'wear', 'burn']);

/**
 * Whether cleaning up the face takes a finding with it. Marks of the skin always go, and their depth is paid for in
 * thickness; a stain, mould, wear or burn goes where its depth has been measured and is no more than what comes off
 * anyway. Nothing goes from a face whose skin is kept; veneer may be sanded as far as its budget.
 */
export function isPlanedOff(
  finding: Finding,
  piece: Pick<Piece, 'keepSkin' | 'veneerMm' | 'findings'>,
  grade: Grade,
  trims: Pick<Trims, 'cleanUpMm'>,
  showFace: 'A' | 'B',
): boolean {
  const { face } = finding;
  if (face !== 'A' && face !== 'B') return false;
  if (keepsSkin(face, piece, grade, showFace)) return false;
  const depth = depthOf(finding);
  if (piece.veneerMm !== undefined) {
    const shallow = isSkinMark(finding) || ON_THE_SURFACE.has(finding.kind);
    return shallow && depth !== undefined && depth <= sandingBudget(piece.veneerMm).budgetMm;
  }
  if (isSkinMark(finding)) return true;
  return (
    ON_THE_SURFACE.has(finding.kind) &&
    depth !== undefined &&
    depth <= cleanUpOf(face, piece, trims, grade, showFace)
  );
}

/**
 * Whether planing leaves punched metal {@link planingOverPunchedMm} deep. Where the piece is warped, all of what
 * flattening it whole would take is thought to come off the metal's face: more than is taken of a smaller part.
 */
function isOutOfReach(
  finding: Finding,
  piece: Worked,
  grade: Grade,
  trims: Trims,
  showFace: 'A' | 'B',
): boolean {
  const { face } = finding;
  if (face !== 'A' && face !== 'B') return false;
  const board = { length: piece.length, width: fullWidth(piece) };
  const taken =
    cleanUpOf(face, piece, trims, grade, showFace) + warpLoss(piece.warp ?? {}, board, board).heightRange;
  return taken <= planingOverPunchedMm(finding) + 1e-9;
}
