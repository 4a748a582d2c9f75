import { OFFCUT_ID, type MissingPart } from '@aldrek/core/match';
import {
  WANTED_NAMES,
  type BoardAspect,
  type Fitness,
  type FitnessReason,
  type Part,
  type PlanChange,
  type PlanHabits,
  type ProjectPlan,
  type Wanted,
} from '@aldrek/core/project';
import {
  formatLength,
  hazardRule,
  speciesName,
  UNKNOWN_SPECIES,
  USE_NAMES,
  type LengthUnit,
  type Ruling,
} from '@aldrek/core/wood';
import { type Machines } from '@aldrek/core/yield';

const counted = (many: number, one: string, more: string): string => `${many} ${many === 1 ? one : more}`;

/** What a plan takes and keeps, in a line. */
export function summaryWords(plan: Pick<ProjectPlan, 'cuts' | 'spentM2'>, boards: number): string {
  const offcuts = plan.cuts.filter(({ partId }) => partId === OFFCUT_ID).length;
  return [
    counted(boards, 'board', 'boards'),
    `board area used ${plan.spentM2.toFixed(2)} m²`,
    `keeps ${counted(offcuts, 'offcut', 'offcuts')}`,
  ].join(' · ');
}

/** How good a plan is: in one short line for the bench, and what that rests on. */
export interface Quality {
  readonly short: string;
  readonly detail: string;
}

/** From so much above the best that is in reach, a plan is not called good any more. */
const GOOD_WITHIN = 0.05;
/** So near to what is proven, the proof is all that is told. */
const PROVEN_WITHIN = 0.1;

/**
 * How good a plan is: an estimate is called one, and what is proven is said to be; null where the plan is not
 * full, as then neither says anything. `together` when it is one of several made at once.
 */
export function qualityWords(
  {
    missing,
    atMostOver,
    aboutOver,
    overLeast,
  }: Pick<ProjectPlan, 'missing' | 'atMostOver' | 'aboutOver' | 'overLeast'>,
  together: boolean,
  wanted: Wanted = 'least-waste',
): Quality | null {
  if (missing.length > 0) return null;
  const all = together ? 'all together: ' : '';
  const percent = (share: number): string => `${(share * 100).toFixed(share < 0.1 ? 1 : 0)} %`;
  const about = aboutOver ?? null;
  const byWish = wanted === 'least-waste' ? '' : `, ${WANTED_NAMES[wanted]} counted in`;
  if (atMostOver !== null && atMostOver < 0.0005)
    return {
      short: `${all}the best possible`,
      detail: [
        PROVEN_BEST[wanted === 'least-waste' ? 'spent' : 'wished'],
        ...wishWords(overLeast, wanted),
      ].join(' '),
    };
  if (about === null && atMostOver === null) return null;
  // Beside a near proof an estimate is one figure too many.
  const near = atMostOver !== null && atMostOver <= PROVEN_WITHIN;
  const detail = [
    ...(about === null || near
      ? []
      : [`Estimated: it uses about ${percent(about)} more board area than the best in reach.`]),
    ...(atMostOver === null
      ? []
      : [`Proven: it uses at most ${percent(atMostOver)} more than any plan must${byWish}.`]),
    ...wishWords(overLeast, wanted),
  ].join(' ');
  if (near) return { short: `${all}good: proven within ${percent(atMostOver)} of the best`, detail };
  if (about === null) return { short: `${all}at most ${percent(atMostOver ?? 0)} above the least`, detail };
  const word = about < GOOD_WITHIN ? 'good' : 'fair';
  return { short: `${all}${word}: within ${percent(about)} of the best in reach`, detail };
}

const PROVEN_BEST = {
  spent: 'Proven: no plan can use less board area.',
  wished: 'Proven: no plan can do better by this priority.',
} as const;

/** What a priority costs, beside the least-waste plan that was found with it. */
function wishWords(overLeast: number | undefined, wanted: Wanted): string[] {
  if (overLeast === undefined || wanted === 'least-waste') return [];
  const name = WANTED_NAMES[wanted];
  const words = `${name.charAt(0).toUpperCase()}${name.slice(1)}`;
  if (overLeast < 0.0005)
    return [`${words} costs nothing here: it spends no more than the least-waste plan found beside it.`];
  return [
    `${words} spends ${(overLeast * 100).toFixed(1)} % more worth of wood than the least-waste plan found beside it.`,
  ];
}

/** Why a part is short: how near the rack comes to it once the plan's cuts are made. */
export function whyShort(
  { miss }: Pick<MissingPart, 'miss'>,
  free: number,
  tagOf: (pieceId: string) => string,
  unit: LengthUnit,
): string {
  const size = (mm: number): string => formatLength(Math.floor(mm * 10) / 10, unit);
  if (!miss || free === 0) return 'There is no free piece on the rack.';
  if (miss.ofSpecies === 0) return 'No free piece is of that species.';
  if (miss.thickEnough === 0)
    return `No free piece of that species comes out ${size(miss.neededThickness)} thick once it is flat; the thickest comes to ${size(miss.thickest)}.`;
  const needed = `needed ${size(miss.neededLength)} × ${size(miss.neededWidth)} with allowances`;
  if (!miss.longestLeft) return `Nothing ${size(miss.neededWidth)} wide is left clear; ${needed}.`;
  const by = miss.neededLength - miss.longestLeft.length;
  const gap = by > 0 ? `, short by ${size(by)}` : '';
  return `Longest left clear at that width: ${size(miss.longestLeft.length)}, in ${tagOf(miss.longestLeft.boardId)}; ${needed}${gap}.`;
}

const ASPECT_NAMES: Readonly<Record<BoardAspect, string>> = {
  size: 'size',
  species: 'species',
  findings: 'findings',
  shape: 'warp, outline or ends',
  hazards: 'hazards',
};

const PART_FIELD_NAMES: Readonly<Partial<Record<keyof Part, string>>> = {
  qty: 'how many',
  length: 'length',
  width: 'width',
  thickness: 'thickness',
  grade: 'grade',
  species: 'species',
  allowances: 'allowances',
  make: 'how it is made',
  shape: 'shape',
  group: 'thickness group',
  leastThicknessMm: 'least thickness',
  flatteningMm: 'flattening',
};

const HABIT_NAMES: Readonly<Record<keyof PlanHabits, string>> = {
  kerfMm: 'kerf',
  endTrimMm: 'end trim',
  roughEndTrimMm: 'trim of rough ends',
  limits: 'grade limits',
  offcut: 'what counts as an offcut',
};

const MACHINE_NAMES: Readonly<Partial<Record<keyof Machines, string>>> = {
  cleanUpMm: 'clean-up per face',
  jointingMm: 'jointing per edge',
  planerWidthMm: 'planer',
  jointerWidthMm: 'jointer',
  sawDepthMm: 'saw depth',
  handTools: 'hand tools',
};

/** How things are called: pieces by their tags, parts and projects by their names. */
export interface Called {
  readonly tag: (pieceId: string) => string;
  readonly part: (partId: string) => string;
  readonly project: (projectId: string) => string;
}

/** What has changed since a plan was made, in a few words. */
export function changeWords(change: PlanChange, called: Called): string {
  switch (change.kind) {
    case 'board':
      return `${called.tag(change.pieceId)}: ${change.aspects.map((aspect) => ASPECT_NAMES[aspect]).join(', ')}`;
    case 'board-gone':
      return 'a piece that it cuts is gone';
    case 'board-taken':
      return `${called.tag(change.pieceId)} is reserved for ${called.project(change.by)}`;
    case 'board-excluded':
      return `${called.tag(change.pieceId)} is left out now`;
    case 'part':
      return `${called.part(change.partId)}: ${change.fields.map((field) => PART_FIELD_NAMES[field] ?? field).join(', ')}`;
    case 'part-new':
      return `${change.name} is new`;
    case 'part-gone':
      return `${change.name} is gone`;
    case 'lock':
      return `${called.part(change.partId)} is fixed on ${called.tag(change.pieceId)}`;
    case 'wanted':
      return 'what it is to be best at';
    case 'together':
      return 'what it is matched with';
    case 'uses':
      return 'where it will live, or who uses it';
    case 'version':
      return 'an earlier version of the program made it';
    case 'habit':
      return `the shop’s ${HABIT_NAMES[change.key]}`;
    case 'machine':
      return `the shop’s ${MACHINE_NAMES[change.key] ?? 'machines'}`;
  }
}

const RULING_WORDS: Readonly<Record<Ruling, string>> = {
  never: 'never for',
  ask: 'ask before',
  mind: 'mind it for',
};

/** Why a piece is kept out, or only let in after asking. */
export function reasonWords(reason: FitnessReason, species: string): string {
  switch (reason.kind) {
    case 'hazard':
      return `${hazardRule(reason.hazard).name}: ${RULING_WORDS[reason.ruling]} ${USE_NAMES[reason.use]}`;
    case 'decay':
      return species === UNKNOWN_SPECIES
        ? 'outdoors: nobody knows how long this wood lasts'
        : reason.ruling === 'mind'
          ? `${speciesName(species)} lasts moderately outdoors: keep it off the ground and drained`
          : `${speciesName(species)} rots soon outdoors`;
    case 'sapwood':
      return 'its sapwood rots outdoors, whatever the species';
    case 'veneer':
      return 'veneered: not planed, not ripped, not offered as solid';
    case 'unsawable':
      return 'no saw of this shop goes through it';
  }
}

/** The gravest reason first, the others after it. */
export const fitnessWords = ({ reasons }: Fitness, species: string): string =>
  reasons.map((reason) => reasonWords(reason, species)).join('; ');
