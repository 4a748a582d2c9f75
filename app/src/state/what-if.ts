import { computed, inject, Injectable, signal } from '@angular/core';
import {
  matesOf,
  rankCouldMake,
  SHIPPED_DESIGNS,
  type CouldMake,
  type Design,
  type DesignSize,
  type Largest,
  type LargestOfTwo,
  type Piece,
  type Project,
  type ProjectPlan,
  type ShopRules,
  type WayOut,
} from '@aldrek/core';
import type { PlansById, WhatIfAnswer, WhatIfAsk } from '../workers/protocol';
import { ShopStore } from './shop.store';

type Asked = WhatIfAsk extends infer Ask
  ? Ask extends unknown
    ? Omit<Ask, 'version' | 'ask' | 'rules'>
    : never
  : never;

export interface WayPlans {
  readonly plan: ProjectPlan;
  readonly all: PlansById;
}

/** What if: ways out of a shortage, the largest of a design, what the rack could become. One at a time, in a worker. */
@Injectable({ providedIn: 'root' })
export class WhatIf {
  private readonly store = inject(ShopStore);
  private worker: Worker | null = null;
  private asked = 0;

  readonly running = signal<WhatIfAsk['kind'] | null>(null);
  readonly failed = signal<string | null>(null);
  /** The ways that were tried last, and what they were tried on: any change of that makes them void. */
  readonly tried = signal<{
    readonly project: Project;
    readonly mates: readonly Project[];
    readonly pieces: readonly Piece[];
    readonly ways: readonly WayOut[];
  } | null>(null);
  /** Plans of the ways tried so far, by way: the project's, and those of all that are matched with it. */
  readonly plans = signal<ReadonlyMap<string, WayPlans>>(new Map());
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

  private rules(): ShopRules {
    return { habits: this.store.habits(), machines: this.store.machines() };
  }

  /** Whether the ways that were tried last are of this very project, its mates and the rack as it is. */
  holdsFor(project: Project): boolean {
    const tried = this.tried();
    if (tried?.project !== project || tried.pieces !== this.store.pieces()) return false;
    const mates = matesOf(project, this.store.projects());
    return mates.length === tried.mates.length && mates.every((mate, i) => mate === tried.mates[i]);
  }

  tryWays(project: Project, ways: readonly WayOut[]): void {
    const pieces = this.store.pieces();
    const mates = matesOf(project, this.store.projects());
    this.tried.set({ project, mates, pieces, ways });
    this.plans.set(new Map());
    this.ask({
      kind: 'ways',
      pieces,
      mates,
      ways: ways.map(({ id, project, pieces: own }) =>
        own === pieces ? { id, project } : { id, project, pieces: own },
      ),
    });
  }

  findLargest(design: Design, size: DesignSize, project: Project): void {
    this.expectLargest(project, [size.key]);
    this.ask({
      kind: 'largest',
      design,
      size,
      sizes: project.design?.sizes ?? {},
      project,
      pieces: this.store.pieces(),
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
      pieces: this.store.pieces(),
    });
  }

  private expectLargest(project: Project, keys: readonly string[]): void {
    this.largest.set(null);
    this.largestTwo.set(null);
    this.largestOf.set(largestKey(project, keys));
  }

  askCould(): void {
    this.found.set([]);
    this.ask({ kind: 'could', designs: this.designs(), pieces: this.store.pieces() });
  }

  /** Ends the question in hand; what was answered stays. */
  stop(): void {
    this.worker?.terminate();
    this.worker = null;
    this.running.set(null);
  }

  private ask(asked: Asked): void {
    this.stop();
    this.failed.set(null);
    this.running.set(asked.kind);
    const worker = new Worker(new URL('../workers/what-if.worker', import.meta.url), { type: 'module' });
    worker.onmessage = ({ data }: MessageEvent<WhatIfAnswer>) => this.hear(data);
    worker.onerror = (event) => this.broke(event.message);
    this.worker = worker;
    worker.postMessage({ version: 2, ask: ++this.asked, rules: this.rules(), ...asked } satisfies WhatIfAsk);
  }

  private hear(answer: WhatIfAnswer): void {
    if (answer.ask !== this.asked) return;
    switch (answer.kind) {
      case 'way':
        this.plans.update((plans) => new Map(plans).set(answer.id, { plan: answer.plan, all: answer.plans }));
        return;
      case 'largest':
        this.largest.set(answer.largest);
        return;
      case 'largest-two':
        this.largestTwo.set(answer.largest);
        return;
      case 'could':
        this.found.update((found) => [...found, answer.could]);
        return;
      case 'done':
        this.stop();
        return;
      case 'failed':
        this.broke(answer.message);
    }
  }

  private broke(message: string): void {
    this.stop();
    this.failed.set(message);
  }
}

/** A project, its design and its sizes but for those that are sought: what an answer stands for. */
export function largestKey(project: Project, keys: readonly string[]): string {
  const sought = Object.fromEntries(keys.map((key) => [key, 0]));
  return JSON.stringify([project.id, project.design?.id, { ...project.design?.sizes, ...sought }, keys]);
}
