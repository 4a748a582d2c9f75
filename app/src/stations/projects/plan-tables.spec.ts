import { MatButtonHarness } from '@angular/material/button/testing';
import { provideRouter } from '@angular/router';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { LargestOfTwo, LargestPair } from '@aldrek/core/match';
import type { DesignSize, PlannedCut, Project, ProjectPlan } from '@aldrek/core/project';
import { aBoard } from '../../../test-support/made-up-piece';
import { heard, show, textOf, withShop } from '../../../test-support/component';
import { FakeWorker } from '../../../test-support/fake-worker';
import { aPart, aProject } from '../../../test-support/made-up-project';
import { LargestPairs } from './largest-pairs';
import { PlanCompare } from './plan-compare';

beforeEach(() => vi.stubGlobal('Worker', FakeWorker));
afterEach(() => vi.unstubAllGlobals());

const cut = (pieceId: string, partId: string, more: Partial<PlannedCut> = {}): PlannedCut => ({
  pieceId,
  partId,
  unit: 0,
  x: 0,
  y: 0,
  length: 600,
  width: 120,
  ...more,
});
const plan = (cuts: readonly PlannedCut[], more: Partial<ProjectPlan> = {}): ProjectPlan => ({
  cuts,
  coverage: 1,
  missing: [],
  spentM2: 0.2,
  atMostOver: null,
  accepted: false,
  ...more,
});

describe('two plans beside each other', () => {
  const atHand = plan([cut('a', 'part'), cut('b', 'part', { unit: 1 }), cut('b', 'offcut', { length: 900 })]);
  const aside = plan([cut('a', 'part'), cut('a', 'part', { unit: 1, x: 604 })], {
    spentM2: 0.15,
    coverage: 0.999,
  });

  async function compare(more: Partial<Project> = {}) {
    const project = aProject({ plan: atHand, putBy: aside, ...more });
    const pieces = ['a', 'b'].map((id) => aBoard({ id, tag: id, length: 1600, width: 150, thickness: 25 }));
    const store = await withShop({ projects: [project], pieces }, [provideRouter([])]);
    const shown = await show(PlanCompare, { project });
    const rows = () =>
      Object.fromEntries(
        [...shown.element.querySelectorAll('tbody tr')].map((row) => {
          const [one, other] = [...row.querySelectorAll('td')];
          const better = one?.classList.contains('better')
            ? 'at hand'
            : other?.classList.contains('better')
              ? 'set aside'
              : 'alike';
          return [textOf(row.querySelector('th')), [textOf(one), textOf(other), better]];
        }),
      );
    const press = async (text: string) =>
      (await shown.loader.getHarness(MatButtonHarness.with({ text }))).click();
    return { store, rows, press, ...shown };
  }

  it('are told figure by figure, with which is better', async () => {
    const { rows } = await compare();
    expect(rows()).toMatchObject({
      'parts placed': ['100 %', '99 %', 'at hand'],
      'face spent': ['0.20 m²', '0.15 m²', 'set aside'],
      'boards to handle': ['2', '1', 'set aside'],
      'offcuts kept': ['1', '0', 'at hand'],
      'longest offcut': ['900', '0', 'at hand'],
      'glue joints': ['0', '0', 'alike'],
    });
    // Two shelves of 600 × 120, planed from 25 to 18 mm.
    expect(rows()['planed away']).toEqual(['1.0 dm³', '1.0 dm³', 'alike']);
  });

  it('count the glue lines of a panel', async () => {
    const panel = aPart({ make: { kind: 'panel', leastStripMm: 40, widestStripMm: 80 } });
    const three = plan([1, 2, 3].map((i) => cut('a', 'part', { y: i * 45, width: 42 })));
    const { rows } = await compare({ parts: [panel], plan: three });
    expect(rows()['glue joints']).toEqual(['2', '0', 'set aside']);
  });

  it('change places, or the one set aside is dropped, each one step of undo', async () => {
    const { store, press } = await compare();
    const project = () => store.projects()[0];
    await press('Take up the one set aside');
    expect(project()?.plan?.cuts).toEqual(aside.cuts);
    expect(project()?.putBy?.cuts).toEqual(atHand.cuts);
    store.undo();
    await press('Drop it');
    expect(project()?.putBy).toBeUndefined();
    expect(project()?.plan?.cuts).toEqual(atHand.cuts);
    store.undo();
    expect(project()?.putBy?.cuts).toEqual(aside.cuts);
  });
});

describe('the largest in two sizes', () => {
  const sizes = [
    { key: 'length', name: 'length', least: 400, most: 2000, usual: 1000 },
    { key: 'depth', name: 'depth', least: 200, most: 600, usual: 300 },
  ] as unknown as [DesignSize, DesignSize];
  const found = (pairs: readonly LargestPair[], finished: boolean): LargestOfTwo => ({
    keys: ['length', 'depth'],
    pairs,
    tries: 7,
    most: 18,
    finished,
  });
  const PAIRS = [
    { first: 500, second: 600 },
    { first: 1200, second: 400 },
    { first: 1900, second: 220 },
  ];

  async function pairs(of: LargestOfTwo) {
    await withShop({}, [provideRouter([])]);
    const shown = await show(LargestPairs, { found: of, sizes });
    return { taken: heard(shown.fixture.componentInstance.taken), ...shown };
  }

  it('names the largest by its face, says that what lies beyond is a doubt, and gives the pair that is pressed', async () => {
    const { element, loader, taken } = await pairs(found(PAIRS, true));
    expect(textOf(element.querySelector('[role=status]'))).toBe(
      'The largest found: 1,200 × 400, by its face.',
    );
    expect(textOf(element)).toContain('a doubt, no proof');
    expect(element.querySelectorAll('rect.best')).toHaveLength(1);
    expect(element.querySelector('svg')?.getAttribute('aria-label')).toBe(
      'length by depth: 500 × 600; 1,200 × 400; 1,900 × 220',
    );
    await (await loader.getHarness(MatButtonHarness.with({ text: '1,900 × 220' }))).click();
    expect(taken).toEqual([PAIRS[2]]);
  });

  it('draws all pairs to one scale', async () => {
    const { element } = await pairs(found(PAIRS, true));
    const scales = [...element.querySelectorAll('rect')].flatMap((rect, i) => [
      Number(rect.getAttribute('width')) / (PAIRS[i]?.first ?? 1),
      Number(rect.getAttribute('height')) / (PAIRS[i]?.second ?? 1),
    ]);
    expect(scales).toHaveLength(6);
    for (const scale of scales) expect(scale).toBeCloseTo(scales[0] as number, 9);
  });

  it('says how far it is while it tries, and when not even the least was found', async () => {
    const under = await pairs(found(PAIRS.slice(0, 1), false));
    expect(textOf(under.element)).toBe('So far: 500 × 600, by its face. 7 tries, at most 18. 500 × 600');
    under.fixture.componentRef.setInput('found', found([], false));
    await under.fixture.whenStable();
    expect(textOf(under.element)).toBe('Nothing found yet. 7 tries, at most 18.');
    under.fixture.componentRef.setInput('found', found([], true));
    await under.fixture.whenStable();
    expect(textOf(under.element)).toBe('Not even the least sizes were found.');
  });
});
