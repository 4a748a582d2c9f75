/** What the rack could become: every design at its usual sizes, tried by the engine and ranked. */
import { usualSizes, type Design } from '../project/designs/design.ts';
import { partAreaMm2 } from '../project/part-outline.ts';
import type { Project } from '../project/project.ts';
import { blockedRects } from '../stock/grade.ts';
import { fullWidth, type Piece } from '../stock/piece.ts';
import { sum } from '../foundation/sum.ts';
import { designProject } from './largest.ts';
import type { Solver } from '../solver/linear.ts';
import type { ShopRules } from './project-instance.ts';
import { coversAll, tryProject } from './try-project.ts';

export interface CouldMake {
  readonly design: Design;
  readonly sizes: Readonly<Record<string, number>>;
  /** Share of the parts that the rack gives, 0…1. */
  readonly coverage: number;
  readonly boards: number;
  readonly spentM2: number;
  /** From 0 to 1: how clean the wood is that it is cut from. */
  readonly looks: number;
  /** Face of pieces of a metre and longer that stay uncut, m². */
  readonly longLeftM2: number;
  /** Face of the parts as finished, m². */
  readonly partsM2: number;
}

const STEPS = 45;
const LONG_MM = 1000;

/** One answer for each design, as it is calculated. */
export function* couldMake(
  designs: readonly Design[],
  pieces: readonly Piece[],
  rules: ShopRules,
  solver: Solver | null,
): Generator<CouldMake, void> {
  const free = pieces.filter((piece) => piece.reservedFor === undefined);
  for (const design of designs) {
    const sizes = usualSizes(design);
    const project: Project = designProject(design, sizes, { id: `could-${design.id}` });
    const { plan } = tryProject(project, free, rules, STEPS, solver, coversAll);
    const cut = new Set(plan.cuts.map(({ pieceId }) => pieceId));
    const used = free.filter(({ id }) => cut.has(id));
    yield {
      design,
      sizes,
      coverage: plan.coverage,
      boards: used.length,
      spentM2: plan.spentM2,
      looks: looksOf(used),
      longLeftM2: sum(
        free.filter((piece) => !cut.has(piece.id) && piece.length >= LONG_MM),
        (piece) => (piece.length * fullWidth(piece)) / 1e6,
      ),
      partsM2: sum(project.parts, (part) => (partAreaMm2(part) * part.qty) / 1e6),
    };
  }
}

function looksOf(pieces: readonly Piece[]): number {
  const face = sum(pieces, (piece) => piece.length * fullWidth(piece));
  const marred = sum(pieces, (piece) =>
    sum(blockedRects(piece, 'clear'), ({ length, width }) => length * width),
  );
  return face === 0 ? 0 : 1 - Math.min(1, marred / face);
}

/** The better first: what is covered, in steps of 5 %; then looks and wood left long. */
export function rankCouldMake(answers: readonly CouldMake[]): CouldMake[] {
  const worth = (answer: CouldMake): number => 0.6 * answer.looks + 0.4 * Math.min(1, answer.longLeftM2 / 5);
  return [...answers].sort(
    (a, b) => Math.floor(b.coverage * 20 + 1e-6) - Math.floor(a.coverage * 20 + 1e-6) || worth(b) - worth(a),
  );
}
