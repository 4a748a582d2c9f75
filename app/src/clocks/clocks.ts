import { computed, effect, inject, Injectable, signal, untracked } from '@angular/core';
import type { Project } from '@aldrek/core/project';
import type { Entry } from '@aldrek/core/shop';
import {
  CLOCK_FREES_NAMES,
  milestonesOf,
  nextOf,
  type ClockMilestone,
  type GlueClock,
} from '@aldrek/core/floor';
import { ShopStore } from '../shop-store/shop.store';
import { tell } from './tell';

export interface RunningClock {
  readonly entryId: string;
  readonly clock: GlueClock;
  /** What is in the clamps. */
  readonly name: string;
  readonly project: string;
  readonly next: ClockMilestone;
  readonly milestones: readonly ClockMilestone[];
}

const TICK_MS = 1000;

/**
 * The clocks that glue started. They stand in the shop's document, so that every tab and every reload has them; this counts
 * the seconds, and tells when one sets something free.
 */
@Injectable({ providedIn: 'root' })
export class Clocks {
  private readonly store = inject(ShopStore);
  /** Moves each second while a clock runs. */
  readonly now = signal(Date.now());
  /** Moves when something has just become free. */
  readonly freed = signal(0);

  private readonly started = computed(() => {
    const projects = this.store.projectById();
    return this.store
      .entries()
      .flatMap((entry) =>
        entry.clock === undefined || entry.clock.discarded === true
          ? []
          : [{ entry, clock: entry.clock, ...named(entry, projects) }],
      );
  });

  readonly running = computed((): readonly RunningClock[] => {
    const now = this.now();
    return this.started()
      .flatMap(({ entry, clock, name, project }): RunningClock[] => {
        const next = nextOf(clock, now);
        return next === null
          ? []
          : [{ entryId: entry.id, clock, name, project, next, milestones: milestonesOf(clock, now) }];
      })
      .sort((a, b) => a.next.leftMin - b.next.leftMin);
  });

  private ticking: ReturnType<typeof setInterval> | null = null;
  private before = Date.now();

  constructor() {
    effect(() => {
      // A clock that was just started is counted at once.
      this.started();
      untracked(() => this.tick());
      const runs = this.running().some(({ clock }) => clock.pausedAt === undefined);
      if (runs && this.ticking === null) this.ticking = setInterval(() => this.tick(), TICK_MS);
      if (!runs && this.ticking !== null) {
        clearInterval(this.ticking);
        this.ticking = null;
      }
    });
  }

  private tick(): void {
    const now = Date.now();
    const { before } = this;
    this.before = now;
    this.now.set(now);
    const freed = this.started().flatMap(({ entry, clock, name, project }) => {
      if (clock.pausedAt !== undefined) return [];
      const earlier = milestonesOf(clock, before);
      return milestonesOf(clock, now).flatMap(({ frees, reached }, i) =>
        reached && earlier[i]?.reached === false
          ? [{ id: `${entry.id} ${frees}`, title: `${CLOCK_FREES_NAMES[frees]}: ${name}`, body: project }]
          : [],
      );
    });
    freed.forEach(tell);
    if (freed.length > 0) this.freed.update((n) => n + 1);
  }
}

/** What an entry glued, in words. */
function named(entry: Entry, projects: ReadonlyMap<string, Project>): { name: string; project: string } {
  const [projectId = ''] = entry.projectIds;
  const project = projects.get(projectId);
  const [part] = entry.gave.parts;
  const made = project?.parts.find(({ id }) => id === part?.partId);
  const glued = entry.kind === 'glued' && part ? `${made?.name ?? 'panel'} ${part.wood.tag}` : null;
  return { name: glued ?? 'assembly', project: project?.name ?? '' };
}
