import { createServer, type Server } from 'node:http';
import express from 'express';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { instruments } from './bench.ts';
import {
  caliperReading,
  detectorSignal,
  groupOf,
  hiddenNails,
  METER_GROUPS,
  meterReading,
} from './simulated.ts';

const still = () => 0.5;

describe('the stand-ins', () => {
  it('a caliper is right to two hundredths', () => {
    expect(caliperReading(98.004, still)).toBe(98);
    expect(caliperReading(98, () => 1)).toBe(98.02);
    expect(caliperReading(900, still)).toBe(300);
    expect(caliperReading(0, () => 0)).toBe(0);
  });

  it('a moisture meter is right only when it is set to the wood', () => {
    expect(meterReading(14, 'european-oak', 3, still)).toBe(14);
    expect(meterReading(14, 'european-oak', 1, still)).toBe(13.1);
    expect(meterReading(14, 'norway-spruce', 4, still)).toBe(12.2);
    expect(meterReading(4, 'norway-spruce', 1, still)).toBeNull();
    expect(meterReading(90, 'norway-spruce', 1, still)).toBeNull();
    expect(groupOf('nobody’s wood')).toBeUndefined();
    expect(new Set(METER_GROUPS.map(({ group }) => group)).size).toBe(METER_GROUPS.length);
  });

  it('a detector answers near metal, and always finds the same hidden nails', () => {
    expect(detectorSignal(600, [600], still)).toBe(1);
    expect(detectorSignal(700, [600], still)).toBe(0);
    expect(detectorSignal(615, [600], still)).toBeGreaterThan(0.6);
    expect(detectorSignal(600, [], still)).toBe(0);
    expect(hiddenNails('P-01', 1200)).toEqual(hiddenNails('P-01', 1200));
    for (const nail of hiddenNails('S-17', 900)) expect(nail).toBeLessThanOrEqual(900);
  });
});

describe('over the stream', () => {
  let server: Server;
  let address = '';

  beforeEach(async () => {
    server = createServer(express().use('/instruments', instruments(still)));
    await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
    const at = server.address();
    address = `http://127.0.0.1:${typeof at === 'object' && at ? at.port : 0}/instruments`;
  });

  afterEach(() => {
    server.closeAllConnections();
    server.close();
  });

  const post = (path: string, body: object) =>
    fetch(`${address}/${path}`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify(body),
    });

  async function connected(bench: string): Promise<() => Promise<Record<string, unknown>>> {
    const response = await fetch(`${address}/stream/${bench}`);
    const reader = response.body?.pipeThrough(new TextDecoderStream()).getReader();
    let text = '';
    return async () => {
      while (!text.includes('\n\n')) text += (await reader?.read())?.value ?? '';
      const [event = '', ...rest] = text.split('\n\n');
      text = rest.join('\n\n');
      return JSON.parse(event.replace('data: ', '')) as Record<string, unknown>;
    };
  }

  it('say that they are simulated, and answer the bench that asked', async () => {
    const mine = await connected('mine');
    const other = await connected('other');
    expect(await mine()).toMatchObject({ kind: 'hello', simulated: true });
    await other();
    expect((await post('caliper/mine', { openMm: 18.2 })).status).toBe(204);
    expect(await mine()).toEqual({ kind: 'reading', instrument: 'caliper', mm: 18.2 });
    await post('moisture/other', { woodPct: 12, species: 'teak', group: 4 });
    expect(await other()).toMatchObject({ instrument: 'moisture', percent: 12, group: 4 });
    await post('detector/mine', { tag: 'P-01', lengthMm: 1000, atMm: 400, metalMm: [400] });
    expect(await mine()).toMatchObject({ instrument: 'detector', atMm: 400, signal: 1 });
  });

  it.each([
    ['caliper/mine', { openMm: 'wide' }, 400, 'openMm must be a number'],
    ['moisture/mine', { woodPct: 12, species: 'teak', group: 9 }, 400, 'group must be'],
    ['scale/mine', {}, 404, 'There is no scale'],
    ['caliper/nobody', { openMm: 3 }, 404, 'not connected'],
    ['constructor/mine', {}, 404, 'There is no constructor'],
  ])('refuse %s with %j', async (path, body, status, reason) => {
    await connected('mine');
    const answer = await post(path, body);
    expect(answer.status).toBe(status);
    expect(await answer.text()).toContain(reason);
  });
});
