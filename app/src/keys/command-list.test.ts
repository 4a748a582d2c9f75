import { describe, expect, it, vi } from 'vitest';
import { aBoard } from '../../test-support/made-up-piece';
import { commandsFor, type CommandSources } from './command-list';
import { STATIONS } from './stations';

const go = vi.fn();
const match = vi.fn();
const sources: CommandSources = {
  stations: STATIONS,
  pieces: Array.from({ length: 60 }, (_, i) =>
    aBoard({ id: `p${i}`, tag: `P-${String(i + 1).padStart(2, '0')}`, name: i % 2 === 0 ? 'slat' : 'stave' }),
  ),
  projects: [{ id: 'q', name: 'Boot bench', note: '', parts: [] }],
  keys: [
    {
      title: 'Projects',
      bindings: [
        { keys: ['m'], shown: 'M', does: 'match', run: match },
        { keys: ['ArrowUp'], shown: '↑', does: 'move the part', palette: false, run: vi.fn() },
      ],
    },
    { title: 'Everywhere', bindings: [{ keys: ['2'], shown: '2', does: 'Rack', run: vi.fn() }] },
  ],
  actions: [{ id: 'export', name: 'Export the shop to a file', about: 'shop', run: vi.fn() }],
  go,
};
const names = (query: string) => commandsFor(query, sources).map(({ name }) => name);

describe('the command palette', () => {
  it('offers stations and what can be done here before anything is asked', () => {
    expect(names('')).toEqual([
      'Hauls',
      'Rack',
      'Inspect',
      'Projects',
      'Shop',
      'Match',
      'Export the shop to a file',
    ]);
  });

  it.each([
    ['p-07', ['P-07']],
    ['boot', ['Boot bench']],
    ['exp', ['Export the shop to a file']],
    ['shop exp', ['Export the shop to a file']],
    ['shop', ['Shop', 'Export the shop to a file']],
    ['rack', ['Rack']],
    ['xylophone', []],
  ])('finds by %j', (query, found) => expect(names(query)).toEqual(found));

  it('puts first what begins with the query, and never offers more than can be read', () => {
    expect(names('p')[0]).toBe('Projects');
    expect(names('slat')).toHaveLength(12);
  });

  it('goes there, or does what the key does', () => {
    commandsFor('P-07', sources)[0]?.run();
    commandsFor('match', sources)[0]?.run();
    expect(go).toHaveBeenCalledWith(['/inspect', 'p6']);
    expect(match).toHaveBeenCalledOnce();
  });
});
