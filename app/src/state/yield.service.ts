import { Injectable, type OnDestroy } from '@angular/core';
import type { CuttingHabits, Grade, Piece, PieceYield } from '@aldrek/core';
import type { YieldAnswer, YieldAsk } from '../workers/protocol';

/**
 * Asks the worker for a piece's yield. While one question is being answered only the newest of the
 * others waits: a finding that is dragged asks often, and only its last place matters.
 */
@Injectable({ providedIn: 'root' })
export class YieldService implements OnDestroy {
  private worker: Worker | null = null;
  private asked = 0;
  private busy = false;
  private waiting: { ask: YieldAsk; tell: (result: PieceYield) => void } | null = null;
  private telling: ((result: PieceYield) => void) | null = null;

  ask(piece: Piece, grade: Grade, habits: CuttingHabits, tell: (result: PieceYield) => void): void {
    this.waiting = { ask: { version: 1, ask: ++this.asked, piece, grade, habits }, tell };
    this.next();
  }

  ngOnDestroy(): void {
    this.worker?.terminate();
  }

  private next(): void {
    if (this.busy || !this.waiting) return;
    const { ask, tell } = this.waiting;
    this.waiting = null;
    this.telling = tell;
    this.busy = true;
    this.started().postMessage(ask);
  }

  private started(): Worker {
    if (!this.worker) {
      this.worker = new Worker(new URL('../workers/yield.worker', import.meta.url), { type: 'module' });
      this.worker.onmessage = ({ data }: MessageEvent<YieldAnswer>) => {
        this.busy = false;
        this.telling?.(data.result);
        this.next();
      };
      // A worker that broke is put away; the next question starts a fresh one.
      this.worker.onerror = () => {
        this.worker?.terminate();
        this.worker = null;
        this.busy = false;
        this.next();
      };
    }
    return this.worker;
  }
}
