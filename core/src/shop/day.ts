/**
 * A day in the shop: which set-ups can be done, in an order that changes settings seldom, how many minutes they take
 * beside those that the maker has, and what waits for what.
 */
import { minutesOf, type MinutesFrom, type OwnMinutes } from './minutes.ts';
import type { RouteMachine } from '../yield/thickness/milling.ts';
import { sequence } from './sequence.ts';
import type { CutSide, ShopStep } from './shop-step.ts';
import { minutesOn, type Workshop } from './workshop.ts';

/** Settings nearer than this are one: no finer is the machine set, mm. */
const SETTING_TOLERANCE_MM: Readonly<Partial<Record<RouteMachine, number>>> = {
  planer: 0.1,
  'mitre-saw': 0.2,
  'table-saw': 0.2,
  bandsaw: 0.5,
  handsaw: 0.5,
  jigsaw: 1,
};
const USUAL_TOLERANCE_MM = 0.2;

export interface DaySetUp {
  /** Of machine and setting, with a number where it comes again. */
  readonly id: string;
  readonly machine: RouteMachine | null;
  readonly do?: ShopStep['do'];
  readonly setting?: number;
  /** Of cuts in two passes: which. */
  readonly side?: CutSide;
  readonly steps: readonly ShopStep[];
  readonly minutes: number;
  readonly minutesFrom: MinutesFrom;
  /** Whether it still fits into the hours that the maker has on that day. */
  readonly fits: boolean;
}

export interface Waiting {
  readonly step: ShopStep;
  /** The first day, where one is known. */
  readonly until: string | null;
  readonly because: 'rests' | 'glue' | 'no-machine' | 'blocked';
  /** How many steps come after it. */
  readonly holds: number;
}

export interface ShopDay {
  readonly setUps: readonly DaySetUp[];
  readonly settings: number;
  readonly least: number;
  /** Settings if each board and part were gone through on its own. */
  readonly oneByOne: number;
  readonly minutes: number;
  readonly ownMinutes: number;
  readonly waiting: readonly Waiting[];
}

const CLASS: Readonly<Partial<Record<NonNullable<ShopStep['do']>, string>>> = {
  'rough-crosscut': 'across',
  crosscut: 'across',
  'rough-rip': 'along',
  rip: 'along',
  halve: 'along',
};

/** What one setting of a machine serves. */
export function settingKey({
  machine,
  do: deed,
  words,
  setting,
  side,
}: Pick<ShopStep, 'machine' | 'do' | 'words' | 'setting' | 'side'>): string {
  const tolerance = SETTING_TOLERANCE_MM[machine as RouteMachine] ?? USUAL_TOLERANCE_MM;
  const at = setting === undefined ? '' : Math.round(setting / tolerance);
  return `${machine ?? 'none'} ${deed === undefined ? words : (CLASS[deed] ?? deed)} ${at}${side === 'turned' ? ' turned' : ''}`;
}

/** The steps in the order of a day, ISO; those that can't be done yet, at `now` (ms), are named with the reason. */
export function shopDay(
  steps: readonly ShopStep[],
  day: string,
  workshop: Pick<Workshop, 'park' | 'hours'>,
  own: OwnMinutes,
  now = Infinity,
): ShopDay {
  const waiting: Waiting[] = [];
  const held = new Set<string>();
  const holds = new Map<string, number>();
  const rootOf = new Map<string, string>();
  const ready: ShopStep[] = [];
  for (const step of steps) {
    const holder = step.needs.find((need) => held.has(need));
    const because = holder === undefined ? whyNot(step, day, now) : null;
    if (holder === undefined && because === null) {
      ready.push(step);
      continue;
    }
    held.add(step.id);
    if (because === null) {
      const root = rootOf.get(holder ?? '') ?? holder ?? '';
      rootOf.set(step.id, root);
      holds.set(root, (holds.get(root) ?? 0) + 1);
    } else waiting.push({ step, until: step.notBefore ?? null, because, holds: 0 });
  }
  const { groups, least } = sequence(ready.map((step) => ({ ...step, key: settingKey(step) })));
  const ownMinutes = minutesOn(day, workshop.hours);
  const again = new Map<string, number>();
  let minutes = 0;
  const setUps = groups.map((group): DaySetUp => {
    const [first] = group;
    const timed = group.map(({ size, machine, do: deed, passes }) => ({
      ...(deed === undefined ? {} : { do: deed }),
      machine: machine ?? ('bench' as const),
      ...(passes === undefined ? {} : { passes }),
      lengthMm: size.length,
    }));
    const { minutes: own_, from } = minutesOf(timed, workshop, own);
    minutes += own_;
    const key = first?.key ?? '';
    const nth = (again.get(key) ?? 0) + 1;
    again.set(key, nth);
    return {
      id: nth === 1 ? key : `${key} ${nth}`,
      machine: first?.machine ?? null,
      ...(first?.do === undefined ? {} : { do: first.do }),
      ...(first?.setting === undefined ? {} : { setting: first.setting }),
      ...(first?.side === undefined ? {} : { side: first.side }),
      steps: group.map(({ key: _key, ...step }) => step),
      minutes: own_,
      minutesFrom: from,
      fits: minutes <= ownMinutes + 1e-9,
    };
  });
  return {
    setUps,
    settings: setUps.length,
    least,
    oneByOne: ready.filter((step, i) => i === 0 || settingKey(step) !== settingKey(ready[i - 1] as ShopStep))
      .length,
    minutes,
    ownMinutes,
    waiting: waiting.map((one) => ({ ...one, holds: holds.get(one.step.id) ?? 0 })),
  };
}

function whyNot(step: ShopStep, day: string, now: number): Waiting['because'] | null {
  if (step.id.endsWith('/blocked')) return 'blocked';
  if (step.machine === null) return 'no-machine';
  if (isEarly(step, now)) return 'glue';
  if (step.do === 'rest' && (step.notBefore === undefined || step.notBefore > day)) return 'rests';
  return null;
}

/** Whether glue still holds a step at `now`, ms since 1970. */
export const isEarly = ({ freeAt }: Pick<ShopStep, 'freeAt'>, now: number): boolean =>
  freeAt !== undefined && (freeAt === null || freeAt > now);
