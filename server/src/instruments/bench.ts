/**
 * The instruments over a stream: one connection is one bench. Readings go out as server-sent events, what
 * is done to the stand-ins (a button pressed, a detector passed over wood) comes in as small JSON posts.
 */
import { json, Router, type Request, type Response } from 'express';
import {
  caliperReading,
  detectorSignal,
  hiddenNails,
  METER_GROUPS,
  meterReading,
  type Chance,
} from './simulated.ts';

/** So that proxies and sleepy networks keep the line open. */
const HEARTBEAT_MS = 15_000;
/** More benches than this at once are not those of one shop. */
const MOST_BENCHES = 40;

type Held = Readonly<Record<string, unknown>>;

const figure = (held: Held, key: string, least: number, most: number): number => {
  const value = held[key];
  if (typeof value !== 'number' || !(value >= least && value <= most)) {
    throw new TypeError(`${key} must be a number from ${least} to ${most}`);
  }
  return value;
};

const word = (held: Held, key: string): string => {
  const value = held[key];
  if (typeof value !== 'string' || value.length > 200) throw new TypeError(`${key} must be a word`);
  return value;
};

/** What each instrument answers to what is held to it; throws TypeError where that makes no sense. */
const ANSWERS: Readonly<Record<string, (held: Held, chance: Chance) => object>> = {
  caliper: (held, chance) => ({ mm: caliperReading(figure(held, 'openMm', 0, 1000), chance) }),
  moisture: (held, chance) => {
    const group = figure(held, 'group', 1, METER_GROUPS.length);
    const woodPct = figure(held, 'woodPct', 0, 250);
    return { percent: meterReading(woodPct, word(held, 'species'), group, chance), group };
  },
  detector: (held, chance) => {
    const [atMm, lengthMm] = [figure(held, 'atMm', 0, 20_000), figure(held, 'lengthMm', 0, 20_000)];
    const seen = held['metalMm'];
    const known = Array.isArray(seen) ? seen.filter((mm): mm is number => typeof mm === 'number') : [];
    const nails = [...known.slice(0, 500), ...hiddenNails(word(held, 'tag'), lengthMm)];
    return { atMm, signal: detectorSignal(atMm, nails, chance) };
  },
};

export function instruments(chance: Chance = Math.random): Router {
  const benches = new Map<string, Response>();
  const router = Router();

  const send = (to: Response, data: object): void => {
    to.write(`data: ${JSON.stringify(data)}\n\n`);
    // The compression before it keeps small writes back; its types add a flush that is missing without it.
    if ('flush' in to) to.flush();
  };

  router.get('/stream/:bench', (request: Request<{ bench: string }>, response) => {
    const { bench } = request.params;
    if (benches.size >= MOST_BENCHES && !benches.has(bench)) {
      response.status(503).type('text').send('There are too many benches at once.');
      return;
    }
    response.writeHead(200, {
      'Content-Type': 'text/event-stream',
      'Cache-Control': 'no-cache, no-transform',
      Connection: 'keep-alive',
    });
    benches.set(bench, response);
    send(response, { kind: 'hello', simulated: true, groups: METER_GROUPS });
    const beat = setInterval(() => response.write(': still here\n\n'), HEARTBEAT_MS);
    response.on('close', () => {
      clearInterval(beat);
      if (benches.get(bench) === response) benches.delete(bench);
    });
  });

  router.post(
    '/:instrument/:bench',
    json({ limit: '16kb' }),
    (request: Request<{ instrument: string; bench: string }>, response) => {
      const { instrument, bench } = request.params;
      const stream = benches.get(bench);
      const answer = Object.hasOwn(ANSWERS, instrument) ? ANSWERS[instrument] : undefined;
      if (!answer || !stream) {
        response
          .status(404)
          .type('text')
          .send(answer ? 'That bench is not connected.' : `There is no ${instrument}.`);
        return;
      }
      try {
        const held = (typeof request.body === 'object' && request.body !== null ? request.body : {}) as Held;
        send(stream, { kind: 'reading', instrument, ...answer(held, chance) });
        response.status(204).end();
      } catch (error) {
        if (!(error instanceof TypeError)) throw error;
        response.status(400).type('text').send(error.message);
      }
    },
  );

  return router;
}
