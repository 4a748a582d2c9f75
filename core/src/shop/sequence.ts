/**
 * The order of a day: steps that one setting serves are done together, nothing before what it needs, and settings change
 * as seldom as can be found.
 *
 * Method. As long as the setting at hand has a step that is ready, it is done, since nothing is gained by leaving it. Then
 * the next setting is chosen: every rule below is tried, and the order with the fewest settings is taken. Where that is more
 * than the bound and the day is small, all choices are tried that could still save a setting, up to a fixed number of them.
 * Never fewer settings than there are different ones: that is the bound, and where an order meets it no other is tried.
 * O(n²) for n steps and rule.
 */
export interface ToSequence {
  readonly id: string;
  /** The same for what one setting of one machine serves. */
  readonly key: string;
  /** Ids; those that are not to be sequenced count as done. */
  readonly needs: readonly string[];
}

export interface Sequence<S extends ToSequence> {
  /** In order; the same setting may come again where what it needs comes between. */
  readonly groups: readonly (readonly S[])[];
  /** No order needs fewer settings. */
  readonly least: number;
  /** Settings of the order in which the steps came. */
  readonly asTheyCame: number;
  /** Whether something needs, by way of others, what needs it; such steps are left out. */
  readonly circular: readonly S[];
}

/** How the next setting is chosen among those that have something ready. */
interface Candidate {
  readonly key: string;
  readonly ready: number;
  readonly open: number;
  /** Steps of other settings that wait for its ready ones. */
  readonly frees: number;
}
type Rule = (a: Candidate, b: Candidate) => number;

const finished = ({ ready, open }: Candidate): number => Number(ready === open);
const RULES: readonly Rule[] = [
  (a, b) => finished(b) - finished(a) || b.ready - a.ready || b.frees - a.frees,
  (a, b) => finished(b) - finished(a) || b.frees - a.frees || b.ready - a.ready,
  (a, b) => a.open - a.ready - (b.open - b.ready) || b.frees - a.frees,
  (a, b) => finished(b) - finished(a) || a.open - b.open || b.frees - a.frees,
];

/** Days of so many steps are searched through, so many choices of a next setting at most. */
const SMALL = 120;
const CHOICES = 4000;

export function sequence<S extends ToSequence>(steps: readonly S[]): Sequence<S> {
  const least = new Set(steps.map(({ key }) => key)).size;
  const asTheyCame = steps.filter(({ key }, i) => key !== steps[i - 1]?.key).length;
  let best: S[][] | null = null;
  for (const rule of RULES) {
    const groups = inOrder(steps, rule);
    if (best === null || groups.length < best.length) best = groups;
    if (best.length <= least) break;
  }
  if (best !== null && best.length > least && steps.length <= SMALL) best = searched(steps, best);
  const groups = best ?? [];
  const done = new Set(groups.flat());
  return { groups, least, asTheyCame, circular: steps.filter((step) => !done.has(step)) };
}

function inOrder<S extends ToSequence>(steps: readonly S[], rule: Rule): S[][] {
  const byId = new Map(steps.map((step) => [step.id, step]));
  const waitsFor = new Map(steps.map((step) => [step, step.needs.filter((need) => byId.has(need)).length]));
  const freedBy = new Map<string, S[]>();
  for (const step of steps) for (const need of step.needs) if (byId.has(need)) push(freedBy, need, step);
  const open = new Map<string, number>();
  for (const { key } of steps) open.set(key, (open.get(key) ?? 0) + 1);
  const ready = new Map<string, S[]>();
  for (const [step, count] of waitsFor) if (count === 0) push(ready, step.key, step);
  const groups: S[][] = [];
  while (ready.size > 0) {
    const candidates = [...ready].map(([key, list]): Candidate => ({
      key,
      ready: list.length,
      open: open.get(key) ?? 0,
      frees: list.reduce(
        (sum, { id }) => sum + (freedBy.get(id) ?? []).filter((s) => s.key !== key).length,
        0,
      ),
    }));
    const { key } = candidates.sort((a, b) => rule(a, b) || a.key.localeCompare(b.key))[0] as Candidate;
    const group: S[] = [];
    for (let list = ready.get(key); list && list.length > 0; list = ready.get(key)) {
      ready.delete(key);
      group.push(...list);
      for (const step of list) {
        for (const freed of freedBy.get(step.id) ?? []) {
          const left = (waitsFor.get(freed) ?? 0) - 1;
          waitsFor.set(freed, left);
          if (left === 0) push(ready, freed.key, freed);
        }
      }
    }
    open.set(key, (open.get(key) ?? 0) - group.length);
    groups.push(group);
  }
  return groups;
}

/** A better order than `best`, or `best`: by trying every next setting, with what is left to be set as the bound. */
function searched<S extends ToSequence>(steps: readonly S[], best: S[][]): S[][] {
  const at = new Map(steps.map(({ id }, i) => [id, i]));
  const needs = steps.map((step) => step.needs.flatMap((need) => at.get(need) ?? []));
  const seen = new Map<string, number>();
  let left = CHOICES;
  let found = best;
  const visit = (done: readonly boolean[], groups: readonly (readonly number[])[], last: string): void => {
    const open = steps.flatMap((_, i) => (done[i] ? [] : [i]));
    if (open.length === 0) {
      if (groups.length < found.length) found = groups.map((group) => group.map((i) => steps[i] as S));
      return;
    }
    const keys = new Set(open.map((i) => steps[i]?.key ?? ''));
    if (groups.length + keys.size >= found.length || left-- <= 0) return;
    const name = `${last}|${open.join()}`;
    if ((seen.get(name) ?? Infinity) <= groups.length) return;
    seen.set(name, groups.length);
    for (const key of keys) {
      if (key === last) continue;
      const next = [...done];
      const group: number[] = [];
      for (let more = true; more;) {
        const ready = open.filter(
          (i) => !next[i] && steps[i]?.key === key && (needs[i] ?? []).every((need) => next[need] === true),
        );
        for (const i of ready) next[i] = true;
        group.push(...ready);
        more = ready.length > 0;
      }
      if (group.length > 0) visit(next, [...groups, group], key);
    }
  };
  visit(
    steps.map(() => false),
    [],
    '',
  );
  return found;
}

function push<T>(lists: Map<string, T[]>, key: string, value: T): void {
  const list = lists.get(key);
  if (list) list.push(value);
  else lists.set(key, [value]);
}
