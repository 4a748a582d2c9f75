import { OFFCUT_ID } from '@aldrek/core/match';
import { type Project, type ProjectPlan } from '@aldrek/core/project';
import { type Piece } from '@aldrek/core/wood';
import { usableThickness, type Machines } from '@aldrek/core/yield';

/** What two plans are told apart by. */
export interface PlanFigures {
  readonly boards: number;
  readonly spentM2: number;
  readonly offcuts: number;
  readonly longestOffcut: number;
  /** Glue lines of panels and laminations. */
  readonly joints: number;
  /** Planed away over all parts, m³. */
  readonly planedM3: number;
  readonly coverage: number;
}

export function planFigures(
  project: Project,
  plan: ProjectPlan,
  pieceById: ReadonlyMap<string, Piece>,
  machines: Machines,
): PlanFigures {
  const parts = new Map(project.parts.map((part) => [part.id as string, part]));
  const offcuts = plan.cuts.filter((cut) => cut.partId === OFFCUT_ID);
  const units = new Map<string, number>();
  let planed = 0;
  for (const cut of plan.cuts) {
    const part = parts.get(cut.partId);
    const piece = pieceById.get(cut.pieceId);
    if (!part) continue;
    const unit = `${cut.partId} ${cut.unit}`;
    units.set(unit, (units.get(unit) ?? 0) + 1);
    if (!piece) continue;
    const size = { length: Math.min(cut.length, piece.length), width: cut.width };
    const out = usableThickness(piece, size, machines, part.grade).mm;
    const layers = part.make?.kind === 'laminated' ? part.make.layers : 1;
    planed += cut.length * cut.width * Math.max(0, piece.thickness - Math.min(out, part.thickness / layers));
  }
  let joints = 0;
  for (const many of units.values()) joints += many - 1;
  return {
    boards: new Set(plan.cuts.map(({ pieceId }) => pieceId)).size,
    spentM2: plan.spentM2,
    offcuts: offcuts.length,
    longestOffcut: offcuts.reduce((most, { length }) => Math.max(most, length), 0),
    joints,
    planedM3: planed / 1e9,
    coverage: plan.coverage,
  };
}
