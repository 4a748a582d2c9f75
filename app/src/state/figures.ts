import { Injectable, type OnDestroy } from '@angular/core';
import type { CuttingHabits, Giving, Machines, Piece, Want, YieldAsk } from '@aldrek/core';
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
  readonly question: Omit<FiguresQuestion, 'batch'>;
  readonly tell: (figures: readonly unknown[]) => void;
  readonly stopped: () => boolean;
}

/**
 * Figures of many pieces, reckoned in workers and kept by content: a piece that is as it was needs no reckoning,
 * one that has changed is never given old figures, and undo finds them again.
 */
@Injectable({ providedIn: 'root' })
export class Figures implements OnDestroy {
  private readonly kept = new Map<string, unknown>();
  private readonly contents = new WeakMap<Piece, string>();
  private readonly free: Worker[] = [];
  private made = 0;
  private readonly jobs: Job[] = [];

  /** All figures of the pieces for a grade and a wish; `stop` ends it, with what has been told so far kept. */
  figures(pieces: readonly Piece[], of: YieldAsk, told: Told<PieceFigures>): { stop: () => void } {
    return this.run(
      pieces,
      JSON.stringify(of),
      (some) => ({ version: 1, kind: 'figures', pieces: some, of }),
      told,
    );
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
      (some) => ({ version: 1, kind: 'giving', pieces: some, want, habits, machines }),
      told,
    );
  }

  ngOnDestroy(): void {
    for (const worker of this.free) worker.terminate();
  }

  private run<T>(
    pieces: readonly Piece[],
    about: string,
    question: (some: readonly Piece[]) => Omit<FiguresQuestion, 'batch'>,
    told: Told<T>,
  ): { stop: () => void } {
    let stopped = false;
    void this.reckon(pieces, about, question, told, () => stopped);
    return {
      stop: () => {
        stopped = true;
      },
    };
  }

  private async reckon<T>(
    pieces: readonly Piece[],
    about: string,
    question: (some: readonly Piece[]) => Omit<FiguresQuestion, 'batch'>,
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
    for (let i = 0; i < open.length; i += BATCH) {
      const batch = open.slice(i, i + BATCH);
      this.jobs.push({
        question: question(batch.map(({ piece }) => piece)),
        stopped,
        tell: (results) => {
          batch.forEach(({ piece, key }, n) => {
            this.keep(key, results[n]);
            figures.set(piece.id, results[n] as T);
          });
          const now = performance.now();
          if (stopped() || (figures.size < pieces.length && now - lastTold < 100)) return;
          lastTold = now;
          told(figures, figures.size, pieces.length);
        },
      });
    }
    this.next();
  }

  private next(): void {
    while (this.jobs[0]?.stopped() === true) this.jobs.shift();
    const job = this.jobs[0];
    if (!job) return;
    const worker = this.free.pop() ?? this.another();
    if (!worker) return;
    this.jobs.shift();
    worker.onmessage = ({ data }: MessageEvent<FiguresAnswer>) => {
      this.free.push(worker);
      job.tell(data.figures);
      this.next();
    };
    // A worker that broke is put away; its batch stays without figures rather than with wrong ones.
    worker.onerror = () => {
      worker.terminate();
      this.made--;
      this.next();
    };
    worker.postMessage({ ...job.question, batch: 0 });
    this.next();
  }

  private another(): Worker | null {
    if (this.made >= Math.max(2, Math.min(MOST_WORKERS, navigator.hardwareConcurrency - 1))) return null;
    this.made++;
    return new Worker(new URL('../workers/figures.worker', import.meta.url), { type: 'module' });
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
    const { length, width, widthFar, thickness, outline, warp, ends, keepSkin, veneerMm } = piece;
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
      [outline, warp, ends, keepSkin, veneerMm],
      findings,
    ]);
    this.contents.set(piece, content);
    return content;
  }
}

const turn = (): Promise<void> => new Promise((resolve) => setTimeout(resolve));
