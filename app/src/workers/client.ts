/**
 * The one way to ask a worker: typed questions, answers as promises, progress, notes on the way, cancel. A worker that
 * dies fails every question it held, so that nobody waits for ever, and a fresh one takes the next.
 */
import type { FromWorker, ToWorker } from './messages';

/** Why a question was not answered. */
export class WorkerFault extends Error {
  constructor(
    readonly kind: 'failed' | 'died' | 'cancelled',
    message: string,
  ) {
    super(message);
  }
}

export interface Call<Result, Note> {
  readonly result: Promise<Result>;
  /** Says something to the worker while it is at it. */
  note(note: Note): void;
  /** Ends it: the answer, should one come, is of no interest any more. */
  cancel(): void;
}

interface Pending {
  readonly done: (result: unknown) => void;
  readonly failed: (fault: WorkerFault) => void;
  readonly progress: (progress: unknown) => void;
}

export interface WorkerClientOptions {
  /** Ends the worker itself on cancel: for work that does not look up on the way. */
  readonly endOnCancel?: boolean;
  /** A fresh worker takes the place of one that died or was ended: what it holds has to be told again. */
  readonly onStart?: () => void;
}

export class WorkerClient<Ask, Result, Progress = never, Note = never> {
  private worker: Worker | null = null;
  private asked = 0;
  private readonly pending = new Map<number, Pending>();
  /** Questions that were given up, and that the worker may still be at. */
  private readonly givenUp = new Set<number>();

  constructor(
    private readonly make: () => Worker,
    private readonly options: WorkerClientOptions = {},
  ) {}

  get busy(): boolean {
    return this.pending.size > 0;
  }

  /** Whether the worker may still be at something that nobody waits for any more. */
  get windingDown(): boolean {
    return this.givenUp.size > 0;
  }

  ask(
    ask: Ask,
    progress: (progress: Progress) => void = () => undefined,
    transfer: Transferable[] = [],
  ): Call<Result, Note> {
    const worker = this.started();
    const id = ++this.asked;
    const result = new Promise<Result>((resolve, reject) => {
      this.pending.set(id, {
        done: (value) => resolve(value as Result),
        failed: reject,
        progress: (value) => progress(value as Progress),
      });
    });
    const say = (message: ToWorker<Ask, Note>): void => worker.postMessage(message);
    try {
      worker.postMessage({ kind: 'ask', id, ask } satisfies ToWorker<Ask, Note>, transfer);
    } catch (error) {
      this.settle(id)?.failed(new WorkerFault('failed', String(error)));
    }
    return {
      result,
      note: (note) => {
        if (this.pending.has(id)) say({ kind: 'note', id, note });
      },
      cancel: () => {
        const held = this.settle(id);
        if (!held) return;
        if (this.options.endOnCancel === true && this.worker === worker) this.end();
        else {
          if (this.worker === worker) this.givenUp.add(id);
          say({ kind: 'cancel', id });
        }
        held.failed(new WorkerFault('cancelled', 'cancelled'));
      },
    };
  }

  /** Ends the worker; what was asked of it is not answered. */
  close(): void {
    this.end();
    this.failAll(new WorkerFault('cancelled', 'ended'));
  }

  private started(): Worker {
    if (this.worker) return this.worker;
    const worker = this.make();
    this.worker = worker;
    worker.onmessage = ({ data }: MessageEvent<FromWorker<Progress, Result>>) => this.hear(data);
    const died = (message: string): void => {
      if (this.worker !== worker) return;
      this.end();
      this.failAll(new WorkerFault('died', message || 'the worker broke off'));
    };
    worker.onerror = (event) => died(event.message);
    worker.onmessageerror = () => died('what it said could not be read');
    this.options.onStart?.();
    return worker;
  }

  private hear(message: FromWorker<Progress, Result>): void {
    if (message.kind !== 'progress') this.givenUp.delete(message.id);
    switch (message.kind) {
      case 'progress':
        this.pending.get(message.id)?.progress(message.progress);
        return;
      case 'done':
        this.settle(message.id)?.done(message.result);
        return;
      case 'failed':
        this.settle(message.id)?.failed(new WorkerFault('failed', message.message));
    }
  }

  private settle(id: number): Pending | undefined {
    const held = this.pending.get(id);
    this.pending.delete(id);
    return held;
  }

  private end(): void {
    this.worker?.terminate();
    this.worker = null;
    this.givenUp.clear();
  }

  private failAll(fault: WorkerFault): void {
    const held = [...this.pending.values()];
    this.pending.clear();
    for (const { failed } of held) failed(fault);
  }
}

/** Whether a question was only given up, which is no fault. */
export const isCancelled = (error: unknown): boolean =>
  error instanceof WorkerFault && error.kind === 'cancelled';
