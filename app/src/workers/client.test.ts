import { beforeEach, describe, expect, it, vi } from 'vitest';
import { FakeWorker } from '../../test-support/fake-worker';
import { isCancelled, WorkerClient, type WorkerFault } from './client';
import type { FromWorker } from './messages';
import { serve } from './serve';

const client = (options = {}) =>
  new WorkerClient<string, number, string, string>(() => new FakeWorker() as unknown as Worker, options);
const faultOf = (work: Promise<unknown>): Promise<WorkerFault> =>
  work.then(
    () => {
      throw new Error('it was answered');
    },
    (error: unknown) => error as WorkerFault,
  );

beforeEach(() => {
  FakeWorker.made.length = 0;
});
const worker = (): FakeWorker => FakeWorker.made.at(-1) as FakeWorker;

describe('a question to a worker', () => {
  it('is answered by its number, with progress on the way', async () => {
    const asked = client();
    const heard: string[] = [];
    const [one, two] = [asked.ask('a', (progress) => heard.push(progress)), asked.ask('b')];
    expect(FakeWorker.made).toHaveLength(1);
    worker().progress('half', 1);
    worker().done(2, 2);
    worker().done(1, 1);
    expect([await one.result, await two.result]).toEqual([1, 2]);
    expect(heard).toEqual(['half']);
    expect(asked.busy).toBe(false);
  });

  it('fails with what the worker says, and the worker goes on', async () => {
    const asked = client();
    const call = asked.ask('a');
    worker().failed('no such rack');
    expect(await faultOf(call.result)).toMatchObject({ kind: 'failed', message: 'no such rack' });
    asked.ask('b').result.catch(() => undefined);
    expect(FakeWorker.made).toHaveLength(1);
  });

  it('is never left waiting: a worker that dies fails all it held, and a fresh one takes the next', async () => {
    const started = vi.fn();
    const asked = client({ onStart: started });
    const calls = [asked.ask('a'), asked.ask('b')];
    worker().onerror?.({ message: 'out of memory' });
    for (const call of calls)
      expect(await faultOf(call.result)).toMatchObject({ kind: 'died', message: 'out of memory' });
    const next = asked.ask('c');
    expect(FakeWorker.made).toHaveLength(2);
    expect(started).toHaveBeenCalledTimes(2);
    worker().done(3);
    expect(await next.result).toBe(3);
  });

  it('takes notes, and is given up: by a word, or with the worker where it does not look up', async () => {
    const gentle = client();
    const call = gentle.ask('a');
    call.note('faster');
    call.cancel();
    expect(worker().told.map(({ kind }) => kind)).toEqual(['ask', 'note', 'cancel']);
    expect(isCancelled(await faultOf(call.result))).toBe(true);
    expect(gentle.windingDown).toBe(true);
    worker().done(7);
    expect(gentle.windingDown).toBe(false);
    call.note('too late');
    expect(worker().told).toHaveLength(3);
    const hard = client({ endOnCancel: true });
    const other = hard.ask('a');
    other.cancel();
    expect(worker().terminate).toHaveBeenCalledOnce();
    expect(isCancelled(await faultOf(other.result))).toBe(true);
  });
});

it('the worker’s side answers what it is asked, tells what it can’t, and hears notes and cancels', async () => {
  const said: FromWorker<number, string>[] = [];
  let hear: (event: { data: unknown }) => void = () => undefined;
  vi.stubGlobal('postMessage', (message: FromWorker<number, string>) => said.push(message));
  vi.stubGlobal('addEventListener', (_: string, listener: typeof hear) => (hear = listener));
  serve<string, string, number, string>(async (ask, asked) => {
    if (ask === 'bad') throw new Error('a bad question');
    asked.progress(1);
    await asked.turn();
    return `${ask} ${asked.notes().join()} ${String(asked.cancelled)}`;
  });
  hear({ data: { kind: 'ask', id: 1, ask: 'good' } });
  hear({ data: { kind: 'note', id: 1, note: 'quick' } });
  hear({ data: { kind: 'cancel', id: 1 } });
  hear({ data: { kind: 'ask', id: 2, ask: 'bad' } });
  await vi.waitFor(() => expect(said).toHaveLength(3));
  expect(said).toEqual([
    { kind: 'progress', id: 1, progress: 1 },
    { kind: 'failed', id: 2, message: 'a bad question' },
    { kind: 'done', id: 1, result: 'good quick true' },
  ]);
  vi.unstubAllGlobals();
});
