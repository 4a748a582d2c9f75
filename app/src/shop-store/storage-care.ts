import { effect, inject, Injectable, signal, untracked } from '@angular/core';
import { UnusedPhotos } from '../storage/unused-photos';
import { SHOP_REPOSITORY, ShopStore } from './shop.store';

/** What the browser says of the room that the shop takes. */
export interface StorageState {
  /** Whether the browser has promised to keep it; null where it does not say. */
  readonly kept: boolean | null;
  readonly usedBytes: number | null;
  readonly roomBytes: number | null;
  /** When the shop was last exported, ms; 0 for never. */
  readonly exportedAt: number;
  readonly changesSince: number;
}

/** The browser is asked to keep the shop once there is something to lose, and the user has worked in this session. */
const WORTH_KEEPING = 3;
/** So many changes since the last export call for one. */
const REMIND_AFTER = 150;
/** After “later”, so many more changes pass before the next reminder. */
const REMIND_AGAIN_AFTER = 400;
/** Looks at the state of things when nothing has been changed for so long, ms. */
const CALM_MS = 4000;
/** When photos that nothing names are looked for, ms after the start; two looks must agree before one is cleared. */
const PHOTO_LOOKS_MS = [60_000, 120_000, 3_600_000, 7_200_000];

/** Sees to it that the shop stays: asks the browser to keep it, says how full it is, reminds to export. */
@Injectable({ providedIn: 'root' })
export class StorageCare {
  private readonly store = inject(ShopStore);
  private readonly repository = inject(SHOP_REPOSITORY);
  private readonly photos = inject(UnusedPhotos);
  private readonly known = signal<StorageState | null>(null);
  private readonly due = signal(false);
  private asked = false;
  private timer: ReturnType<typeof setTimeout> | undefined;

  readonly state = this.known.asReadonly();
  /** Whether much has changed since the last export, and nobody has said “later”. */
  readonly reminder = this.due.asReadonly();

  constructor() {
    effect(() => {
      const changed = this.store.done().length + this.store.pieces().length;
      if (!this.store.ready()) return;
      untracked(() => this.lookSoon(changed));
    });
    for (const after of PHOTO_LOOKS_MS)
      setTimeout(() => void this.photos.clear().catch(() => undefined), after);
  }

  /** Reads the state again, as when the menu opens. */
  async look(): Promise<StorageState> {
    const { at, changesSince, quietUntil } = await this.repository.exported();
    const storage = managerOf();
    const [kept, estimate] = await Promise.all([
      storage?.persisted?.().catch(() => null) ?? null,
      storage?.estimate?.().catch(() => null) ?? null,
    ]);
    const state: StorageState = {
      kept,
      usedBytes: estimate?.usage ?? null,
      roomBytes: estimate?.quota ?? null,
      exportedAt: at,
      changesSince,
    };
    this.known.set(state);
    this.due.set(changesSince >= Math.max(REMIND_AFTER, quietUntil));
    return state;
  }

  /** Asks the browser to keep the shop even when room gets short. */
  async askToKeep(): Promise<void> {
    this.asked = true;
    await managerOf()
      ?.persist?.()
      .catch(() => false);
    await this.look();
  }

  async exported(): Promise<void> {
    await this.repository.noteExport(Date.now());
    await this.look();
  }

  /** No reminder until much more has changed. */
  async later(): Promise<void> {
    this.due.set(false);
    await this.repository.quietUntil((this.known()?.changesSince ?? 0) + REMIND_AGAIN_AFTER);
  }

  private lookSoon(changed: number): void {
    clearTimeout(this.timer);
    this.timer = setTimeout(() => {
      void this.look()
        .then(({ kept }) => {
          const worth = this.store.done().length >= WORTH_KEEPING && changed > 0;
          if (kept === false && worth && !this.asked) return this.askToKeep();
          return undefined;
        })
        .catch(() => undefined);
    }, CALM_MS);
  }
}

/** Where a browser has none (or a test), nothing can be said. */
const managerOf = (): Partial<StorageManager> | undefined =>
  (navigator as { readonly storage?: Partial<StorageManager> }).storage;

const MB = 1e6;

/** The state in a line for the menu. */
export function storageInWords({ kept, usedBytes, roomBytes }: StorageState): string {
  const keeps =
    kept === null
      ? 'This browser does not say whether it keeps the shop'
      : kept
        ? 'This browser keeps the shop'
        : 'This browser may clear the shop when room gets short';
  if (usedBytes === null || roomBytes === null || roomBytes === 0) return `${keeps}.`;
  const share = Math.round((usedBytes / roomBytes) * 100);
  return `${keeps}. ${(usedBytes / MB).toFixed(1)} MB are in use, ${share < 1 ? 'under 1' : share} % of the room.`;
}

/** When it was last exported, in a line for the menu. */
export function exportInWords({ exportedAt, changesSince }: StorageState, now: number): string {
  const days = Math.floor((now - exportedAt) / 86_400_000);
  const when =
    exportedAt === 0
      ? 'Never exported'
      : days === 0
        ? 'Exported today'
        : days === 1
          ? 'Exported yesterday'
          : `Exported ${days} days ago`;
  return `${when}; ${changesSince} ${changesSince === 1 ? 'change' : 'changes'} since.`;
}
