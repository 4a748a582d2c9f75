/**
 * The one place through which the shop changes: memory, history and tables stay in step, in this tab and in others.
 *
 * Model. A *base* is the shop as it was last written, with the number of that write, and the history that belongs to
 * it. What this tab has done since waits in order; the *view* is the base with all that applied, and is what the screen
 * shows. A write takes in one transaction: what other tabs have written since is applied to the base, the change is
 * rebased on it (a later edit merges by field, taking back yields to others' edits), written, and told to the other
 * tabs as a change. If it fails, memory goes back to the base, so that nothing is shown that is not stored.
 */
import {
  applyChange,
  changeBetween,
  inverse,
  isEmptyChange,
  rebase,
  type Conflict,
  type MergePolicy,
  type Retagged,
  type ShopChange,
  type ShopDocument,
} from '@aldrek/core/shop';
import { bytesOf, forgotten, NO_HISTORY, trimmed, type History, type Step } from '../storage/history';
import type { ShopRepository, StoredShop, Write } from '../storage/shop-repository';

/** What the screen is told whenever it changes. */
export interface EngineState {
  readonly shop: ShopDocument;
  readonly history: History;
  /** Changes that are shown but not yet stored. */
  readonly storing: number;
}

/** Something that the maker should hear of. */
export type EngineNews =
  | { readonly kind: 'not-stored'; readonly label: string; readonly error: unknown; readonly full: boolean }
  | { readonly kind: 'merged'; readonly label: string; readonly conflicts: readonly Conflict[] }
  | { readonly kind: 'retagged'; readonly retagged: readonly Retagged[] };

/** How tabs tell each other of writes. */
export interface TabChannel {
  post(message: TabMessage): void;
  onMessage(hear: (message: TabMessage) => void): void;
}

/** A write of another tab: its number, and that of the write before it. The change itself stands in the log. */
export interface TabMessage {
  readonly seq: number;
}

type Deed =
  | { readonly kind: 'do'; readonly change: ShopChange; readonly n: number }
  | { readonly kind: 'quiet'; readonly change: ShopChange }
  | { readonly kind: 'undo' | 'redo'; readonly step: Step };

interface Frame {
  readonly shop: ShopDocument;
  readonly history: History;
}

interface Applied extends Frame {
  readonly write: Write;
  readonly conflicts: readonly Conflict[];
  readonly retagged: readonly Retagged[];
}

const isQuota = (error: unknown): boolean =>
  /quota/i.test(`${(error as Error | null)?.name ?? ''} ${String(error)}`);

export class ShopEngine {
  private base: StoredShop;
  private baseHistory: History = NO_HISTORY;
  private view: Frame;
  private readonly waiting: Deed[] = [];
  private n = 0;
  private working: Promise<void> | null = null;
  private behind = false;

  constructor(
    private readonly repository: ShopRepository,
    private readonly tab: string,
    private readonly channel: TabChannel | null,
    private readonly show: (state: EngineState) => void,
    private readonly tell: (news: EngineNews) => void,
    start: StoredShop,
  ) {
    this.base = start;
    this.view = { shop: start.shop, history: NO_HISTORY };
    channel?.onMessage(({ seq }) => {
      if (seq <= this.base.seq) return;
      this.behind = true;
      this.work();
    });
  }

  /** The steps of this tab as they were read; what has been done since comes after them, and nothing is redone then. */
  takeHistory(read: History): void {
    const known = new Set([...read.done, ...read.undone].map(({ n }) => n));
    const since = this.baseHistory.done.filter(({ n }) => !known.has(n));
    const moved = since.length > 0 || this.waiting.length > 0;
    this.baseHistory = { done: [...read.done, ...since], undone: moved ? [] : read.undone };
    if (moved)
      void this.repository
        .forgetSteps(
          this.tab,
          read.undone.map(({ n }) => n),
        )
        .catch(() => undefined);
    // The shop is as it was, so the very same lists stay, and what hangs on them does.
    const asShown = this.waiting.every(({ kind }) => kind === 'do' || kind === 'quiet');
    this.replay(asShown ? this.view.shop : undefined);
  }

  /** Puts `after` in place of the shop, as one step of undo; what has been undone can't be done again after it. */
  change(label: string, after: ShopDocument): void {
    const change = changeBetween(label, this.view.shop, after);
    if (!isEmptyChange(change)) this.put({ kind: 'do', change, n: this.nextNumber() });
  }

  /** A change that is no step: how lengths are read, not what is in the shop. */
  changeQuietly(label: string, after: ShopDocument): void {
    const change = changeBetween(label, this.view.shop, after);
    if (!isEmptyChange(change)) this.put({ kind: 'quiet', change });
  }

  undo(): void {
    const step = this.view.history.done.at(-1);
    if (step) this.put({ kind: 'undo', step });
  }

  redo(): void {
    const step = this.view.history.undone.at(-1);
    if (step) this.put({ kind: 'redo', step });
  }

  /** Resolves when all that waits is stored, or has failed. */
  async stored(): Promise<void> {
    while (this.working !== null) await this.working;
  }

  /** Numbers that grow with time, so that the steps of several tabs sort as they were made. */
  private nextNumber(): number {
    this.n = Math.max(
      Date.now() * 1000 + ((crypto.getRandomValues(new Uint16Array(1))[0] ?? 0) % 1000),
      this.n + 1,
    );
    return this.n;
  }

  private put(deed: Deed): void {
    this.waiting.push(deed);
    this.view = this.applied(deed, this.view);
    this.publish();
    this.work();
  }

  private publish(): void {
    this.show({ shop: this.view.shop, history: this.view.history, storing: this.waiting.length });
  }

  /** The view from the base and what waits; `shop` where it is known to come to the same. */
  private replay(shop?: ShopDocument): void {
    let frame: Frame = { shop: this.base.shop, history: this.baseHistory };
    for (const deed of this.waiting) frame = this.applied(deed, frame);
    this.view = shop ? { ...frame, shop } : frame;
    this.publish();
  }

  /** A deed brought to bear on a frame: what is to be written, and the frame after it. */
  private applied(deed: Deed, on: Frame): Applied {
    const { tab } = this;
    switch (deed.kind) {
      case 'do': {
        const { change, conflicts, retagged } = this.onto(deed.change, on.shop, 'ours');
        const step: Step = { n: deed.n, label: change.label, bytes: bytesOf(change), change };
        const history = trimmed({ done: [...on.history.done, step], undone: [] });
        const write: Write = {
          tab,
          change,
          history,
          step: { step, undone: false },
          forgotten: forgotten(on.history, history),
        };
        return { shop: applyChange(on.shop, change), history, write, conflicts, retagged };
      }
      case 'quiet': {
        const { change, conflicts, retagged } = this.onto(deed.change, on.shop, 'ours');
        const write: Write = { tab, change, history: on.history, forgotten: [] };
        return { shop: applyChange(on.shop, change), history: on.history, write, conflicts, retagged };
      }
      case 'undo':
      case 'redo': {
        const back = deed.kind === 'undo';
        const { n } = deed.step;
        const { done, undone } = on.history;
        // The step as it stands in the history: it may have been rebased since the deed was asked for.
        const known = (back ? done : undone).find((step) => step.n === n) ?? deed.step;
        const wanted = back ? inverse(known.change) : known.change;
        const { change, conflicts, retagged } = this.onto(wanted, on.shop, 'theirs');
        // What was really done is what will be taken back.
        const step: Step = { ...known, change: back ? inverse(change) : change };
        const history: History = back
          ? { done: done.filter((one) => one.n !== n), undone: [...undone, step] }
          : { done: [...done, step], undone: undone.filter((one) => one.n !== n) };
        const write: Write = { tab, change, history, step: { step, undone: back }, forgotten: [] };
        return { shop: applyChange(on.shop, change), history, write, conflicts, retagged };
      }
    }
  }

  /** A change onto a shop; where it was made on that very shop it is taken as it is. */
  private onto(change: ShopChange, shop: ShopDocument, policy: MergePolicy): ReturnType<typeof rebase> {
    return isMadeOn(change, shop) ? { change, conflicts: [], retagged: [] } : rebase(change, shop, policy);
  }

  /** Writes what waits, one after the other. */
  private work(): void {
    if (this.working !== null) return;
    this.working = this.writeAll().finally(() => {
      this.working = null;
      if (this.waiting.length > 0 || this.behind) this.work();
    });
  }

  private async writeAll(): Promise<void> {
    for (;;) {
      const deed = this.waiting[0];
      if (!deed) break;
      await this.writeOne(deed);
    }
    if (this.behind) {
      this.behind = false;
      const now = await this.repository.catchUp(this.base).catch(() => null);
      if (now !== null && now.seq !== this.base.seq) {
        this.base = now;
        this.replay();
      }
    }
  }

  private async writeOne(deed: Deed): Promise<void> {
    let outcome: Applied | null = null;
    const make = ({ shop }: StoredShop): Write => {
      outcome = this.applied(deed, { shop, history: this.baseHistory });
      return outcome.write;
    };
    try {
      const wrote = await this.written(make);
      this.settle(wrote, outcome as unknown as Applied);
    } catch (error) {
      // Nothing of it is stored, nor will be what was done on top of it: memory goes back to what is.
      const [failed] = this.waiting;
      this.waiting.length = 0;
      this.replay();
      const label = failed ? labelOf(failed) : '';
      this.tell({ kind: 'not-stored', label, error, full: isQuota(error) });
    }
  }

  private async written(
    make: (now: StoredShop) => Write,
  ): Promise<Awaited<ReturnType<ShopRepository['write']>>> {
    try {
      return await this.repository.write(this.base, make);
    } catch (error) {
      if (!isQuota(error)) throw error;
      await this.repository.makeRoom(this.tab);
      const gone = new Set(this.baseHistory.done.slice(0, Math.ceil(this.baseHistory.done.length / 2)));
      this.baseHistory = {
        ...this.baseHistory,
        done: this.baseHistory.done.filter((step) => !gone.has(step)),
      };
      return this.repository.write(this.base, make);
    }
  }

  private settle(wrote: StoredShop, applied: Applied): void {
    const foreign = wrote.seq !== this.base.seq + 1;
    this.waiting.shift();
    const expected = this.waiting.length === 0 ? this.view : null;
    // Without writes of others memory is there already: keep the very records that are shown.
    const shop = !foreign && expected ? expected.shop : applied.shop;
    this.base = { shop, seq: wrote.seq };
    this.baseHistory = applied.history;
    // What is shown stands as long as nobody else has written: the very same lists stay, so that what hangs on them does.
    if (foreign) this.replay();
    else {
      if (expected) this.view = { shop, history: applied.history };
      this.publish();
    }
    this.channel?.post({ seq: wrote.seq });
    if (applied.retagged.length > 0) this.tell({ kind: 'retagged', retagged: applied.retagged });
    if (applied.conflicts.length > 0)
      this.tell({ kind: 'merged', label: applied.write.change.label, conflicts: applied.conflicts });
  }
}

const labelOf = (deed: Deed): string =>
  deed.kind === 'do' || deed.kind === 'quiet' ? deed.change.label : `${deed.kind} ${deed.step.label}`;

/** Whether all that a change found stands in the shop just so: then nothing is to be merged. */
function isMadeOn(change: ShopChange, shop: ShopDocument): boolean {
  if (change.settings && change.settings[0] !== shop.settings) return false;
  const holds = <T extends { readonly id: string }>(
    delta: {
      readonly added: readonly T[];
      readonly updated: readonly (readonly [T, T])[];
      readonly removed: readonly T[];
    },
    now: readonly T[],
  ): boolean => {
    if (delta.added.length + delta.updated.length + delta.removed.length === 0) return true;
    const there = new Map(now.map((record) => [record.id, record]));
    return (
      delta.added.every(({ id }) => !there.has(id)) &&
      delta.updated.every(([before]) => there.get(before.id) === before) &&
      delta.removed.every((record) => there.get(record.id) === record)
    );
  };
  return (
    holds(change.hauls, shop.hauls) &&
    holds(change.pieces, shop.pieces) &&
    holds(change.projects, shop.projects) &&
    holds(change.entries, shop.entries) &&
    !bearsTakenTag(change, shop)
  );
}

function bearsTakenTag({ pieces }: ShopChange, shop: ShopDocument): boolean {
  const given = [...pieces.added, ...pieces.updated.flatMap(([b, a]) => (b.tag === a.tag ? [] : [a]))];
  if (given.length === 0) return false;
  const leaving = new Set([...pieces.removed.map(({ id }) => id), ...pieces.updated.map(([, { id }]) => id)]);
  const taken = new Set(shop.pieces.flatMap(({ id, tag }) => (leaving.has(id) ? [] : [tag])));
  return given.some(({ tag }) => taken.has(tag) || !taken.add(tag));
}
