import { Injectable, type OnDestroy } from '@angular/core';
import type { Piece, PieceYield, YieldAsk } from '@aldrek/core';
import type { YieldAnswer, YieldQuestion } from '../workers/protocol';

/**
 * Asks the worker for a piece's yield. While one question is being answered only the newest of the
 * others waits: a finding that is dragged asks often, and only its last place matters.
 */
@Injectable({ providedIn: 'root' })
export class YieldService implements OnDestroy {
  private worker: Worker | null = null;
  private asked = 0;
  private busy = false;
  private waiting: { ask: YieldQuestion; tell: (result: PieceYield) => void } | null = null;
  private telling: ((result: PieceYield) => void) | null = null;

  ask(piece: Piece, of: YieldAsk, tell: (result: PieceYield) => void): void {
    this.waiting = { ask: { version: 2, ask: ++this.asked, piece, of }, tell };
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
