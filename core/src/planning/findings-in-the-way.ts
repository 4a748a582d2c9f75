/** The findings that alone keep a part out of a piece: what one decision would give. */
import type { Part, PlannedCut } from '../project/project.ts';
import type { FindingInTheWay } from '../project/ways-out/way.ts';
import { isInTheWay, neverStays, verdictOn, type GradeLimits } from '../stock/grade.ts';
import type { Finding } from '../stock/finding.ts';
import type { Piece } from '../stock/piece.ts';
import { blockedForGrade, trimsOf } from '../yield/thickness/workable.ts';
import { boardSuits, leastWidth, type MatchInstance } from '../solver/instance.ts';
import { findSpot } from '../solver/layout.ts';
import { showFaceOf } from './known-boards.ts';
import type { ShopRules } from './project-instance.ts';

/** The milder first. */
const FATES_TO_TRY = ['keep', 'stabilise'] as const;

/** What holds by itself may simply stay; what is loose, open or soft has to be made firm first. */
const isLoose = ({ kind }: Finding): boolean =>
  kind === 'loose-knot' || kind === 'check' || kind === 'split' || kind === 'shake' || kind === 'rot';

/**
 * Of pieces that suit the part but have no room left for it beside `cuts`, the findings that are the only reason,
 * the smallest first; at most `most`. Metal, live insects and unfirmed rot never stay.
 */
export function findingsInTheWay(
  part: Part,
  instance: MatchInstance,
  pieces: readonly Piece[],
  cuts: readonly PlannedCut[],
  { habits, machines }: ShopRules,
  most = 3,
): FindingInTheWay[] {
  const asked = instance.parts.find(({ id }) => id === part.id);
  if (!asked) return [];
  const trims = trimsOf(habits, machines);
  const byId = new Map(pieces.map((piece) => [piece.id, piece]));
  const found: FindingInTheWay[] = [];
  for (const board of instance.boards) {
    const piece = byId.get(board.id);
    if (!piece || !boardSuits(board, asked)) continue;
    if (asked.length > board.length || leastWidth(asked) > board.width) continue;
    const placed = cuts
      .filter((cut) => cut.pieceId === board.id && cut.partId !== 'offcut')
      .map(({ pieceId, ...cut }) => ({ ...cut, boardId: pieceId }));
    const fits = (blocked: MatchInstance['boards'][number]['blocked'][string]): boolean =>
      findSpot(
        { ...board, blocked: { [asked.grade]: blocked } },
        placed,
        asked.length,
        leastWidth(asked),
        asked.grade,
        instance.kerf,
      ) !== null;
    if (fits(board.blocked[asked.grade] ?? [])) continue;
    const showFace = showFaceOf(piece);
    for (const finding of piece.findings) {
      if (!isInTheWay(part.grade, finding, piece, showFace, trims.limits)) continue;
      const fate = FATES_TO_TRY.find((fate) =>
        lets(part, { ...finding, fate }, piece, isLoose(finding), fate, trims.limits),
      );
      if (fate === undefined) continue;
      const findings = piece.findings.map((other) => (other === finding ? { ...finding, fate } : other));
      if (fits(blockedForGrade({ ...piece, findings }, part.grade, trims, showFace)))
        found.push({ piece, finding, fate });
    }
  }
  const area = ({ finding }: FindingInTheWay): number => finding.length * finding.width;
  return found.sort((a, b) => area(a) - area(b)).slice(0, most);
}

function lets(
  part: Part,
  decided: Finding,
  piece: Piece,
  loose: boolean,
  fate: (typeof FATES_TO_TRY)[number],
  limits: GradeLimits,
): boolean {
  if (neverStays(decided) || (loose && fate === 'keep')) return false;
  return verdictOn(part.grade, decided, piece, limits) !== 'cut';
}
