import { describe, expect, it } from 'vitest';
import { runVerb } from './main.ts';

const run = async (args: string[], input: unknown): Promise<unknown> =>
  JSON.parse(await runVerb(args, JSON.stringify(input)));

describe('sure', () => {
  const piece = { findKind: 'pallet', species: 'oak', knowledge: 'inspected', estimated: 2 };

  it('gives ranges in the unit of the ask, tightened by the record', async () => {
    const records = Array.from({ length: 30 }, (_, i) => ({ ...piece, actual: 1.5 + 0.01 * (i % 5) }));
    const [before, after] = await Promise.all(
      [[], records].map((given) => run(['sure'], { records: given, asks: [piece] })),
    );
    const of = (got: unknown) =>
      (got as { ranges: { low: number; likely: number; high: number }[] }).ranges[0];
    const [wide, tight] = [of(before), of(after)];
    expect(wide?.likely).toBeCloseTo(2 * Math.exp(-0.05), 3);
    expect(tight?.likely).toBeCloseTo(1.52, 1);
    expect((tight?.high ?? 9) - (tight?.low ?? 0)).toBeLessThan(((wide?.high ?? 0) - (wide?.low ?? 0)) / 2);
  });

  it('names the field that is wrong', async () => {
    await expect(run(['sure'], { records: [piece], asks: [] })).rejects.toThrow('records[0].actual');
    const machined = { ...piece, knowledge: 'machined' };
    await expect(run(['sure'], { records: [], asks: [machined] })).rejects.toThrow('asks[0].knowledge');
  });
});
