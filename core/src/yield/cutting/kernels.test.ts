import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { salvagedBoard } from '../../../bench/salvaged-board.ts';
import { sectionCuts, stripLines } from './cut-lines.ts';
import { Obstacles } from './obstacles.ts';
import { runsWorth } from './runs-worth.ts';
import { boundSections } from './section-bound.ts';
import { SectionChain } from './section-chain.ts';
import { SectionWorth } from './section-worth.ts';
import { weightsOf, WISHES } from './wish.ts';

const RULE = { kerfMm: 3, minLengthMm: 150, minWidthMm: 40 };

/** Tries every set of runs and every whole-millimetre way of cutting them back. */
function bruteRuns(runs: readonly (readonly [number, number])[], kerf: number, least: number): number {
  let best = 0;
  const visit = (index: number, lastEnd: number, sum: number): void => {
    best = Math.max(best, sum);
    const run = runs[index];
    if (!run) return;
    visit(index + 1, lastEnd, sum);
    for (let from = Math.max(run[0], lastEnd + kerf); from <= run[1] - least; from++) {
      for (let to = from + least; to <= run[1]; to++) visit(index + 1, to, sum + to - from);
    }
  };
  visit(0, -1e9, 0);
  return best;
}

describe('runsWorth', () => {
  it('gives up no more to the kerf than it must', () => {
    const gaps = fc.array(fc.tuple(fc.integer({ min: 0, max: 4 }), fc.integer({ min: 3, max: 8 })), {
      maxLength: 4,
    });
    fc.assert(
      fc.property(gaps, (stretches) => {
        let at = 0;
        const runs = stretches.map(([gap, length]): [number, number] => {
          const from = at + gap;
          at = from + length;
          return [from, at];
        });
        const from = Float64Array.from(runs, (run) => run[0]);
        const to = Float64Array.from(runs, (run) => run[1]);
        const taken: [number, number][] = [];
        const sum = runsWorth(from, to, runs.length, 3, 3, false, (low, high) => taken.push([low, high]));
        expect(sum).toBeCloseTo(bruteRuns(runs, 3, 3));
        expect(taken.reduce((total, [low, high]) => total + high - low, 0)).toBeCloseTo(sum);
        taken.forEach(([low], i) => {
          if (i > 0) expect(low - (taken[i - 1]?.[1] ?? 0)).toBeGreaterThanOrEqual(3 - 1e-9);
        });
      }),
      { numRuns: 200 },
    );
  });
});

describe('bounds of sections', () => {
  it.each(WISHES)('are never below what the section is worth, wishing for %s', (wish) => {
    const weights = weightsOf(wish, 'u');
    for (let seed = 1; seed <= 12; seed++) {
      const board = salvagedBoard(12, seed);
      const obstacles = new Obstacles(board.blocked, board.length, board.width);
      const sections = sectionCuts(obstacles, RULE.kerfMm, RULE.minLengthMm, 1);
      const cuts = sections.places;
      const chain = new SectionChain(sections, RULE.kerfMm, RULE.minLengthMm);
      boundSections(chain, obstacles, RULE.minLengthMm, RULE.minWidthMm, weights);
      const exact = new SectionWorth(obstacles, RULE, 0, weights);
      for (let i = 0; i < cuts.length; i += 3) {
        for (let j = i + 1; j < cuts.length; j += 2) {
          const section = chain.section(i, j);
          const [from, to] = chain.span(section);
          if (to - from < RULE.minLengthMm || !chain.stands(i, j)) continue;
          expect(chain.worthOf[section]).toBeGreaterThanOrEqual(exact.worth(from, to) - 1e-3);
        }
      }
    }
  });
});

describe('where cuts may stand', () => {
  const obstacles = new Obstacles([{ x: 400, y: 30, length: 20, width: 10 }], 1000, 100);

  it('is at the edges of findings, and a kerf before them', () => {
    expect([...sectionCuts(obstacles, 3, 150, 0).places]).toEqual([0, 400, 417, 1000]);
  });

  it('follows neighbours of the least size when asked to', () => {
    const cuts = [...sectionCuts(obstacles, 3, 150, 1).places];
    for (const held of [150, 247, 264, 553, 570, 847]) expect(cuts).toContain(held);
  });

  it('knows which finding a strip line hangs on', () => {
    const { starts, ends } = stripLines(100, obstacles.v0, obstacles.v1, 3, 40, 0);
    expect([...starts.places]).toEqual([0, 33, 40]);
    expect([...starts.owners]).toEqual([-1, 0, 0]);
    expect([...ends.places]).toEqual([30, 37, 100]);
  });
});
