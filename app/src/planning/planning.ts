import { effect, inject, Injectable, signal, untracked, type OnDestroy } from '@angular/core';
import { type Project, type ProjectPlan } from '@aldrek/core/project';
import { deltaBetween, noDelta, type Delta } from '@aldrek/core/shop';
import { type LengthUnit, type Piece } from '@aldrek/core/wood';
import { isCancelled, WorkerClient, type Call } from '../workers/client';
import type {
  PlanningAnswer,
  PlanningAsk,
  PlanningLook,
  PlansById,
  ShortPart,
  DayAsk,
  FloorDay,
  SawnWood,
} from '../workers/protocol';
import { ShopStore } from '../shop-store/shop.store';

export type { FloorDay } from '../workers/protocol';

/** Pieces that are sent in one go: the page copies each, and must not be held up. */
const AT_ONCE = 200;

/**
 * Planning away from the page: a worker holds the rack and hears of its changes. It is started when something is first
 * asked of it, and told of the shop again when it had to be replaced.
 */
@Injectable({ providedIn: 'root' })
export class Planning implements OnDestroy {
  private readonly store = inject(ShopStore);
  private readonly client = new WorkerClient<PlanningAsk, PlanningAnswer>(
    () => new Worker(new URL('../workers/planning.worker', import.meta.url), { type: 'module' }),
    { onStart: () => void (this.told = null) },
  );
  /** What the worker holds; null before it has been told anything. */
  private told: {
    readonly pieces: readonly Piece[];
    readonly projects: readonly Project[];
    readonly rules: string;
  } | null = null;
  private feeding: Promise<void> = Promise.resolve();
  private asked = 0;

  /** What is known of the project that was last asked about. */
  readonly look = signal<PlanningLook | null>(null);
  /** Why nothing is known, in words; null while all is well. */
  readonly trouble = signal<string | null>(null);

  /** Looks at a project now, and again whenever the shop changes, until the answer is of no interest any more. */
  watch(projectId: () => string | null): void {
    effect(() => {
      const id = projectId();
      const [shop, unit] = [this.store.shop(), this.store.unit()];
      untracked(() => {
        if (id === null) this.look.set(null);
        else void this.lookAt(id, unit, shop.settings.trade.pricePerM3);
      });
    });
  }

  private async lookAt(
    projectId: string,
    unit: LengthUnit,
    pricesPerM3: Readonly<Record<string, number>>,
  ): Promise<void> {
    const mine = ++this.asked;
    try {
      await this.fed();
      // Changes follow each other quickly: only the newest is looked at.
      if (mine !== this.asked) return;
      const answer = await this.client.ask({ kind: 'look', projectId, unit, pricesPerM3 }).result;
      if (mine !== this.asked || answer.kind !== 'look') return;
      this.look.set(answer.look);
      this.trouble.set(null);
    } catch (error) {
      if (!isCancelled(error) && mine === this.asked)
        this.trouble.set(`Planning broke off (${String(error)}). It begins again with your next change.`);
    }
  }

  /** Lays what is not fixed around what is, in a moment; null where that came to nothing. */
  async refill(projectId: string): Promise<PlansById | null> {
    await this.fed();
    const answer = await this.client.ask({ kind: 'refill', projectId }).result;
    return answer.kind === 'refilled' ? answer.plans : null;
  }

  /** A plan for what is missing of a project in hand; null where there is none. */
  async rest(projectId: string, sawn: readonly SawnWood[]): Promise<ProjectPlan | null> {
    await this.fed();
    const answer = await this.client.ask({ kind: 'rest', projectId, sawn }).result;
    return answer.kind === 'refilled' ? (answer.plans?.get(projectId) ?? null) : null;
  }

  /** What is left to be done on the shop floor, in the order of a day; null before the shop is known. */
  async day(ask: DayAsk): Promise<FloorDay | null> {
    await this.fed();
    const answer = await this.client.ask({ kind: 'day', ...ask }).result;
    return answer.kind === 'day' ? answer.floor : null;
  }

  /** What of a project as it would be finds no place in a first plan; null where nothing can be said. */
  async draft(project: Project): Promise<readonly ShortPart[] | null> {
    await this.fed();
    const answer = await this.client.ask({ kind: 'draft', project }).result;
    return answer.kind === 'drafted' ? answer.short : null;
  }

  /** A port on which the shop as it stands will come: for a worker that searches. */
  async lend(): Promise<MessagePort> {
    const { port1, port2 } = new MessageChannel();
    await this.fed();
    const call: Call<PlanningAnswer, never> = this.client.ask({ kind: 'lend', port: port1 }, undefined, [
      port1,
    ]);
    await call.result;
    return port2;
  }

  ngOnDestroy(): void {
    this.client.close();
  }

  /** Resolves once the worker holds the shop as it stands. */
  private fed(): Promise<void> {
    this.feeding = this.feeding.catch(() => undefined).then(() => this.feed());
    return this.feeding;
  }

  private async feed(): Promise<void> {
    const { pieces, projects, settings } = this.store.shop();
    const { habits, machines } = settings;
    const rules = JSON.stringify([habits, machines]);
    if (this.told?.pieces === pieces && this.told.projects === projects && this.told.rules === rules) return;
    const afresh = this.told === null;
    const delta = deltaBetween(this.told?.pieces ?? [], pieces);
    const projectDelta = deltaBetween(this.told?.projects ?? [], projects);
    let first = true;
    for (const some of inSlices(delta)) {
      await this.client.ask({
        kind: 'feed',
        afresh: afresh && first,
        pieces: some,
        projects: first ? projectDelta : noDelta<Project>(),
        rules: { habits, machines },
      }).result;
      // Set here as well: the first question may have started the worker, which forgets what it was told.
      if (first) this.told = { pieces: [], projects: [], rules: '' };
      first = false;
    }
    this.told = { pieces, projects, rules };
  }
}

/** A delta in slices; one at least, since it also carries what is not of the rack. */
function* inSlices(delta: Delta<Piece>): Generator<Delta<Piece>> {
  const { added, updated, removed } = delta;
  const most = Math.max(added.length, updated.length, removed.length, 1);
  for (let i = 0; i < most; i += AT_ONCE) {
    yield {
      added: added.slice(i, i + AT_ONCE),
      updated: updated.slice(i, i + AT_ONCE),
      removed: removed.slice(i, i + AT_ONCE),
    };
  }
}
