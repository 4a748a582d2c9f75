/** The stages of glue-ups as steps on the shop floor. */
import { partLetter } from '../../project/project.ts';
import type { FloorNow } from '../floor-now.ts';
import type { GluedUp } from '../panel/panel.ts';
import type { ShopStep, StepPart } from '../shop-step.ts';
import { TOO_EARLY, type FloorRules } from '../workpiece.ts';
import { clampsFreeAt, clampsOffAt } from './clock.ts';
import { gluePlanOf, glueStepId } from './closing.ts';
import { clampsAtLeast } from './glues.ts';

/** The stages of every panel that is not one piece yet, each after the milling of what it glues and the stages before it. */
export function glueSteps(
  panels: readonly GluedUp[],
  { parts, clocks }: FloorNow,
  rules: FloorRules,
  milling: readonly ShopStep[],
): ShopStep[] {
  const lastOf = new Map<string, string>();
  for (const { id, part } of milling) if (part !== null) lastOf.set(part.key, id);
  const hand = new Map(parts.map((part) => [part.id, part]));
  return panels.flatMap((panel): ShopStep[] => {
    if (panel.whole) return [];
    const { project, part, unit } = panel;
    const letter = partLetter(project.parts.indexOf(part));
    const plan = gluePlanOf(panel, rules);
    const byKey = new Map(panel.elements.map((element) => [element.key, element]));
    const stageOf = new Map<string, string>();
    const common = { projectIds: [project.id], machine: 'clamps' as const, pieceId: null };
    const [first] = panel.elements;
    const of = (key: string): StepPart => ({
      key,
      letter,
      projectId: project.id,
      partId: part.id,
      unit,
      handId: byKey.get(key)?.handId ?? null,
      from: byKey.get(key)?.name ?? '',
    });
    if (plan.blocked !== null && first)
      return [
        {
          ...common,
          id: `${glueStepId(panel, first)}/blocked`,
          machine: null,
          words: 'Can’t be glued up',
          why: plan.blocked,
          needs: [],
          part: of(first.key),
          name: `${letter} ${part.name}`,
          size: first.size,
        },
      ];
    return plan.stages.map((stage, i): ShopStep => {
      const id = glueStepId(panel, stage);
      const keys = stage.assemblies.map(({ elements }) => elements.map(({ key }) => key));
      const all = keys.flat();
      const needs = new Set(
        all.flatMap((key) => [lastOf.get(key), stageOf.get(key)]).filter((one) => one !== undefined),
      );
      for (const key of all) stageOf.set(key, id);
      const waits = all.flatMap((key) => {
        const { gluedBy, did = [] } = hand.get(byKey.get(key)?.handId ?? '') ?? {};
        if (did.includes(TOO_EARLY)) return [];
        const clock = clocks.get(gluedBy ?? '');
        return gluedBy === undefined || clock === undefined ? [] : [{ gluedBy, clock }];
      });
      const out = waits.map(({ gluedBy, clock }) => ({
        gluedBy,
        at: clampsOffAt(clock),
      }));
      const passed = all.some((key) => hand.get(byKey.get(key)?.handId ?? '')?.did?.includes(TOO_EARLY));
      const onHand = clampsAtLeast(rules.workshop.glue.clamps, stage.openingMm);
      const inUse = passed ? null : clampsFreeAt(stage.clamps, onHand, clocks);
      const held = [...out, ...(inUse === null ? [] : [{ gluedBy: inUse.of, at: inUse.at }])];
      const latest = held.find(({ at }) => at === null) ?? held.sort((a, b) => (b.at ?? 0) - (a.at ?? 0))[0];
      const [assembly] = stage.assemblies;
      const names = stage.assemblies.map((one) => one.name).join(', and ');
      return {
        ...common,
        id,
        do: 'glue-up',
        why:
          plan.stages.length === 1
            ? `all joints at once: ${Math.round(stage.spreadMin * 10) / 10} min to spread, ${plan.openMin} min of open time`
            : `stage ${i + 1} of the ${plan.stages.length} that are left: ${plan.openMin} min of open time close ${plan.perStage} ${plan.perStage === 1 ? 'joint' : 'joints'}`,
        needs: [...needs],
        part: of(stage.key),
        name: `${letter} ${part.name}: ${names}`,
        size: {
          length: assembly?.length ?? 0,
          width: assembly?.width ?? 0,
          thickness: assembly?.thickness ?? 0,
        },
        glues: keys,
        ...(latest === undefined ? {} : { freeAt: latest.at, waitsFor: latest.gluedBy }),
      };
    });
  });
}
