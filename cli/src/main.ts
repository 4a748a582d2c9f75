import { readFileSync } from 'node:fs';
import { isMainThread, parentPort, Worker, workerData } from 'node:worker_threads';
import { InputError, objectAt, type Json } from './fields.ts';
import type { MatchPlan } from '@aldrek/core/match';
import { matchVerb, secondSearch, type Peer, type SecondSearch } from './match.ts';
import { reckonVerb } from './reckon.ts';
import { demoVerb } from './demo.ts';
import { panelOrderVerb } from './panel-order.ts';
import { readVerb } from './read.ts';
import { routeVerb } from './route.ts';
import { sureVerb } from './sure.ts';
import { yieldVerb } from './yield.ts';

const USAGE =
  'usage: yield | match [--seconds N] [--seed N] | reckon NAME | read | demo | route | panelOrder | sure, JSON on standard input';

const VERBS: ReadonlySet<string> = new Set([
  'yield',
  'match',
  'reckon',
  'demo',
  'route',
  'panelOrder',
  'sure',
]);

/** Runs one verb on the text of its input and returns what to print. */
export async function runVerb(args: readonly string[], text: string): Promise<string> {
  const [verb, ...rest] = args;
  if (verb === 'read') return JSON.stringify(readVerb(text));
  if (verb === undefined || !VERBS.has(verb)) throw new InputError(USAGE);
  const input = parse(text);
  if (verb === 'route') return JSON.stringify(routeVerb(input));
  if (verb === 'panelOrder') return JSON.stringify(panelOrderVerb(input));
  if (verb === 'sure') return JSON.stringify(sureVerb(input));
  if (verb === 'demo') return JSON.stringify(demoVerb(input));
  const answer =
    verb === 'yield'
      ? yieldVerb(input)
      : verb === 'match'
        ? await matchVerb(input, option(rest, '--seconds', 5), option(rest, '--seed', 1), secondThread)
        : reckonVerb(rest[0], input);
  return JSON.stringify(answer);
}

function parse(text: string): Json {
  let raw: unknown;
  try {
    raw = JSON.parse(text);
  } catch (error) {
    throw new InputError(
      `input: expected JSON, ${error instanceof Error ? error.message.replace(/\s+/g, ' ') : 'got something else'}`,
    );
  }
  return objectAt(raw, 'input');
}

function option(args: readonly string[], name: string, fallback: number): number {
  const index = args.indexOf(name);
  if (index < 0) return fallback;
  const value = Number(args[index + 1]);
  if (!Number.isFinite(value) || value < 0 || args[index + 1] === undefined) {
    throw new InputError(`${name}: expected a number from 0, got ${args[index + 1] ?? 'nothing'}`);
  }
  return value;
}

/** A search in a thread of its own. */
function secondThread(work: SecondSearch): Peer {
  const thread = new Worker(new URL(import.meta.url), { workerData: work });
  const peer = peerThrough(thread);
  // The first search goes on alone then; that it does is told, since less is found and proven.
  thread.on('error', (error: unknown) => {
    process.stderr.write(
      `the second search ended early: ${error instanceof Error ? error.message : 'unknown'}\n`,
    );
  });
  thread.unref();
  return { ...peer, end: () => void thread.terminate() };
}

function peerThrough(port: {
  on(name: 'message', hear: (plan: MatchPlan) => void): unknown;
  postMessage(plan: MatchPlan): void;
}): Peer {
  let latest: MatchPlan | undefined;
  port.on('message', (plan) => (latest = plan));
  return {
    tell: (plan) => port.postMessage(plan),
    heard: () => {
      const plan = latest;
      latest = undefined;
      return plan;
    },
    end: () => undefined,
  };
}

if (!isMainThread && parentPort) {
  await secondSearch(workerData as SecondSearch, peerThrough(parentPort));
} else if (/main\.[mt]s$|core\.mjs$/.test(process.argv[1] ?? '')) {
  try {
    process.stdout.write(`${await runVerb(process.argv.slice(2), readFileSync(0, 'utf8'))}\n`);
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
    process.stderr.write(`${error.message}\n`);
    process.exitCode = 2;
  }
}
