import { computed, inject, Injectable, signal } from '@angular/core';
import { rankCouldMake, type CouldMake, type Largest, type LargestOfTwo } from '@aldrek/core/match';
import { matesOf, SHIPPED_DESIGNS, type Design, type DesignSize, type Project } from '@aldrek/core/project';
import { type Piece } from '@aldrek/core/wood';
import { isCancelled, WorkerClient, type Call } from '../workers/client';
import type { OfferedWay, TriedWay, WhatIfAsk, WhatIfStep } from '../workers/protocol';

export type { OfferedWay, TriedWay };
import { Planning } from './planning';
import { ShopStore } from '../shop-store/shop.store';

type Asked = WhatIfAsk extends infer Ask ? (Ask extends unknown ? Omit<Ask, 'port'> : never) : never;

/** What if: ways out of a shortage, the largest of a design, what the rack could become. One at a time, in a worker. */
@Injectable({ providedIn: 'root' })
export class WhatIf {
  private readonly store = inject(ShopStore);
  private readonly planning = inject(Planning);
  private readonly client = new WorkerClient<WhatIfAsk, null, WhatIfStep>(
    () => new Worker(new URL('../workers/what-if.worker', import.meta.url), { type: 'module' }),
    { endOnCancel: true },
  );
  private call: Call<null, never> | null = null;
  private asked = 0;

  readonly running = signal<WhatIfAsk['kind'] | null>(null);
  readonly failed = signal<string | null>(null);
  /** The ways that were tried last, and what they were tried on: any change of that makes them void. */
  readonly tried = signal<{
    readonly project: Project;
    readonly mates: readonly Project[];
    readonly pieces: readonly Piece[];
  } | null>(null);
  /** The ways tried so far, by way, each with its plans. */
  readonly plans = signal<ReadonlyMap<string, TriedWay>>(new Map());
  readonly largest = signal<Largest | null>(null);
  readonly largestTwo = signal<LargestOfTwo | null>(null);
  /** What the largest was asked of, see {@link largestKey}. */
  readonly largestOf = signal<string | null>(null);
  private readonly found = signal<readonly CouldMake[]>([]);
  readonly could = computed(() => rankCouldMake(this.found()));
  readonly designs = computed((): readonly Design[] => [
    ...this.store.shop().settings.designs,
    ...SHIPPED_DESIGNS,
  ]);

  /** Whether the ways that were tried last are of this very project, its mates and the rack as it is. */
  holdsFor(project: Project): boolean {
    const tried = this.tried();
    if (tried?.project !== project || tried.pieces !== this.store.pieces()) return false;
    const mates = matesOf(project, this.store.projects());
    return mates.length === tried.mates.length && mates.every((mate, i) => mate === tried.mates[i]);
  }

  tryWays(project: Project): void {
    const pieces = this.store.pieces();
    const mates = matesOf(project, this.store.projects());
    this.tried.set({ project, mates, pieces });
    this.plans.set(new Map());
    const { pricePerM3 } = this.store.trade();
    this.ask({ kind: 'ways', projectId: project.id, unit: this.store.unit(), pricesPerM3: pricePerM3 });
  }

  /** Tries the ways of a project that is short, unless that has been done, or something else is being asked. */
  tryUnasked(project: Project): void {
    if (this.running() === null && !this.holdsFor(project)) this.tryWays(project);
  }

  findLargest(design: Design, size: DesignSize, project: Project): void {
    this.expectLargest(project, [size.key]);
    this.ask({
      kind: 'largest',
      design,
      size,
      sizes: project.design?.sizes ?? {},
      project,
    });
  }

  findLargestTwo(design: Design, pair: readonly [DesignSize, DesignSize], project: Project): void {
    this.expectLargest(
      project,
      pair.map(({ key }) => key),
    );
    this.ask({
      kind: 'largest-two',
      design,
      pair,
      sizes: project.design?.sizes ?? {},
      project,
    });
  }

  private expectLargest(project: Project, keys: readonly string[]): void {
    this.largest.set(null);
    this.largestTwo.set(null);
    this.largestOf.set(largestKey(project, keys));
  }

  askCould(): void {
    this.found.set([]);
    this.ask({ kind: 'could', designs: this.designs() });
  }

  /** Ends the question in hand; what was answered stays. */
  stop(): void {
    this.asked++;
    this.call?.cancel();
    this.call = null;
    this.running.set(null);
  }

  private ask(asked: Asked): void {
    this.stop();
    this.failed.set(null);
    this.running.set(asked.kind);
    const mine = this.asked;
    this.begin(asked, mine).then(
      () => {
        if (mine === this.asked) this.stop();
      },
      (error: unknown) => {
        if (mine !== this.asked || isCancelled(error)) return;
        this.stop();
        this.failed.set(error instanceof Error ? error.message : String(error));
      },
    );
  }

  private async begin(asked: Asked, mine: number): Promise<void> {
    const port = await this.planning.lend();
    if (mine !== this.asked) return;
    this.call = this.client.ask(
      { ...asked, port },
      (step) => {
        if (mine === this.asked) this.hear(step);
      },
      [port],
    );
    await this.call.result;
  }

  private hear(step: WhatIfStep): void {
    switch (step.kind) {
      case 'way':
        this.plans.update((plans) => new Map(plans).set(step.tried.way.id, step.tried));
        return;
      case 'largest':
        this.largest.set(step.largest);
        return;
      case 'largest-two':
        this.largestTwo.set(step.largest);
        return;
      case 'could':
        this.found.update((found) => [...found, step.could]);
    }
  }
}

/** A project, its design and its sizes but for those that are sought: what an answer stands for. */
export function largestKey(project: Project, keys: readonly string[]): string {
  const sought = Object.fromEntries(keys.map((key) => [key, 0]));
  return JSON.stringify([project.id, project.design?.id, { ...project.design?.sizes, ...sought }, keys]);
}
