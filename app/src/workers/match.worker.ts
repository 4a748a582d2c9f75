import {
  asOne,
  besideLeastWaste,
  chooseGroups,
  isBetterPlan,
  KnownBoards,
  matchSteps,
  plansOf,
  projectInstance,
  provenBy,
  verifyPlan,
  withoutWishes,
  type MatchInstance,
  type MatchPlan,
  type MatchStep,
  type SearchOptions,
} from '@aldrek/core/match';
import { borrowed } from './borrowed';
import type { MatchAnswer, MatchAsk, MatchNote, MatchProgress, PlansById } from './protocol';
import { serve, type Asked } from './serve';
import { solverAtHand } from './solver-at-hand';

/** Between looks at what the page says, the search runs this long, ms. */
const STRETCH = 60;
/** Steps of improvement that better nothing, after which the maker need not wait longer. */
const PATIENCE = 300;
const PATIENCE_PER_BOARD = 30;
/** Of the time so much goes to a least-waste plan beside one with wishes, so that what they cost can be told. */
const BESIDE_SHARE = 0.15;
/** A search whose plan the checker refused is begun again so often. */
const MOST_AGAIN = 2;

serve<MatchAsk, MatchAnswer, MatchProgress, MatchNote>(search);

async function search(ask: MatchAsk, asked: Asked<MatchProgress, MatchNote>): Promise<MatchAnswer> {
  const { seed, role, seconds } = ask;
  const { pieces, projects: all, rules: lent } = await borrowed(ask.port);
  const projects = ask.projectIds.flatMap((id) => all.find((project) => project.id === id) ?? []);
  if (projects.length === 0) throw new Error('the project is no longer there');
  const rules = { ...lent, known: new KnownBoards(lent.habits, lent.machines) };
  const project = asOne(projects);
  const groups = chooseGroups(project, pieces, rules);
  const instance = projectInstance(project, pieces, rules, groups);
  const shownOf = (plan: MatchPlan): PlansById => plansOf(plan, instance, groups, projects, pieces, rules);
  const begin = performance.now();
  const plain = role === 'second' ? null : withoutWishes(project, pieces, rules, groups);
  const besideMs = plain ? BESIDE_SHARE * seconds * 1000 : 0;
  const end = begin + seconds * 1000 - besideMs;
  const kept = new Kept(instance);
  // The first plan needs no solver, so it does not wait for one: the search reads it from here once it has come.
  const options: { -readonly [key in keyof SearchOptions]: SearchOptions[key] } = {
    role,
    seed,
    secondsLeft: () => (end - performance.now()) / 1000,
    solver: null,
  };
  const loading = solverAtHand();
  let again = 0;
  let steps = matchSteps(instance, options);
  let told: MatchPlan | null = null;
  let round = 0;
  let idle = 0;
  let heard: MatchPlan | undefined;
  const patience = PATIENCE + PATIENCE_PER_BOARD * instance.boards.length;
  for (;;) {
    const pause = performance.now() + STRETCH;
    let finished = false;
    let stage: MatchStep['stage'] = 'first';
    while (performance.now() < pause) {
      const step = steps.next(heard);
      heard = undefined;
      if (step.done === true) {
        finished = true;
        break;
      }
      ({ round, stage } = step.value);
      idle = step.value.better || stage !== 'improve' ? 0 : idle + 1;
      if (role !== 'second' && idle > patience) {
        finished = true;
        break;
      }
      if (!kept.take(step.value.plan)) {
        // Its own best is faulty: begun again from another seed, it goes another way.
        if (++again > MOST_AGAIN) finished = true;
        else {
          options.seed = seed + 1000 * again;
          steps = matchSteps(instance, options);
        }
        break;
      }
      if (round === 0) break;
    }
    const notes = asked.notes();
    const stopped = notes.some(({ kind }) => kind === 'stop');
    for (const note of notes) if (note.kind === 'heard' && kept.take(note.plan)) heard = note.plan;
    const now = performance.now();
    const { best } = kept;
    if (asked.cancelled || finished || stopped || now >= end) {
      if (best === null) throw new Error(`no plan passed the checker: ${kept.fault ?? 'none was made'}`);
      // Who stops does not wait for what a priority costs.
      const compared = plain && !asked.cancelled && !stopped ? beside(best, plain, besideMs, options) : best;
      return { plan: compared, shown: shownOf(compared), fault: kept.fault };
    }
    const share = Math.min(1, (now - begin) / (seconds * 1000));
    const news = best === told ? null : best;
    asked.progress({ plan: news, shown: news && shownOf(news), share, round, stage });
    told = best;
    if (stage === 'first' && options.solver === null) options.solver = await loading;
    await asked.turn();
  }
}

/** The plan beside a least-waste plan that is sought for so long. */
function beside(plan: MatchPlan, plain: MatchInstance, ms: number, options: SearchOptions): MatchPlan {
  const until = performance.now() + ms;
  const left = (): number => until - performance.now();
  return besideLeastWaste(plan, plain, () => left() <= 0, { ...options, secondsLeft: () => left() / 1000 });
}

/** The best plan that the checker has passed; one that it refuses is never shown nor kept. */
class Kept {
  best: MatchPlan | null = null;
  fault: string | null = null;
  private last: MatchPlan | null = null;

  constructor(private readonly instance: MatchInstance) {}

  /** Whether a plan as good as the best comes with a better proof, or with an estimate where there was none. */
  private tellsMore(plan: MatchPlan): boolean {
    const { best } = this;
    if (best === null || isBetterPlan(best, plan)) return false;
    return (
      provenBy(plan) > provenBy(best) ||
      ((best.estimate ?? null) === null && (plan.estimate ?? null) !== null)
    );
  }

  /** False when the checker refused the plan. */
  take(plan: MatchPlan): boolean {
    if (plan === this.last || !(isBetterPlan(plan, this.best) || this.tellsMore(plan))) return true;
    this.last = plan;
    const [fault] = verifyPlan(this.instance, plan);
    if (fault !== undefined) {
      this.fault = fault;
      return false;
    }
    this.best = plan;
    return true;
  }
}
