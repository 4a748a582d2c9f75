import { inject, Injectable, signal } from '@angular/core';
import type { Project } from '@aldrek/core/project';
import { isCancelled } from '../workers/client';
import type { ShortPart } from '../workers/protocol';
import { Planning } from './planning';

export interface Drafted {
  readonly projectId: string;
  readonly short: readonly ShortPart[];
}

/**
 * The plan follows the hand: while a size is dragged or typed, a first plan without a search says whether the rack still
 * covers it. One question is under way at a time; of those that come meanwhile only the newest is asked.
 */
@Injectable({ providedIn: 'root' })
export class PlanDraft {
  private readonly planning = inject(Planning);
  /** What the last answer said; null while nothing is being changed. */
  readonly said = signal<Drafted | null>(null);
  private wanted: Project | null = null;
  private underWay = false;

  /** Asks about a project as it would be; null when the hand has let go. */
  follow(project: Project | null): void {
    this.wanted = project;
    if (project === null) this.said.set(null);
    else if (!this.underWay) void this.ask();
  }

  private async ask(): Promise<void> {
    this.underWay = true;
    try {
      while (this.wanted !== null) {
        const asked: Project = this.wanted;
        const short = await this.planning.draft(asked);
        const now = this.wanted as Project | null;
        if (now === null) break;
        this.said.set(short && { projectId: asked.id, short });
        if (now === asked) break;
      }
    } catch (error) {
      // Planning says itself why it broke off.
      if (!isCancelled(error)) this.said.set(null);
    } finally {
      this.underWay = false;
    }
  }
}
