import 'fake-indexeddb/auto';
import fc from 'fast-check';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { emptyShop, type ShopDocument } from '@aldrek/core/shop';
import { type Piece } from '@aldrek/core/wood';
import { aBoard } from '../../test-support/made-up-piece';
import { ShopDb } from '../storage/shop-db';
import { ShopRepository, type StoredShop } from '../storage/shop-repository';
import { NO_HISTORY, type History } from '../storage/history';
import { newsInWords } from './engine-news';
import { ShopEngine, type EngineNews, type TabChannel, type TabMessage } from './shop-engine';

let run = 0;
let name = '';
beforeEach(() => {
  name = `engine-${++run}`;
});

/** Channels between simulated tabs: a message reaches all others, a little later, as between real ones. */
class Room {
  private readonly ears: ((message: TabMessage) => void)[] = [];
  channel(): TabChannel {
    let own: ((message: TabMessage) => void) | null = null;
    return {
      post: (message) => {
        for (const ear of this.ears) if (ear !== own) setTimeout(() => ear(message));
      },
      onMessage: (hear) => {
        own = hear;
        this.ears.push(hear);
      },
    };
  }
}

/** A tab of the simulated browser. */
class Tab {
  shop: ShopDocument = emptyShop();
  history: History = NO_HISTORY;
  storing = 0;
  readonly news: EngineNews[] = [];
  readonly repository: ShopRepository;
  engine!: ShopEngine;

  private constructor(
    readonly id: string,
    private readonly room: Room,
  ) {
    this.repository = new ShopRepository(new ShopDb(name));
  }

  static async open(id: string, room: Room, gone: (tab: string) => boolean = () => false): Promise<Tab> {
    const tab = new Tab(id, room);
    const start: StoredShop = await tab.repository.load();
    tab.shop = start.shop;
    tab.engine = new ShopEngine(
      tab.repository,
      id,
      tab.room.channel(),
      ({ shop, history, storing }) => Object.assign(tab, { shop, history, storing }),
      (news) => tab.news.push(news),
      start,
    );
    tab.engine.takeHistory(await tab.repository.loadHistory(id, gone));
    return tab;
  }

  tally(tag: string): void {
    const piece = aBoard({ id: `${this.id}-${this.shop.pieces.length}-${tag}`, tag, hazards: [] });
    this.engine.change(`tally ${tag}`, { ...this.shop, pieces: [...this.shop.pieces, piece] });
  }

  edit(index: number, patch: Partial<Piece>): void {
    const at = this.shop.pieces.length === 0 ? -1 : index % this.shop.pieces.length;
    const pieces = this.shop.pieces.map((piece, i) => (i === at ? { ...piece, ...patch } : piece));
    this.engine.change('edit', { ...this.shop, pieces });
  }

  remove(index: number): void {
    if (this.shop.pieces.length === 0) return;
    const at = index % this.shop.pieces.length;
    this.engine.change('delete', { ...this.shop, pieces: this.shop.pieces.filter((_, i) => i !== at) });
  }

  /** Freed as a page is that goes. */
  close(): void {
    this.repository.db.close();
  }
}

const byId = (pieces: readonly Piece[]): Piece[] => [...pieces].sort((a, b) => (a.id < b.id ? -1 : 1));

/** Until nothing waits and every tab has heard of everything. */
async function settled(tabs: readonly Tab[]): Promise<void> {
  for (let calm = 0; calm < 3;) {
    await Promise.all(tabs.map(({ engine }) => engine.stored()));
    await new Promise((resolve) => setTimeout(resolve, 1));
    calm = tabs.every(({ storing }) => storing === 0) ? calm + 1 : 0;
  }
}

async function expectInStep(tabs: readonly Tab[]): Promise<void> {
  await settled(tabs);
  const db = new ShopDb(name);
  const stored = byId(await db.pieces.toArray());
  const tags = stored.map(({ tag }) => tag);
  expect(new Set(tags).size).toBe(tags.length);
  for (const tab of tabs) {
    expect(byId(tab.shop.pieces)).toEqual(stored);
    const steps = await db.steps.where('tab').equals(tab.id).sortBy('n');
    const of = (undone: 0 | 1): number[] => steps.filter((row) => row.undone === undone).map(({ n }) => n);
    expect(of(0)).toEqual(tab.history.done.map(({ n }) => n));
    expect(of(1).reverse()).toEqual([...tab.history.undone].map(({ n }) => n));
  }
  db.close();
}

describe('two tabs', () => {
  it('that tally at once keep all pieces, under tags of their own', async () => {
    const room = new Room();
    const [one, two] = await Promise.all([Tab.open('one', room), Tab.open('two', room)]);
    for (let i = 1; i <= 25; i++) {
      const tag = `S-${String(i).padStart(2, '0')}`;
      one.tally(tag);
      two.tally(tag);
    }
    await expectInStep([one, two]);
    expect(one.shop.pieces).toHaveLength(50);
    const said = [...one.news, ...two.news].flatMap((news) =>
      news.kind === 'retagged' ? news.retagged : [],
    );
    expect(said).toHaveLength(25);
  });

  it('that edit one piece at once merge by field; where they clash the later stands and the other is a click away', async () => {
    const room = new Room();
    const [one, two] = await Promise.all([Tab.open('one', room), Tab.open('two', room)]);
    one.tally('P-01');
    await settled([one, two]);
    one.edit(0, { length: 900, place: 'bay 1' });
    two.edit(0, { width: 90, place: 'loft' });
    await expectInStep([one, two]);
    expect(one.shop.pieces[0]).toMatchObject({ length: 900, width: 90, place: 'loft' });
    const [news] = [...one.news, ...two.news];
    if (news?.kind !== 'merged') throw new Error('nothing was said of the clash');
    expect(news.conflicts).toEqual([
      { table: 'pieces', id: one.shop.pieces[0]?.id, field: 'place', ours: 'loft', theirs: 'bay 1' },
    ]);
    const words = newsInWords(news, two.shop);
    expect(words.words).toBe(
      'Another tab changed the place of P-01 meanwhile. Yours (edit) is the later and stands.',
    );
    two.engine.change('take theirs', words.theirs?.shop(two.shop) ?? two.shop);
    await expectInStep([one, two]);
    expect(one.shop.pieces[0]).toMatchObject({ length: 900, width: 90, place: 'bay 1' });
  });

  it('undo their own steps, and never an edit that the other made later', async () => {
    const room = new Room();
    const [one, two] = await Promise.all([Tab.open('one', room), Tab.open('two', room)]);
    one.tally('P-01');
    await settled([one, two]);
    one.edit(0, { length: 900, width: 80 });
    await settled([one, two]);
    two.edit(0, { width: 70 });
    await settled([one, two]);
    two.engine.undo();
    await expectInStep([one, two]);
    expect(one.shop.pieces[0]).toMatchObject({ length: 900, width: 80 });
    two.engine.redo();
    await settled([one, two]);
    one.engine.undo();
    await expectInStep([one, two]);
    // Its length is as it was, its width is the other tab’s.
    expect(one.shop.pieces[0]).toMatchObject({ length: 1000, width: 70 });
    expect(one.news.at(-1)).toMatchObject({ kind: 'merged' });
    one.engine.undo();
    await expectInStep([one, two]);
    // What it tallied stays, since the other has worked on it.
    expect(one.shop.pieces).toHaveLength(1);
  });

  it('take over the steps of one that is gone', async () => {
    const room = new Room();
    const first = await Tab.open('first', room);
    first.tally('P-01');
    first.tally('P-02');
    first.engine.undo();
    await settled([first]);
    first.close();
    const next = await Tab.open('next', new Room(), (tab) => tab === 'first');
    expect([next.history.done.length, next.history.undone.length]).toEqual([1, 1]);
    next.engine.redo();
    await expectInStep([next]);
    expect(next.shop.pieces.map(({ tag }) => tag)).toEqual(['P-01', 'P-02']);
  });
});

describe('a large change', () => {
  it('is stored in parts, undone and redone after a reload, and read anew by the other tab', async () => {
    const room = new Room();
    const [one, two] = await Promise.all([Tab.open('one', room), Tab.open('two', room)]);
    two.tally('P-01');
    await settled([one, two]);
    const many = Array.from({ length: 900 }, (_, i) =>
      aBoard({ id: `m-${String(i).padStart(4, '0')}`, tag: `M-${i}`, hazards: [] }),
    );
    one.engine.change('import', { ...one.shop, pieces: many });
    await expectInStep([one, two]);
    expect(two.shop.pieces).toHaveLength(900);
    one.close();
    const again = await Tab.open('one', room);
    again.engine.undo();
    await expectInStep([again, two]);
    expect(two.shop.pieces.map(({ tag }) => tag)).toEqual(['P-01']);
    again.engine.redo();
    await expectInStep([again, two]);
    expect(two.shop.pieces).toHaveLength(900);
  });
});

describe('a write that fails', () => {
  const full = Object.assign(new Error('no room'), { name: 'QuotaExceededError' });

  it('takes memory back to what is stored, and says what to do', async () => {
    const tab = await Tab.open('one', new Room());
    tab.tally('P-01');
    await settled([tab]);
    const write = vi.spyOn(tab.repository, 'write').mockRejectedValue(full);
    tab.tally('P-02');
    tab.edit(0, { length: 1 });
    expect(tab.shop.pieces).toHaveLength(2);
    await settled([tab]);
    write.mockRestore();
    await expectInStep([tab]);
    expect(tab.shop.pieces).toEqual([expect.objectContaining({ tag: 'P-01', length: 1000 })]);
    expect(tab.news).toEqual([
      expect.objectContaining({ kind: 'not-stored', label: 'tally P-02', full: true }),
    ]);
    tab.tally('P-03');
    await expectInStep([tab]);
    expect(tab.shop.pieces).toHaveLength(2);
  });

  it('is tried again once room has been made', async () => {
    const tab = await Tab.open('one', new Room());
    for (let i = 0; i < 6; i++) tab.tally(`P-0${i}`);
    await settled([tab]);
    vi.spyOn(tab.repository, 'write').mockRejectedValueOnce(full);
    tab.tally('P-09');
    await expectInStep([tab]);
    expect(tab.shop.pieces).toHaveLength(7);
    expect(tab.history.done).toHaveLength(4);
    expect(tab.news).toEqual([]);
  });
});

type Act =
  | { readonly kind: 'tally'; readonly tag: number }
  | { readonly kind: 'edit'; readonly index: number; readonly field: number; readonly value: number }
  | { readonly kind: 'remove'; readonly index: number }
  | { readonly kind: 'undo' | 'redo' | 'reload' | 'fail' | 'wait' };

const act: fc.Arbitrary<Act> = fc.oneof(
  { weight: 4, arbitrary: fc.record({ kind: fc.constant('tally' as const), tag: fc.nat(6) }) },
  {
    weight: 6,
    arbitrary: fc.record({
      kind: fc.constant('edit' as const),
      index: fc.nat(9),
      field: fc.nat(3),
      value: fc.nat(4),
    }),
  },
  { weight: 1, arbitrary: fc.record({ kind: fc.constant('remove' as const), index: fc.nat(9) }) },
  {
    weight: 5,
    arbitrary: fc.record({ kind: fc.constantFrom('undo', 'redo', 'reload', 'fail', 'wait', 'wait') }),
  },
);

const PATCHES: readonly ((value: number) => Partial<Piece>)[] = [
  (value) => ({ length: 500 + value }),
  (value) => ({ place: `bay ${value}` }),
  (value) => ({ tag: `T-${value}` }),
  (value) => ({
    findings: [{ id: `f-${value}`, kind: 'knot', face: 'through', x: value, y: 0, length: 9, width: 9 }],
  }),
];

it('whatever two or three tabs do, memory and disk say the same and no tag stands twice', async () => {
  await fc.assert(
    fc.asyncProperty(
      fc.integer({ min: 2, max: 3 }),
      fc.array(fc.tuple(fc.nat(2), act), { minLength: 3, maxLength: 24 }),
      async (many, acts) => {
        name = `engine-${++run}`;
        const room = new Room();
        const tabs = await Promise.all(Array.from({ length: many }, (_, i) => Tab.open(`tab-${i}`, room)));
        const tallied = new Set<string>();
        for (const [who, deed] of acts) {
          const at = who % many;
          const tab = tabs[at] as Tab;
          switch (deed.kind) {
            case 'tally':
              tab.tally(`S-${deed.tag}`);
              break;
            case 'edit':
              tab.edit(deed.index, (PATCHES[deed.field] as (value: number) => Partial<Piece>)(deed.value));
              break;
            case 'remove':
              tab.remove(deed.index);
              break;
            case 'undo':
              tab.engine.undo();
              break;
            case 'redo':
              tab.engine.redo();
              break;
            case 'reload':
              await settled([tab]);
              tab.close();
              tabs[at] = await Tab.open(tab.id, room);
              break;
            case 'fail':
              vi.spyOn(tab.repository, 'write').mockRejectedValueOnce(new Error('the disk is gone'));
              break;
            case 'wait':
              await new Promise((resolve) => setTimeout(resolve));
          }
          for (const piece of tab.shop.pieces) tallied.add(piece.id);
        }
        vi.restoreAllMocks();
        await expectInStep(tabs);
        // Undone from end to end, every tab’s steps leave nothing half done.
        for (const tab of tabs) for (let i = 0; i < 30; i++) tab.engine.undo();
        await expectInStep(tabs);
        for (const tab of tabs) tab.close();
      },
    ),
    { numRuns: 20 },
  );
}, 60_000);

it('keeps the very lists that are shown when the history comes in late', async () => {
  const room = new Room();
  const tab = await Tab.open('one', room);
  await settled([tab]);
  tab.tally('B-01');
  tab.tally('B-02');
  const { pieces } = tab.shop;
  tab.engine.takeHistory(NO_HISTORY);
  expect(tab.shop.pieces).toBe(pieces);
  await settled([tab]);
  expect(tab.shop.pieces).toBe(pieces);
  tab.engine.undo();
  expect(tab.shop.pieces.map(({ tag }) => tag)).toEqual(['B-01']);
  await expectInStep([tab]);
});
