/** What a plan lacks: copies of its parts that are not laid or sawn whole. */
import { sum } from '../foundation/sum.ts';
import { SOLID, type Part, type PlannedCut, type ProjectPlan } from './project.ts';

/** The plan with what it lacks counted afresh: copies that are not laid or sawn whole. */
export function counting(plan: ProjectPlan, parts: readonly Part[]): ProjectPlan {
  const missing = missingOf([...plan.cuts, ...(plan.sawn ?? [])], parts);
  const short = new Map(missing.map((entry) => [entry.partId, entry.short]));
  const demanded = sum(parts, areaOf);
  const open = sum(parts, (part) => ((short.get(part.id) ?? 0) * areaOf(part)) / part.qty);
  return { ...plan, missing, coverage: demanded > 0 ? Math.max(0, 1 - open / demanded) : 1 };
}

const areaOf = (part: Part): number =>
  part.qty * (part.length + part.allowances.length) * (part.width + part.allowances.width);

/** Copies that are not whole in a plan: not laid, or a panel or a lamination of which some is missing. */
function missingOf(cuts: readonly PlannedCut[], parts: readonly Part[]): ProjectPlan['missing'] {
  return parts.flatMap((part) => {
    const { make = SOLID } = part;
    const units = new Map<number, PlannedCut[]>();
    for (const cut of cuts)
      if (cut.partId === part.id) units.set(cut.unit, [...(units.get(cut.unit) ?? []), cut]);
    const whole = [...units.values()].filter((own) => {
      switch (make.kind) {
        case 'solid':
          return true;
        case 'laminated':
          return own.length >= make.layers;
        case 'panel':
          // To a tenth: what joints take differs with the machines that the plan was made for.
          return sum(own, ({ width }) => width) >= part.width - 0.1;
      }
    }).length;
    return whole < part.qty ? [{ partId: part.id, short: part.qty - whole }] : [];
  });
}
