import { describe, expect, it } from 'vitest';
import {
  ALL,
  panelOfSpecies,
  partingsByBoard,
  partingsByCopies,
  partingsBySpecies,
  weightiest,
  type Settled,
} from './cases.ts';

const settled = (use: [number, number][], given: [string, [number, number][]][] = []): Settled => ({
  which: ALL,
  bound: 1,
  objective: 1,
  prices: { of: new Float64Array(), over: new Map(), under: new Map() },
  use: new Map(use),
  given: new Map(given.map(([pair, by]) => [pair, new Map(by)])),
  over: new Map(),
  copiesOfSpecies: new Map(),
  refined: 0,
});
const part = { price: 2, counted: false, countable: false, leastFill: null };

describe('parting a case of the proof', () => {
  it('parts by boards that are cut in part, and by no others', () => {
    const partings = partingsByBoard(
      settled([
        [3, 0.4],
        [5, 1],
        [7, 0.001],
      ]),
      (b) => 10 * b,
    );
    expect(partings.map(({ cases }) => [[...cases[0].out], [...cases[1].cut]])).toEqual([[[3], [3]]]);
    expect(partings[0]?.weight).toBeCloseTo(30 * 0.4);
  });

  it('parts by copies where the average is no whole number', () => {
    const [only, ...others] = partingsByCopies(
      settled(
        [[1, 1]],
        [
          [
            '1 4',
            [
              [2, 0.5],
              [3, 0.5],
            ],
          ],
          ['1 5', [[2, 1]]],
        ],
      ),
      () => part,
    );
    expect(others).toEqual([]);
    expect(only?.cases[0].most.get('1 4')).toBe(2);
    expect(only?.cases[1].least.get('1 4')).toBe(3);
    expect([...(only?.cases[1].cut ?? [])]).toEqual([1]);
    expect(only?.count).toBeNull();
  });

  it('parts ways of which some give more than others only where copies are counted, or may be', () => {
    const mixed = settled(
      [[1, 1]],
      [
        [
          '1 4',
          [
            [5, 0.5],
            [3, 0.5],
          ],
        ],
      ],
    );
    expect(partingsByCopies(mixed, () => part)).toEqual([]);
    const [may] = partingsByCopies(mixed, () => ({ ...part, countable: true }));
    expect(may?.count).toBe('1 4');
    expect([may?.cases[0].most.get('1 4'), may?.cases[1].least.get('1 4')]).toEqual([3, 4]);
    const [are] = partingsByCopies(mixed, () => ({ ...part, counted: true }));
    expect(are?.count).toBeNull();
  });

  it('does not part by what the case says already, where its programme lies beyond that', () => {
    const parted = (limit: Partial<Settled['which']>, average: number): number =>
      partingsByCopies(
        { ...settled([[1, 1]], [['1 4', [[1, average]]]]), which: { ...ALL, ...limit } },
        () => part,
      ).length;
    expect(parted({}, 0.5)).toBe(1);
    expect(parted({ least: new Map([['1 4', 1]]) }, 0.5)).toBe(0);
    expect(parted({ least: new Map([['1 4', 1]]) }, 1.5)).toBe(1);
    expect(parted({ most: new Map([['1 4', 1]]) }, 0.5)).toBe(1);
    expect(parted({ most: new Map([['1 4', 1]]) }, 1.5)).toBe(0);
    const strips = { ...part, leastFill: 39 };
    const panel = { ...settled([[1, 1]], [['1 2', [[60, 0.3]]]]) };
    const given = { ...ALL, least: new Map([['1 2', 39]]) };
    expect(partingsByCopies({ ...panel, which: given }, () => strips)).toEqual([]);
    const oak = panelOfSpecies(2, 0);
    const species = { ...settled([]), copiesOfSpecies: new Map([[oak, 0.5]]) };
    const told = { ...ALL, ofSpecies: new Map([[oak, [1, 3] as const]]) };
    expect(partingsBySpecies({ ...species, which: told }, () => ({ price: 5, copies: 3 }))).toEqual([]);
  });

  it('parts a panel by whether a board gives any strip of it', () => {
    const panel = { ...part, leastFill: 39 };
    const [some] = partingsByCopies(settled([[1, 1]], [['1 2', [[60, 0.3]]]]), () => panel);
    expect([some?.cases[0].most.get('1 2'), some?.cases[1].least.get('1 2')]).toEqual([0, 39]);
    // More than the narrowest strip on the average: nothing to part by.
    expect(partingsByCopies(settled([[1, 1]], [['1 2', [[60, 0.9]]]]), () => panel)).toEqual([]);
  });

  it('parts panels by how many are of a species, within what is told already', () => {
    const [oak, pine] = [panelOfSpecies(2, 0), panelOfSpecies(2, 1)];
    const mixed = {
      ...settled([]),
      copiesOfSpecies: new Map([
        [oak, 1.4],
        [pine, 1.6],
        [panelOfSpecies(3, 1), 1],
      ]),
    };
    const panelOf = (): { price: number; copies: number } => ({ price: 5, copies: 3 });
    const partings = partingsBySpecies(mixed, panelOf);
    expect(partings.map(({ cases }) => cases.map(({ ofSpecies }) => [...ofSpecies]))).toEqual([
      [[[oak, [0, 1]]], [[oak, [2, 3]]]],
      [[[pine, [0, 1]]], [[pine, [2, 3]]]],
    ]);
    expect(partings[0]?.weight).toBeCloseTo(2);
    const which = { ...ALL, ofSpecies: new Map([[oak, [1, 2] as const]]) };
    const [again] = partingsBySpecies({ ...mixed, which }, panelOf);
    expect(again?.cases.map(({ ofSpecies }) => ofSpecies.get(oak))).toEqual([
      [1, 1],
      [2, 2],
    ]);
  });

  it('takes the weightiest first', () => {
    const partings = partingsByBoard(
      settled([
        [1, 0.5],
        [2, 0.5],
        [3, 0.5],
      ]),
      (b) => b,
    );
    expect(weightiest(partings, 2).map(({ weight }) => weight)).toEqual([1.5, 1]);
  });
});
