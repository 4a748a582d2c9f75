/** The worker's side of {@link WorkerClient}: answers each question, and hears notes and cancels on the way. */
import { turn } from '../turns/turns';
import type { FromWorker, ToWorker } from './messages';

export interface Asked<Progress, Note> {
  progress(progress: Progress): void;
  /** Nobody waits for the answer any more. */
  readonly cancelled: boolean;
  /** The notes since the last look. */
  notes(): Note[];
  /** Lets messages come in. */
  turn(): Promise<void>;
}

// Named by each worker, so that what it is asked is checked.
// eslint-disable-next-line @typescript-eslint/no-unnecessary-type-parameters
export function serve<Ask, Result, Progress = never, Note = never>(
  answer: (ask: Ask, asked: Asked<Progress, Note>) => Result | Promise<Result>,
): void {
  const held = new Map<number, { cancelled: boolean; notes: Note[] }>();
  const say = (message: FromWorker<Progress, Result>): void => postMessage(message);
  addEventListener('message', ({ data }: MessageEvent<ToWorker<Ask, Note>>) => {
    const { id } = data;
    if (data.kind !== 'ask') {
      const one = held.get(id);
      if (!one) return;
      if (data.kind === 'cancel') one.cancelled = true;
      else one.notes.push(data.note);
      return;
    }
    const state = { cancelled: false, notes: [] as Note[] };
    held.set(id, state);
    const asked: Asked<Progress, Note> = {
      progress: (progress) => say({ kind: 'progress', id, progress }),
      get cancelled() {
        return state.cancelled;
      },
      notes: () => state.notes.splice(0),
      turn,
    };
    // Questions are begun in the order in which they come, each in one go up to its first turn.
    new Promise<Result>((resolve) => resolve(answer(data.ask, asked)))
      .then((result) => say({ kind: 'done', id, result }))
      .catch((error: unknown) =>
        say({ kind: 'failed', id, message: error instanceof Error ? error.message : String(error) }),
      )
      .finally(() => held.delete(id));
  });
}
