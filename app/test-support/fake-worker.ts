import { vi } from 'vitest';
import type { FromWorker, ToWorker } from '../src/workers/messages';

/** Stands in for a worker: keeps what it is told, and answers when the test says so. */
export class FakeWorker {
  static readonly made: FakeWorker[] = [];
  readonly told: ToWorker<unknown, unknown>[] = [];
  onmessage: ((event: { data: unknown }) => void) | null = null;
  onerror: ((event: { message: string }) => void) | null = null;
  onmessageerror: (() => void) | null = null;
  terminate = vi.fn();

  constructor() {
    FakeWorker.made.push(this);
  }

  postMessage(message: ToWorker<unknown, unknown>): void {
    this.told.push(message);
  }

  /** The questions so far. */
  asked<Ask>(): Ask[] {
    return this.told.flatMap((message) => (message.kind === 'ask' ? [message.ask as Ask] : []));
  }

  /** The notes so far. */
  notes(): unknown[] {
    return this.told.flatMap((message) => (message.kind === 'note' ? [message.note] : []));
  }

  done(result: unknown, id = this.lastId()): void {
    this.say({ kind: 'done', id, result });
  }

  progress(progress: unknown, id = this.lastId()): void {
    this.say({ kind: 'progress', id, progress });
  }

  failed(message: string, id = this.lastId()): void {
    this.say({ kind: 'failed', id, message });
  }

  private lastId(): number {
    return this.told.findLast(({ kind }) => kind === 'ask')?.id ?? 0;
  }

  private say(data: FromWorker<unknown, unknown>): void {
    this.onmessage?.({ data });
  }
}

/** Lets what waits for promises go on. */
export const settled = (ms = 0): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms));
