import { computed, inject, InjectionToken } from '@angular/core';
import { patchState, signalStore, withComputed, withMethods, withState } from '@ngrx/signals';
import { type Project } from '@aldrek/core/project';
import { cameOfBoards, emptyShop, milledOf, type ShopDocument } from '@aldrek/core/shop';
import { type Find, type Haul, type LengthUnit, type Piece } from '@aldrek/core/wood';
import type { Step } from '../storage/history';
import { ShopRepository } from '../storage/shop-repository';
import { goneTabs, ownTab } from '../storage/tabs';
import { newsInWords, type News } from './engine-news';
import {
  ShopEngine,
  type EngineNews,
  type EngineState,
  type TabChannel,
  type TabMessage,
} from './shop-engine';

export const SHOP_REPOSITORY = new InjectionToken('shop repository', {
  providedIn: 'root',
  factory: () => new ShopRepository(),
});

interface ShopState {
  /** False until the shop has been read from this browser. */
  readonly ready: boolean;
  readonly shop: ShopDocument;
  readonly done: readonly Step[];
  readonly undone: readonly Step[];
  /** What came of another tab's changes, in words, with what to take instead where there is a choice. */
  readonly news: News | null;
  /** The last thing that went wrong, in words for the user. */
  readonly trouble: string | null;
  /** Changes that are drawn but not yet stored. */
  readonly storing: number;
}

const STARTING: ShopState = {
  ready: false,
  shop: emptyShop(),
  done: [],
  undone: [],
  news: null,
  trouble: null,
  storing: 0,
};

/** How tabs of this browser hear of each other's writes. */
function tabChannel(): TabChannel | null {
  if (typeof BroadcastChannel === 'undefined') return null;
  const channel = new BroadcastChannel('aldrek-shop');
  return {
    post: (message) => channel.postMessage(message),
    onMessage: (hear) => {
      channel.onmessage = ({ data }: MessageEvent<TabMessage>) => hear(data);
    },
  };
}

const notStored = ({ label, error, full }: Extract<EngineNews, { kind: 'not-stored' }>): string =>
  full
    ? `“${label}” could not be stored: the browser has no room left for this site. It is taken back, so that what you see is what is kept. Export the shop from the menu, then make room (delete photos, or let the browser keep more) and do it again.`
    : `“${label}” could not be stored in the browser (${String(error)}). It is taken back, so that what you see is what is kept. Export the shop from the menu, reload, and do it again.`;

/** The shop: every change goes through `change`, is drawn at once and stored behind it. */
export const ShopStore = signalStore(
  { providedIn: 'root' },
  withState(STARTING),
  withComputed(({ shop, done, undone }) => ({
    hauls: computed(() => shop().hauls),
    pieces: computed(() => shop().pieces),
    projects: computed(() => shop().projects),
    /** The shop's own record: what came off the planer, and what came of boards that were sawn and planed. */
    milled: computed(() => {
      const { entries, hauls } = shop();
      return [
        ...milledOf(entries),
        ...cameOfBoards(
          entries,
          hauls.flatMap(({ finds }) => finds),
        ),
      ];
    }),
    entries: computed(() => shop().entries),
    unit: computed(() => shop().settings.unit),
    habits: computed(() => shop().settings.habits),
    machines: computed(() => shop().settings.machines),
    workshop: computed(() => shop().settings.workshop),
    trade: computed(() => shop().settings.trade),
    sureness: computed(() => shop().settings.sureness),
    haulById: computed(() => new Map<string, Haul>(shop().hauls.map((haul) => [haul.id, haul]))),
    finds: computed(() => shop().hauls.flatMap((haul) => haul.finds)),
    findByName: computed(
      () =>
        new Map<string, Find>(shop().hauls.flatMap((haul) => haul.finds.map((find) => [find.name, find]))),
    ),
    pieceById: computed(() => new Map<string, Piece>(shop().pieces.map((piece) => [piece.id, piece]))),
    projectById: computed(
      () => new Map<string, Project>(shop().projects.map((project) => [project.id, project])),
    ),
    pieceByTag: computed(() => new Map<string, Piece>(shop().pieces.map((piece) => [piece.tag, piece]))),
    tags: computed(() => new Set(shop().pieces.map((piece) => piece.tag))),
    undoLabel: computed(() => done()[done().length - 1]?.label ?? null),
    redoLabel: computed(() => undone()[undone().length - 1]?.label ?? null),
  })),
  withMethods((store, repository = inject(SHOP_REPOSITORY)) => {
    let engine: ShopEngine | null = null;

    const hear = (news: EngineNews): void => {
      if (news.kind === 'not-stored') {
        patchState(store, { trouble: notStored(news) });
        return;
      }
      patchState(store, { news: newsInWords(news, store.shop()) });
    };

    return {
      async load(): Promise<void> {
        const tab = await ownTab();
        const start = await repository.load();
        const show = ({ shop, history, storing }: EngineState): void =>
          patchState(store, { shop, done: history.done, undone: history.undone, storing });
        const made = new ShopEngine(repository, tab, tabChannel(), show, hear, start);
        engine = made;
        patchState(store, { ready: true, shop: start.shop, done: [], undone: [] });
        // Nobody waits for what can be undone.
        void goneTabs()
          .then((isGone) => repository.loadHistory(tab, isGone))
          .then((history) => made.takeHistory(history));
      },

      /** Puts `after` in place of the shop, as one step of undo. */
      change(label: string, after: ShopDocument): void {
        if (!engine) throw new Error(`${label}: the shop has not been read yet`);
        engine.change(label, after);
      },

      undo(): void {
        engine?.undo();
      },

      redo(): void {
        engine?.redo();
      },

      setUnit(unit: LengthUnit): void {
        const shop = store.shop();
        engine?.changeQuietly(`lengths in ${unit}`, { ...shop, settings: { ...shop.settings, unit } });
      },

      clearNews(): void {
        patchState(store, { news: null });
      },

      clearTrouble(): void {
        patchState(store, { trouble: null });
      },
    };
  }),
  withMethods((store) => ({
    updatePiece(label: string, piece: Piece): void {
      const pieces = store.shop().pieces.map((old) => (old.id === piece.id ? piece : old));
      store.change(label, { ...store.shop(), pieces });
    },
    updateProject(label: string, project: Project): void {
      const projects = store.shop().projects.map((old) => (old.id === project.id ? project : old));
      store.change(label, { ...store.shop(), projects });
    },
  })),
);

export type ShopStoreType = InstanceType<typeof ShopStore>;
