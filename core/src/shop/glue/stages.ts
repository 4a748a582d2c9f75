/**
 * A glue-up in stages: which joints are closed at once, so that the glue is still open when the last clamp is turned, that
 * what comes out fits the planer, and that there are clamps for it.
 *
 * Method. Strips are gathered side by side into as few sub-panels as fit the planer, as even in width as may be; their
 * joints come first, one sub-panel after the other and as many a stage as the open time allows, since two glue-ups at
 * once need two sets of clamps; the joints between sub-panels come last. Layers are pressed all at once, or as many as
 * the open time allows. Source of the rules: usual figures of the trade. mm, minutes, °C.
 */
import { clampsFor, inTheColdMin } from './glue-sums.ts';
import { clampsAtLeast, clampTimeOf, GLUE_FACTS, openTimeOf, type GlueHabits } from './glues.ts';

/** Room that a planer needs beside a panel. */
const PLANER_ROOM_MM = 5;
/** A clamp’s screw needs so much beside the panel and its cauls. */
const SCREW_ROOM_MM = 20;
/** Beyond so much, two cauls are heavier than what they press. */
const WIDEST_CAUL_MM = 120;
/** Wider than this, wood rests two days before it is planed. */
export const WIDE_PANEL_MM = 400;

/** What is glued: a strip, a sub-panel, or a layer. */
export interface GlueElement {
  readonly key: string;
  readonly name: string;
  /** mm. */
  readonly length: number;
  readonly width: number;
  readonly thickness: number;
}

interface ClampPlace {
  /** From the left end, mm. */
  readonly at: number;
  readonly above: boolean;
}

/** What is glued into one at a stage. */
interface Assembly {
  readonly elements: readonly GlueElement[];
  readonly name: string;
  readonly length: number;
  readonly width: number;
  readonly thickness: number;
  /** Null where its thickness or the shop sets no limit; else whether it goes through the planer as one. */
  readonly fitsPlaner: boolean;
}

export interface GlueStage {
  /** The first element of the first joint: what the stage is known by, whatever number it has. */
  readonly key: string;
  readonly assemblies: readonly Assembly[];
  readonly joints: number;
  readonly spreadMin: number;
  readonly clamps: number;
  readonly openingMm: number;
}

type ClampShort = 'too-few' | 'too-short';

interface ClampPlan {
  readonly asked: number;
  readonly spacingMm: number;
  readonly openingMm: number;
  /** On hand that open far enough, and all. */
  readonly have: number;
  readonly all: number;
  readonly short: ClampShort | null;
  /** Cauls so wide make do with the clamps on hand; null where none do. */
  readonly caulMm: number | null;
  readonly places: readonly ClampPlace[];
  readonly standIns: readonly string[];
}

export interface GluePlan {
  readonly joints: number;
  readonly perStage: number;
  /** Empty where nothing is left to be glued. */
  readonly stages: readonly GlueStage[];
  /** Why it can’t be done, and what would help. */
  readonly blocked: string | null;
  readonly clamps: ClampPlan;
  readonly openMin: number;
  readonly clampMin: number | null;
  readonly hardMin: number | null;
  readonly notes: readonly string[];
}

export interface GlueShop {
  readonly habits: GlueHabits;
  /** The planer’s width, or null where nothing has to fit. */
  readonly planerWidthMm: number | null;
}

/** Minutes that spreading one joint takes: along an edge by the metre, on a face by its area. */
const spreadMin = (
  length: number,
  { width, by }: { readonly width: number; readonly by: 'edge' | 'face' },
  {
    spreadMinPerM,
    spreadMinPerM2,
    helpers,
  }: Pick<GlueHabits, 'spreadMinPerM' | 'spreadMinPerM2' | 'helpers'>,
): number =>
  (by === 'edge' ? (spreadMinPerM * length) / 1000 : (spreadMinPerM2 * length * width) / 1e6) / (1 + helpers);

/** Strips edge to edge in this order, or layers face to face. */
export function gluePlan(
  elements: readonly GlueElement[],
  by: 'edge' | 'face',
  { habits, planerWidthMm }: GlueShop,
): GluePlan {
  const open = openTimeOf(habits);
  const length = Math.max(0, ...elements.map((one) => one.length));
  const widest = Math.max(0, ...elements.map(({ width }) => width));
  const joints = Math.max(0, elements.length - 1);
  const each = spreadMin(length, { width: widest, by }, habits);
  const perStage = Math.max(0, Math.floor((open - habits.closingMin) / Math.max(each, 1e-6) + 1e-9));
  const limit = by === 'face' || planerWidthMm === null ? Infinity : planerWidthMm - PLANER_ROOM_MM;
  const stages = perStage === 0 ? [] : stagesOf(elements, { by, perStage, limit, each, habits });
  const clamps = clampPlan(elements, stages, by, habits);
  const factor = (minutes: number): number | null => inTheColdMin(minutes, habits.temperatureC);
  const wide = by === 'edge' && sum(elements.map(({ width }) => width)) > WIDE_PANEL_MM;
  const hard = GLUE_FACTS[habits.glue].hardMin * (wide ? 2 : 1);
  return {
    joints,
    perStage,
    stages,
    blocked:
      joints > 0 && perStage === 0
        ? `not one joint of ${Math.round(length)} mm can be closed in ${open} min: a slower glue, a helper, or shorter joints`
        : factor(1) === null
          ? `${habits.temperatureC} °C is too cold for glue: warm room, wood and glue to 8 °C at the least`
          : null,
    clamps,
    openMin: open,
    clampMin: factor(clampTimeOf(habits)),
    hardMin: factor(hard),
    notes: notesOf(elements, by, wide),
  };
}

function stagesOf(
  elements: readonly GlueElement[],
  of: {
    readonly by: 'edge' | 'face';
    readonly perStage: number;
    readonly limit: number;
    readonly each: number;
    readonly habits: GlueHabits;
  },
): GlueStage[] {
  const inner: number[] = [];
  const last: number[] = [];
  let first = 0;
  for (const size of subPanels(elements, of.limit)) {
    for (let i = first; i < first + size - 1; i++) inner.push(i);
    first += size;
    if (first < elements.length) last.push(first - 1);
  }
  const closed = new Set<number>();
  const stages: GlueStage[] = [];
  for (const row of [inner, last]) {
    for (let i = 0; i < row.length;) {
      let stage = stageOf(elements, row.slice(i, i + 1), closed, of);
      let taken = 1;
      for (; taken < of.perStage && i + taken < row.length; taken++) {
        const more = stageOf(elements, row.slice(i, i + taken + 1), closed, of);
        // Two glue-ups at once need clamps for both; one has to do with what there is.
        if (more.assemblies.length > 1 && clampsAtLeast(of.habits.clamps, more.openingMm) < more.clamps)
          break;
        stage = more;
      }
      stages.push(stage);
      for (const joint of row.slice(i, i + taken)) closed.add(joint);
      i += taken;
    }
  }
  return stages;
}

/** The stage in which the joints `at` are closed, each known by the element before it. */
function stageOf(
  elements: readonly GlueElement[],
  at: readonly number[],
  closed: ReadonlySet<number>,
  of: {
    readonly by: 'edge' | 'face';
    readonly limit: number;
    readonly each: number;
    readonly habits: GlueHabits;
  },
): GlueStage {
  const assemblies: Assembly[] = [];
  let run: GlueElement[] = [];
  let has = false;
  elements.forEach((element, i) => {
    run.push(element);
    if (at.includes(i)) has = true;
    if (at.includes(i) || closed.has(i)) return;
    if (has) assemblies.push(assemblyOf(run, { ...of, closed, from: i - run.length + 1 }));
    run = [];
    has = false;
  });
  const { by, habits } = of;
  return {
    key: elements[at[0] ?? 0]?.key ?? '',
    assemblies,
    joints: at.length,
    spreadMin: of.each * at.length,
    clamps: sum(assemblies.map((one) => clampsOf(one, by, habits.caulMm).n)),
    openingMm: Math.max(0, ...assemblies.map((one) => openingOf(one, by, habits.caulMm))),
  };
}

/** Sizes of the fewest runs that fit, as even as may be. */
function subPanels(elements: readonly GlueElement[], limit: number): number[] {
  const n = elements.length;
  const fewest = new Array<number>(n + 1).fill(Infinity);
  const widest = new Array<number>(n + 1).fill(Infinity);
  const from = new Array<number>(n + 1).fill(0);
  fewest[0] = 0;
  widest[0] = 0;
  for (let end = 1; end <= n; end++) {
    let width = 0;
    for (let start = end - 1; start >= 0; start--) {
      width += elements[start]?.width ?? 0;
      // A strip that is too wide by itself stands alone.
      if (width > limit && start < end - 1) break;
      const count = (fewest[start] as number) + 1;
      const most = Math.max(widest[start] as number, width);
      if (count > (fewest[end] as number) || (count === fewest[end] && most >= (widest[end] as number)))
        continue;
      [fewest[end], widest[end], from[end]] = [count, most, start];
    }
  }
  const sizes: number[] = [];
  for (let end = n; end > 0; end = from[end] as number) sizes.unshift(end - (from[end] as number));
  return sizes;
}

function assemblyOf(
  run: readonly GlueElement[],
  {
    by,
    limit,
    closed,
    from,
  }: {
    readonly by: 'edge' | 'face';
    readonly limit: number;
    readonly closed: ReadonlySet<number>;
    readonly from: number;
  },
): Assembly {
  const width = by === 'edge' ? sum(run.map((one) => one.width)) : Math.min(...run.map((one) => one.width));
  const thickness =
    by === 'edge' ? Math.min(...run.map((one) => one.thickness)) : sum(run.map((one) => one.thickness));
  const name = run
    .map((one, i) => (i === 0 ? '' : closed.has(from + i - 1) ? ' · ' : ' + ') + one.name)
    .join('');
  return {
    elements: [...run],
    name,
    length: Math.min(...run.map((one) => one.length)),
    width,
    thickness,
    fitsPlaner: width <= limit,
  };
}

/** Clamps for one glue-up: along its joints for strips; in rows over the face for layers. */
function clampsOf(
  { elements, length, width }: Assembly,
  by: 'edge' | 'face',
  caulMm: number,
): { readonly n: number; readonly spacing: number } {
  const [first] = elements;
  const last = elements[elements.length - 1];
  if (!first || !last) return { n: 0, spacing: 0 };
  if (by === 'edge') return clampsFor(length, Math.min(first.width, last.width), caulMm);
  const along = clampsFor(length, Math.min(first.thickness, last.thickness), caulMm);
  return { n: along.n * Math.max(1, Math.ceil(width / along.spacing - 1e-9)), spacing: along.spacing };
}

const openingOf = ({ width, thickness }: Assembly, by: 'edge' | 'face', caulMm: number): number =>
  (by === 'edge' ? width : thickness) + 2 * caulMm + SCREW_ROOM_MM;

/** The clamps of the stage that asks most of them. */
function clampPlan(
  elements: readonly GlueElement[],
  stages: readonly GlueStage[],
  by: 'edge' | 'face',
  { caulMm, clamps }: GlueHabits,
): ClampPlan {
  const hardest = [...stages].sort((a, b) => b.clamps - a.clamps)[0];
  const last = stages[stages.length - 1];
  const one = (last ?? hardest)?.assemblies[0];
  const asked = Math.max(0, ...stages.map((stage) => stage.clamps));
  const openingMm = Math.max(0, ...stages.map((stage) => stage.openingMm));
  const have = clampsAtLeast(clamps, openingMm);
  const all = clampsAtLeast(clamps, 0);
  const enough = stages.every((stage) => clampsAtLeast(clamps, stage.openingMm) >= stage.clamps);
  const short = enough || elements.length < 2 ? null : all >= asked ? 'too-short' : 'too-few';
  const { n, spacing } = one ? clampsOf(one, by, caulMm) : { n: 0, spacing: 0 };
  const length = one?.length ?? 0;
  return {
    asked,
    spacingMm: spacing,
    openingMm,
    have,
    all,
    short,
    caulMm: short === 'too-few' ? widerCaul(stages, by, { caulMm, clamps }) : null,
    places: Array.from({ length: n }, (_, i) => ({ at: (length * (i + 0.5)) / n, above: i % 2 === 0 })),
    standIns: short === null ? [] : STAND_INS[by][short],
  };
}

/** The narrowest cauls in steps of 5 mm with which the clamps on hand do. */
function widerCaul(
  stages: readonly GlueStage[],
  by: 'edge' | 'face',
  { caulMm, clamps }: Pick<GlueHabits, 'caulMm' | 'clamps'>,
): number | null {
  for (let caul = Math.ceil((caulMm + 1) / 5) * 5; caul <= WIDEST_CAUL_MM; caul += 5) {
    const fits = stages.every(({ assemblies }) => {
      const needed = sum(assemblies.map((one) => clampsOf(one, by, caul).n));
      const opening = Math.max(...assemblies.map((one) => openingOf(one, by, caul)));
      return clampsAtLeast(clamps, opening) >= needed;
    });
    if (fits) return caul;
  }
  return null;
}

const STAND_INS: Readonly<Record<'edge' | 'face', Readonly<Record<ClampShort, readonly string[]>>>> = {
  edge: {
    'too-few': ['ratchet straps round cauls', 'two battens screwed to the bench and pairs of wedges between'],
    'too-short': [
      'two clamps hooked into each other',
      'ratchet straps round cauls',
      'battens screwed to the bench, and wedges',
    ],
  },
  face: {
    'too-few': ['weights on a stiff board', 'a prop to the ceiling', 'brads in the waste as helpers'],
    'too-short': ['weights on a stiff board', 'a prop to the ceiling'],
  },
};

function notesOf(elements: readonly GlueElement[], by: 'edge' | 'face', wide: boolean): string[] {
  if (elements.length < 2) return [];
  const many =
    elements.length > 4 ? `${elements.length} strips at once slide and grab.` : 'Strips slide and grab.';
  return [
    by === 'edge'
      ? `Dry run first: all clamps set and turned without glue. ${many} Check both diagonals and the flat before the last turn.`
      : 'Dry run first. Layers swim: pin them in the waste, and turn the middle clamps before the outer ones.',
    ...(by === 'edge'
      ? ['Waxed cauls across the joints, and clamps above and below in turn, keep it flat.']
      : []),
    ...(wide ? ['A panel so wide rests two days before it is planed; planed sooner, its joints sink.'] : []),
  ];
}

const sum = (all: readonly number[]): number => all.reduce((total, one) => total + one, 0);
