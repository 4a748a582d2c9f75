/**
 * All that is left to do to the boards and parts of accepted plans, as one graph: pull and scan, saw, and mill each part to
 * its size. Steps are computed, never stored. Their ids are made of what they are about, so that a tick survives a plan
 * that is made again.
 */
import { assemblyStepsLeft } from './assembling.ts';
import { clearanceOf, punchedIn } from '../hazards/clearance.ts';
import { dayAfter } from '../foundation/calendar-day.ts';
import { partLetter, type Part, type PlannedCut, type Project } from '../project/project.ts';
import { fullWidth, type Piece, type PieceId } from '../stock/piece.ts';
import type { SawWay, StraightenWay } from '../yield/machines.ts';
import type { RouteMachine } from '../yield/thickness/milling.ts';
import { cutSheet, type SheetCut } from './cut-sheet.ts';
import type { PartInHand } from './entry.ts';
import type { FloorNow } from './floor-now.ts';
import { freeAt, type GlueClock } from './glue/clock.ts';
import { glueSteps } from './glue/glue-steps.ts';
import { gluedUps } from './panel/panel.ts';
import type { ShopStep, StepPart } from './shop-step.ts';
import { isTwoSided, sawOf, sawWayOf, straightenFirst } from './preparation.ts';
import type { RouteSize } from './route-steps.ts';
import {
  millingLeft,
  TOO_EARLY,
  workpieceInHand,
  workpieceKey,
  workpieceToBe,
  type FloorRules,
  type Workpiece,
} from './workpiece.ts';

const OFFCUT = 'offcut';
/** Wood from which much was planed rests so long before it is measured again. */
const REST_DAYS = 1;

const STRAIGHTENERS: Readonly<Record<StraightenWay, RouteMachine>> = {
  jointer: 'jointer',
  rail: 'guided-saw',
  batten: 'table-saw',
  router: 'router',
  plane: 'hand-plane',
};

/** The steps that are left, each after those that it needs; `only` boards leaves the milling of parts aside. */
export function shopSteps(now: FloorNow, rules: FloorRules, only?: 'boards'): ShopStep[] {
  const { pieces, projects, parts, done } = now;
  const byPiece = new Map<PieceId, { readonly project: Project; readonly cut: PlannedCut }[]>();
  for (const project of projects) {
    if (project.plan?.accepted !== true) continue;
    for (const cut of project.plan.cuts) {
      const known = byPiece.get(cut.pieceId);
      if (known) known.push({ project, cut });
      else byPiece.set(cut.pieceId, [{ project, cut }]);
    }
  }
  const panels = only === 'boards' ? [] : gluedUps(now, rules.machines);
  const whole = new Set(
    panels
      .filter((panel) => panel.whole)
      .flatMap(({ elements }) => elements.flatMap(({ cuts }) => cuts.map(workpieceKey))),
  );
  const boards = pieces.flatMap((piece) => {
    const planned = byPiece.get(piece.id);
    return planned ? boardSteps(piece, planned, rules, { done, whole, only }) : [];
  });
  if (only === 'boards') return boards;
  const known = new Map(projects.map((project) => [project.id, project]));
  // A sub-panel is not milled: it is glued to its neighbours first.
  const halfway = new Set(
    panels.flatMap((panel) =>
      panel.whole
        ? []
        : panel.elements.flatMap(({ cuts, handId }) => (cuts.length > 1 && handId !== null ? [handId] : [])),
    ),
  );
  const hand = parts.flatMap((part) => {
    const project = known.get(part.projectId);
    const isWhole = whole.has(workpieceKey(part.cut));
    return project && part.state === undefined && !halfway.has(part.id)
      ? handSteps(project, part, rules, { whole: isWhole, clock: now.clocks.get(part.gluedBy ?? '') })
      : [];
  });
  const milling = [...hand, ...boards];
  const before = [...milling, ...glueSteps(panels, now, rules, milling)];
  return [...before, ...assemblyStepsLeft(now, rules, before)];
}

/** Names of the steps of one board, so that what was ticked is known again. */
const boardStepId = (piece: Pick<Piece, 'id'>, what: 'pull' | 'scan' | 'straighten' | 'sawn'): string =>
  `${piece.id}/${what}`;

function cutStepId(
  piece: Pick<Piece, 'id'>,
  { kind, line }: Pick<SheetCut<PlannedCut>, 'kind' | 'line'>,
): string {
  const places = [line.x1, line.y1, line.x2, line.y2].map((mm) => Math.round(mm * 10));
  return `${piece.id}/${kind}@${places.join(',')}`;
}

function boardSteps(
  piece: Piece,
  planned: readonly { readonly project: Project; readonly cut: PlannedCut }[],
  rules: FloorRules,
  {
    done,
    whole: wholePanels,
    only,
  }: {
    readonly done: ReadonlySet<string>;
    readonly whole: ReadonlySet<string>;
    readonly only?: 'boards' | undefined;
  },
): ShopStep[] {
  const { machines, kerfMm } = rules;
  const steps: ShopStep[] = [];
  const projectIds = [...new Set(planned.map(({ project }) => project.id))];
  const whole = { length: piece.length, width: fullWidth(piece), thickness: piece.thickness };
  const common = { projectIds, pieceId: piece.id, part: null, name: piece.tag, size: whole };
  const add = (step: Omit<ShopStep, keyof typeof common> & { readonly size?: RouteSize }): void => {
    if (!done.has(step.id)) steps.push({ ...common, ...step });
  };
  const pull = boardStepId(piece, 'pull');
  const scan = boardStepId(piece, 'scan');
  const clearance = clearanceOf(piece);
  const why = 'unknown is not clear: faces, edges and ends before the first blade';
  if (clearance === 'metal-in')
    add({
      id: pull,
      do: 'pull',
      machine: 'bench',
      why: 'metal is in it: no blade before it is out',
      needs: [],
    });
  if (clearance !== 'scanned' && clearance !== 'cleared')
    add({ id: scan, do: 'scan', machine: 'detector', why, needs: [pull] });
  const size = { length: piece.length, width: fullWidth(piece), noSaw: punchedIn(piece) };
  const cuts = cutSheet(
    size,
    planned.map(({ cut }) => cut),
    kerfMm,
  )?.cuts;
  const first = cuts && straightenFirst(piece, cuts, machines);
  const straighten = boardStepId(piece, 'straighten');
  const sawn: string[] = [];
  if (cuts) {
    if (first)
      add({
        id: straighten,
        do: 'straighten',
        machine: STRAIGHTENERS[first.ways[0] ?? 'plane'],
        why: `${first.edges === 'natural' ? 'a natural' : 'a crooked'} edge turns on a fence and is thrown`,
        needs: [scan],
      });
    const freedBy = new Map<string, string>();
    const lastOn = new Map<string, string>();
    for (const cut of cuts) {
      const id = cutStepId(piece, cut);
      const way = sawWayOf(piece, cut, machines);
      const needs = [freedBy.get(cut.workpiece), lastOn.get(cut.workpiece)].filter(
        (one) => one !== undefined,
      );
      const step = {
        id,
        do: cut.kind === 'rip' ? ('rough-rip' as const) : ('rough-crosscut' as const),
        machine: sawOf(way, cut.kind),
        setting: Math.round(cut.atMm * 10) / 10,
        why: whyOf(way),
        needs: [scan, ...(first && cut.number >= first.before ? [straighten] : []), ...needs],
        workpiece: cut.workpiece,
        size: { ...whole, length: cut.kind === 'rip' ? Math.abs(cut.line.x2 - cut.line.x1) : whole.length },
      };
      for (const one of isTwoSided(way) && !done.has(id) ? bySides(step) : [step]) add(one);
      sawn.push(id);
      lastOn.set(cut.workpiece, id);
      for (const freed of cut.frees) if (typeof freed === 'string' && freed !== '') freedBy.set(freed, id);
    }
  } else {
    const id = boardStepId(piece, 'sawn');
    const words = 'Saw it as drawn: no order of straight cuts makes it';
    add({ id, words, machine: 'bench', why: 'metal that stays, or shapes, lie in the way', needs: [scan] });
    sawn.push(id);
  }
  if (only === 'boards') return steps;
  const parts = planned.flatMap(({ project, cut }) => {
    const part = project.parts.find(({ id }) => id === cut.partId);
    if (cut.partId === OFFCUT || !part) return [];
    const of = { project, part, cut, handId: null, from: piece.tag, name: '' };
    const alone = wholePanels.has(workpieceKey(cut));
    return partSteps(of, workpieceToBe(piece, cut, machines, alone), rules, { after: sawn });
  });
  return [...steps, ...parts];
}

/** What a step of one side is called beside the step that finishes the cut. */
const FIRST_SIDE = ':first';

/** A cut in two passes, as two steps: a machine is set once for all first sides, and once more for all turned. */
function bySides<S extends Pick<ShopStep, 'id' | 'needs'>>(
  step: S,
): readonly (S & Required<Pick<ShopStep, 'side'>>)[] {
  const first = `${step.id}${FIRST_SIDE}`;
  return [
    { ...step, id: first, side: 'first' },
    { ...step, needs: [...step.needs, first], side: 'turned' },
  ];
}

/** Saws of which the second pass is made with the work turned over. */
const TURNED_AT: ReadonlySet<RouteMachine> = new Set(['table-saw', 'mitre-saw']);
const CUTS: ReadonlySet<ShopStep['do']> = new Set(['rough-crosscut', 'crosscut', 'rough-rip', 'rip']);

const isTurned = ({ do: deed, machine, passes }: Pick<ShopStep, 'do' | 'machine' | 'passes'>): boolean =>
  passes === 2 && machine !== null && TURNED_AT.has(machine) && CUTS.has(deed);

function whyOf(way: SawWay | null): string {
  switch (way) {
    case null:
      return 'no saw of this shop makes this cut: have it sawn, or set a machine that does';
    case 'both-faces':
      return 'deeper than the blade reaches: from both faces, lines carried round, so that the cuts meet';
    case 'turned-over':
      return 'wider than the saw reaches: all at one side, then all turned over';
    case 'bandsaw':
      return 'too thick for the table saw';
    case 'hand':
      return 'by hand, to a line on both faces';
    case 'through':
      return 'as on the cut sheet';
  }
}

function handSteps(
  project: Project,
  inHand: PartInHand,
  rules: FloorRules,
  { whole, clock }: { readonly whole: boolean; readonly clock: GlueClock | undefined },
): ShopStep[] {
  const part = project.parts.find(({ id }) => id === inHand.partId);
  if (!part) return [];
  const { cut, from, id: handId, restsSince, gluedBy, did = [] } = inHand;
  const waits =
    clock === undefined || gluedBy === undefined || did.includes(TOO_EARLY)
      ? {}
      : { freeAt: freeAt(clock, clock.at), waitsFor: gluedBy };
  return partSteps(
    { project, part, cut, handId, from, name: inHand.wood.tag },
    workpieceInHand(inHand, whole),
    rules,
    { after: [], ...(restsSince === undefined ? {} : { restsSince }), waits },
  );
}

interface PartOf {
  readonly project: Project;
  readonly part: Part;
  readonly cut: PlannedCut;
  readonly handId: string | null;
  readonly from: string;
  readonly name: string;
}

function partSteps(
  { project, part, cut, handId, from, name }: PartOf,
  workpiece: Workpiece,
  rules: FloorRules,
  {
    after,
    restsSince,
    waits = {},
  }: {
    readonly after: readonly string[];
    readonly restsSince?: string;
    readonly waits?: Pick<ShopStep, 'freeAt' | 'waitsFor'>;
  },
): ShopStep[] {
  const key = workpieceKey(cut);
  const letter = partLetter(project.parts.indexOf(part));
  const { wood } = workpiece;
  const size = { length: wood.length, width: fullWidth(wood), thickness: wood.thickness };
  const { steps, blocked } = millingLeft(project, part, workpiece, cut, rules);
  const of: StepPart = { key, letter, projectId: project.id, partId: part.id, unit: cut.unit, handId, from };
  let before: readonly string[] = after;
  const found = steps.flatMap((step): readonly ShopStep[] => {
    const { id, why, machine } = step;
    const stepId = `${key}/${id}`;
    const needs = before;
    before = [stepId];
    const turned = isTurned(step);
    const whole: ShopStep = {
      id: stepId,
      projectIds: [project.id],
      ...(step.do === undefined ? {} : { do: step.do }),
      ...(step.words === undefined ? {} : { words: step.words }),
      machine,
      ...(step.setting === undefined ? {} : { setting: step.setting }),
      ...(step.passes === undefined || turned ? {} : { passes: step.passes }),
      ...(step.takes === undefined ? {} : { takes: step.takes }),
      ...(step.apart === undefined ? {} : { apart: step.apart }),
      why,
      ...(step.fault === undefined ? {} : { fault: step.fault }),
      needs,
      pieceId: null,
      part: of,
      name: name === '' ? `${letter} of ${from}` : `${letter} ${name}`,
      size,
      ...waits,
      ...(step.do === 'rest' && restsSince !== undefined
        ? { notBefore: dayAfter(restsSince, REST_DAYS) }
        : {}),
    };
    if (!turned) return [whole];
    const sides = bySides(whole);
    return workpiece.did.includes(`${id}${FIRST_SIDE}`)
      ? sides.slice(1).map((one) => ({ ...one, needs }))
      : sides;
  });
  if (blocked === undefined) return found;
  return [
    ...found,
    {
      id: `${key}/blocked`,
      projectIds: [project.id],
      machine: null,
      words: 'Can’t be milled on',
      why: blocked,
      needs: before,
      pieceId: null,
      part: of,
      name: name === '' ? `${letter} of ${from}` : `${letter} ${name}`,
      size,
    },
  ];
}
