import { vi } from 'vitest';

/** Stands in for a worker: keeps what it is told, and answers when the test says so. */
export class FakeWorker {
  static readonly made: FakeWorker[] = [];
  readonly told: unknown[] = [];
  onmessage: ((event: { data: unknown }) => void) | null = null;
  onerror: ((event: { message: string }) => void) | null = null;
  terminate = vi.fn();

  constructor() {
    FakeWorker.made.push(this);
  }

  postMessage(message: unknown): void {
    this.told.push(message);
  }

  answer(data: unknown): void {
    this.onmessage?.({ data });
  }
}
