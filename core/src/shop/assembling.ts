/**
 * Assembly on the shop floor: the steps of a project’s joints after the milling of the parts that they join, each once the
 * clamps of the one before are off; and parts that are fitted once all of their joints are made.
 */
import { designById } from '../project/designs/shipped.ts';
import { assemblySteps, type AssemblyStep } from '../project/joints/assembly.ts';
import type { Part, Project } from '../project/project.ts';
import { speciesById } from '../timber/species.ts';
import { weightKg } from '../timber/weight.ts';
import type { Piece } from '../stock/piece.ts';
import { PART_STATES, partsInHand, type Entry, type PartInHand } from './entry.ts';
import { clampsOffAt, type GlueClock } from './glue/clock.ts';
import { clampTimeOf, GLUE_FACTS, openTimeOf } from './glue/glues.ts';
import type { Floor } from './sawing.ts';
import type { ShopStep } from './shop-step.ts';
import type { FloorNow } from './floor-now.ts';
import type { FloorRules } from './workpiece.ts';

/** What wood weighs where nobody knows which it is, kg/m³. */
const USUAL_DENSITY = 550;

const STEP_MARK = '/assembly/';

export const isAssembly = ({ id }: Pick<ShopStep, 'id'>): boolean => id.includes(STEP_MARK);

/** The finished weight of a thing, kg, of the wood that its plan cuts and that is in hand. */
export function thingWeightKg(
  project: Project,
  woods: (part: Part) => readonly Pick<Piece, 'species'>[],
): number {
  return project.parts.reduce((sum, part) => {
    const density = speciesById(woods(part)[0]?.species ?? '')?.densityKgM3 ?? USUAL_DENSITY;
    const { length, qty } = part.blank ?? part;
    return sum + qty * weightKg(length, part.width, part.thickness, density);
  }, 0);
}

/** The wood of a part: what is in hand of it, and the boards that it is planned in. */
export function woodsOfPart(
  { pieces, parts }: Pick<FloorNow, 'pieces' | 'parts'>,
  project: Project,
): (part: Part) => readonly Piece[] {
  const byId = new Map(pieces.map((piece) => [piece.id, piece]));
  return ({ id }) => [
    ...parts
      .filter(({ projectId, partId }) => projectId === project.id && partId === id)
      .map(({ wood }) => wood),
    ...(project.plan?.cuts ?? []).flatMap(({ partId, pieceId }) =>
      partId === id ? (byId.get(pieceId) ?? []) : [],
    ),
  ];
}

/** The assembly of a project in this shop. */
export const assemblyOf = (
  project: Project,
  now: Pick<FloorNow, 'pieces' | 'parts'>,
  { workshop }: Pick<FloorRules, 'workshop'>,
): AssemblyStep[] =>
  assemblySteps(project, {
    openMin: openTimeOf(workshop.glue),
    closingMin: workshop.glue.closingMin,
    helpers: workshop.glue.helpers,
    clamps: workshop.glue.clamps,
    weightKg: thingWeightKg(project, woodsOfPart(now, project)),
    design: project.design ? designById(project.design.id) : undefined,
  });

/** The steps of assembly that are left, after all else that is left for their parts. */
export function assemblyStepsLeft(now: FloorNow, rules: FloorRules, others: readonly ShopStep[]): ShopStep[] {
  const { projects, parts, done, clocks, clockOf } = now;
  const open = new Map<string, string[]>();
  for (const { id, part } of others) {
    if (part === null) continue;
    const key = `${part.projectId} ${part.partId}`;
    open.set(key, [...(open.get(key) ?? []), id]);
  }
  return projects.flatMap((project): ShopStep[] => {
    if (project.plan?.accepted !== true || (project.joints ?? []).length === 0) return [];
    const own = parts.filter(({ projectId }) => projectId === project.id);
    if (own.length > 0 && own.every(isFitted)) return [];
    let before: string | null = null;
    let clock: { readonly entryId: string; readonly clock: GlueClock } | null = null;
    return assemblyOf(project, now, rules).flatMap((step): ShopStep[] => {
      const id = `${project.id}${STEP_MARK}${step.id}`;
      if (done.has(id)) {
        const entryId = clockOf.get(id);
        const started = entryId === undefined ? undefined : clocks.get(entryId);
        if (entryId !== undefined && started) clock = { entryId, clock: started };
        return [];
      }
      const needs = [
        ...step.parts.flatMap((partId) => open.get(`${project.id} ${partId}`) ?? []),
        ...(before === null ? [] : [before]),
      ];
      const missing = (project.plan?.missing ?? []).filter(({ partId }) => step.parts.includes(partId));
      const waits = clock !== null && !done.has(`${id}${EARLY}`) ? held(clock) : {};
      before = id;
      const [first] = step.parts;
      const part = project.parts.find((one) => one.id === first);
      return [
        {
          id,
          projectIds: [project.id],
          words: step.title,
          machine: step.glued ? 'clamps' : 'bench',
          why: step.notes[0] ?? '',
          ...(missing.length > 0
            ? {
                fault: `${missing.reduce((sum, { short }) => sum + short, 0)} of its parts are missing: match them first`,
              }
            : {}),
          needs,
          pieceId: null,
          part: null,
          name: `${project.name}: ${step.title}`,
          size: { length: part?.length ?? 0, width: part?.width ?? 0, thickness: part?.thickness ?? 0 },
          assembly: step,
          ...waits,
        },
      ];
    });
  });
}

/** What is said of a step that is passed before its glue is hard. */
export const EARLY = ' early';

const held = ({
  entryId,
  clock,
}: {
  readonly entryId: string;
  readonly clock: GlueClock;
}): Pick<ShopStep, 'freeAt' | 'waitsFor'> => ({
  freeAt: clampsOffAt(clock),
  waitsFor: entryId,
});

const isFitted = ({ state }: PartInHand): boolean =>
  state !== undefined && PART_STATES.indexOf(state) >= PART_STATES.indexOf('fitted');

/** A step of assembly is done: parts of which it was the last joint are fitted; where it was glued, a clock starts. */
export function assembled(
  floor: Floor,
  step: ShopStep,
  { workshop: { glue } }: FloorRules,
  how: {
    readonly day: string;
    readonly at: number;
    readonly newId: () => string;
    readonly minutes?: number;
    readonly left: readonly ShopStep[];
  },
): Floor {
  const [projectId] = step.projectIds;
  const later = new Set(
    how.left.flatMap(({ id, projectIds, assembly }) =>
      assembly?.jointId !== undefined && id !== step.id && projectIds[0] === projectId ? assembly.parts : [],
    ),
  );
  const joined =
    step.assembly?.jointId === undefined ? [] : step.assembly.parts.filter((partId) => !later.has(partId));
  const took = partsInHand(floor.entries).filter(
    (part) => part.projectId === projectId && joined.includes(part.partId) && !isFitted(part),
  );
  const entry: Entry = {
    id: how.newId(),
    kind: 'worked',
    day: how.day,
    projectIds: step.projectIds,
    ...(how.minutes === undefined ? {} : { minutes: how.minutes }),
    steps: [step.id],
    deed: 'assemble',
    machine: step.machine ?? 'bench',
    ...(step.assembly?.glued === true
      ? {
          clock: {
            at: how.at,
            clampMin: clampTimeOf(glue),
            hardMin: GLUE_FACTS[glue.glue].hardMin,
            temperatureC: glue.temperatureC,
            ...(step.assembly.clamps === null ? {} : { clamps: step.assembly.clamps.n }),
          },
        }
      : {}),
    took: { pieces: [], parts: took },
    gave: { parts: took.map((part) => ({ ...part, id: how.newId(), state: 'fitted' as const })), pieces: [] },
    lost: { kerfM3: 0, wasteM3: 0 },
  };
  return { ...floor, entries: [...floor.entries, entry] };
}
