import { Injectable, type OnDestroy } from '@angular/core';
import type { Piece } from '@aldrek/core/wood';
import type { CuttingHabits, Giving, Machines, Want, YieldAsk } from '@aldrek/core/yield';
import { turn } from '../turns/turns';
import { isCancelled, WorkerClient } from '../workers/client';
import type { FiguresAnswer, FiguresQuestion, PieceFigures } from '../workers/protocol';

export type { PieceFigures };

/** Workers at once: as many as there are cores to spare, at most this many. */
const MOST_WORKERS = 4;
/** Pieces in a batch: small enough to be told often, large enough to be worth the post. */
const BATCH = 24;
/** Keys are made for so many pieces before the screen gets its turn. */
const KEYS_AT_ONCE = 80;
/** Figures of older contents are forgotten beyond this many. */
const MOST_KEPT = 60_000;

/** Tells how far it has come; `figures` by the ids of the pieces. Told at most about ten times a second. */
export type Told<T> = (figures: ReadonlyMap<string, T>, done: number, of: number) => void;

interface Job {
  readonly question: FiguresQuestion;
  /** The figures in turn; null where no worker could give them, though it was asked twice. */
  readonly tell: (figures: readonly unknown[] | null) => void;
  readonly again: boolean;
  readonly stopped: () => boolean;
}

/**
 * Figures of many pieces, calculated in workers and kept by content: a piece that is as it was needs no calculation,
 * one that has changed is never given old figures, and undo finds them again.
 */
@Injectable({ providedIn: 'root' })
export class Figures implements OnDestroy {
  private readonly kept = new Map<string, unknown>();
  private readonly contents = new WeakMap<Piece, string>();
  private readonly pool: WorkerClient<FiguresQuestion, FiguresAnswer>[] = [];
  private readonly jobs: Job[] = [];

  /** All figures of the pieces for a grade and a wish; `stop` ends it, with what has been told so far kept. */
  figures(pieces: readonly Piece[], of: YieldAsk, told: Told<PieceFigures>): { stop: () => void } {
    return this.run(pieces, JSON.stringify(of), (some) => ({ kind: 'figures', pieces: some, of }), told);
  }

  /** Whether each piece gives a part, and by how much not. */
  giving(
    pieces: readonly Piece[],
    want: Want,
    habits: CuttingHabits,
    machines: Machines,
    told: Told<Giving>,
  ): { stop: () => void } {
    return this.run(
      pieces,
      JSON.stringify([want, habits, machines]),
      (some) => ({ kind: 'giving', pieces: some, want, habits, machines }),
      told,
    );
  }

  ngOnDestroy(): void {
    for (const client of this.pool) client.close();
  }

  private run<T>(
    pieces: readonly Piece[],
    about: string,
    question: (some: readonly Piece[]) => FiguresQuestion,
    told: Told<T>,
  ): { stop: () => void } {
    let stopped = false;
    void this.workOut(pieces, about, question, told, () => stopped);
    return {
      stop: () => {
        stopped = true;
      },
    };
  }

  private async workOut<T>(
    pieces: readonly Piece[],
    about: string,
    question: (some: readonly Piece[]) => FiguresQuestion,
    told: Told<T>,
    stopped: () => boolean,
  ): Promise<void> {
    const figures = new Map<string, T>();
    const open: { piece: Piece; key: string }[] = [];
    for (let i = 0; i < pieces.length; i++) {
      if (i > 0 && i % KEYS_AT_ONCE === 0) await turn();
      const piece = pieces[i] as Piece;
      const key = `${this.contentOf(piece)}${about}`;
      const known = this.kept.get(key);
      if (known === undefined) open.push({ piece, key });
      else figures.set(piece.id, known as T);
    }
    if (stopped()) return;
    told(figures, figures.size, pieces.length);
    let lastTold = performance.now();
    // Pieces whose worker broke, twice: they stay without figures, and the progress goes on.
    let missed = 0;
    for (let i = 0; i < open.length; i += BATCH) {
      const batch = open.slice(i, i + BATCH);
      this.jobs.push({
        question: question(batch.map(({ piece }) => piece)),
        stopped,
        again: false,
        tell: (results) => {
          batch.forEach(({ piece, key }, n) => {
            if (results === null) return;
            this.keep(key, results[n]);
            figures.set(piece.id, results[n] as T);
          });
          if (results === null) missed += batch.length;
          const done = figures.size + missed;
          const now = performance.now();
          if (stopped() || (done < pieces.length && now - lastTold < 100)) return;
          lastTold = now;
          told(figures, done, pieces.length);
        },
      });
    }
    this.next();
  }

  private next(): void {
    while (this.jobs[0]?.stopped() === true) this.jobs.shift();
    const job = this.jobs[0];
    if (!job) return;
    const client = this.idle();
    if (!client) return;
    this.jobs.shift();
    client
      .ask(job.question)
      .result.then(
        (figures) => job.tell(figures),
        (error: unknown) => {
          if (isCancelled(error)) return;
          if (job.again) job.tell(null);
          else this.jobs.unshift({ ...job, again: true });
        },
      )
      .finally(() => this.next());
    this.next();
  }

  private idle(): WorkerClient<FiguresQuestion, FiguresAnswer> | null {
    const free = this.pool.find(({ busy }) => !busy);
    if (free) return free;
    const most = Math.max(2, Math.min(MOST_WORKERS, navigator.hardwareConcurrency - 1));
    if (this.pool.length >= most) return null;
    const fresh = new WorkerClient<FiguresQuestion, FiguresAnswer>(
      () => new Worker(new URL('../workers/figures.worker', import.meta.url), { type: 'module' }),
    );
    this.pool.push(fresh);
    return fresh;
  }

  private keep(key: string, figures: unknown): void {
    if (this.kept.size >= MOST_KEPT) {
      for (const oldest of [...this.kept.keys()].slice(0, MOST_KEPT / 4)) this.kept.delete(oldest);
    }
    this.kept.set(key, figures);
  }

  /** What of a piece its figures hang on, as text; pieces are values, so it is made once for each. */
  private contentOf(piece: Piece): string {
    const known = this.contents.get(piece);
    if (known !== undefined) return known;
    const { length, width, widthFar, thickness, outline, warp, ends, roughEnds, keepSkin, veneerMm } = piece;
    const findings = piece.findings.map((finding) => [
      finding.kind,
      finding.face,
      finding.x,
      finding.y,
      finding.length,
      finding.width,
      finding.depth,
      finding.fix,
      finding.fate,
    ]);
    const content = JSON.stringify([
      [length, width, widthFar, thickness],
      [outline, warp, ends, roughEnds, keepSkin, veneerMm],
      findings,
    ]);
    this.contents.set(piece, content);
    return content;
  }
}
