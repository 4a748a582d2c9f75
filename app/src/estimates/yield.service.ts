import { Injectable, type OnDestroy } from '@angular/core';
import type { Piece } from '@aldrek/core/wood';
import type { PieceYield, YieldAsk } from '@aldrek/core/yield';
import { isCancelled, WorkerClient } from '../workers/client';
import type { YieldQuestion } from '../workers/protocol';

/** Hears the answer, or null where the worker could not give one. */
type Told = (result: PieceYield | null) => void;

/**
 * Asks the worker for a piece's yield. While one question is being answered only the newest of the
 * others waits: a finding that is dragged asks often, and only its last place matters.
 */
@Injectable({ providedIn: 'root' })
export class YieldService implements OnDestroy {
  private readonly client = new WorkerClient<YieldQuestion, PieceYield>(
    () => new Worker(new URL('../workers/yield.worker', import.meta.url), { type: 'module' }),
  );
  private waiting: { readonly question: YieldQuestion; readonly tell: Told } | null = null;

  ask(piece: Piece, of: YieldAsk, tell: Told): void {
    this.waiting = { question: { piece, of }, tell };
    this.next();
  }

  ngOnDestroy(): void {
    this.client.close();
  }

  private next(): void {
    if (this.client.busy || !this.waiting) return;
    const { question, tell } = this.waiting;
    this.waiting = null;
    this.client
      .ask(question)
      .result.then(tell, (error: unknown) => {
        if (!isCancelled(error)) tell(null);
      })
      .finally(() => this.next());
  }
}
