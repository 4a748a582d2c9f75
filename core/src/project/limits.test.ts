import { describe, expect, it } from 'vitest';
import { usualSizes } from './designs/design.ts';
import { designById } from './designs/shipped.ts';
import { longestRoundTurn, outerSize, sizeLimits } from './limits.ts';
import { DEFAULT_ALLOWANCES, type Part } from './project.ts';

const part = (name: string, length: number, width: number, thickness: number): Part => ({
  id: name,
  name,
  qty: 1,
  length,
  width,
  thickness,
  grade: 'character',
  species: 'any',
  allowances: DEFAULT_ALLOWANCES,
});
const bench = designById('bench', []);
if (!bench) throw new Error('no bench among the designs');

describe('the way round a turn', () => {
  /** Whether a rectangle passes, tried at every angle: its outer long side must stay clear of the inner corner. */
  function passes(long: number, deep: number, wide: number): boolean {
    for (let degrees = 0.5; degrees < 90; degrees += 0.5) {
      const a = (degrees * Math.PI) / 180;
      // Ends against the outer walls, the side toward the corner: its distance from the corner at this angle.
      const reach = wide * Math.cos(a) + wide * Math.sin(a) - long * Math.sin(a) * Math.cos(a);
      if (reach < deep - 1e-9) return false;
    }
    return true;
  }

  it.each([
    [800, 0],
    [800, 300],
    [650, 120],
  ])('of %i wide for something %i deep is what turning it shows', (wide, deep) => {
    const long = longestRoundTurn(wide, deep);
    expect(passes(long - 1, deep, wide)).toBe(true);
    expect(passes(long + 5, deep, wide)).toBe(false);
  });

  it('lets nothing through that is deeper than the passage across its turn', () => {
    expect(longestRoundTurn(500, 800)).toBe(0);
  });
});

describe('the outer size of a design', () => {
  it('is that of its elevation, with what stays free under the lowest rail', () => {
    const sizes = { ...usualSizes(bench), L: 1300, D: 340, H: 450, t: 20 };
    // The apron is 70 high and hangs under the seat.
    expect(outerSize(bench, sizes)).toEqual({ width: 1300, height: 450, depth: 340, under: 360 });
  });

  it('has nothing free under what lies on the floor all along', () => {
    const plinth = { ...bench, drawing: [{ part: 'seat', x: '0', y: '0', width: 'L', height: 't' }] };
    expect(outerSize(plinth, usualSizes(bench))?.under).toBe(0);
    expect(outerSize({ ...bench, drawing: [] }, {})).toBeNull();
  });
});

describe('limits of size and weight', () => {
  const outer = { width: 1900, height: 900, depth: 850, under: 300 };
  const parts = [part('top', 1900, 850, 30)];
  const say = (brief: Parameters<typeof sizeLimits>[0], kg = 30): string[] =>
    sizeLimits(brief, parts, outer, kg, (mm) => `${mm}`);

  it.each([
    ['nothing is asked', {}, []],
    ['all of it passes', { doorwayMm: 900, stairsMm: 1300, clearanceMm: 300, carryKg: 40 }, []],
    ['the parts pass, the whole does not', { doorwayMm: 800 }, [/^Assembled it does not go through/]],
    ['a part is stuck on the stairs', { stairsMm: 600 }, [/^top alone does not go round a turn/]],
    ['the whole is stuck on the stairs', { stairsMm: 900 }, [/^Assembled it does not go round/]],
    ['too little room under it', { clearanceMm: 320 }, [/^Only 300 stays free/]],
    ['too heavy', { carryKg: 25 }, [/about 30 kg/]],
  ] as const)('%s', (_, brief, expected) => {
    const notes = say(brief);
    expect(notes).toHaveLength(expected.length);
    expected.forEach((words, i) => expect(notes[i]).toMatch(words));
  });

  it('says that the room under it has to be measured where no design tells', () => {
    expect(sizeLimits({ clearanceMm: 200 }, parts, null, 0, String)[0]).toMatch(/so measure/);
  });
});
