import { computed, inject, InjectionToken } from '@angular/core';
import { patchState, signalStore, withComputed, withMethods, withState } from '@ngrx/signals';
import {
  applyChange,
  changeBetween,
  DEFAULT_SETTINGS,
  emptyShop,
  inverse,
  isEmptyChange,
  type Find,
  type Haul,
  type LengthUnit,
  type Piece,
  type Project,
  type ShopChange,
  type ShopDocument,
} from '@aldrek/core';
import { ShopRepository } from '../storage/shop-repository';

export const SHOP_REPOSITORY = new InjectionToken('shop repository', {
  providedIn: 'root',
  factory: () => new ShopRepository(),
});

interface ShopState {
  /** False until the shop has been read from this browser. */
  readonly ready: boolean;
  readonly shop: ShopDocument;
  readonly done: readonly ShopChange[];
  readonly undone: readonly ShopChange[];
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
  trouble: null,
  storing: 0,
};

/** The shop: every change goes through `change`, is drawn at once and stored behind it. */
export const ShopStore = signalStore(
  { providedIn: 'root' },
  withState(STARTING),
  withComputed(({ shop, done, undone }) => ({
    hauls: computed(() => shop().hauls),
    pieces: computed(() => shop().pieces),
    projects: computed(() => shop().projects),
    milled: computed(() => shop().milled),
    unit: computed(() => shop().settings.unit),
    habits: computed(() => shop().settings.habits),
    machines: computed(() => shop().settings.machines),
    trade: computed(() => shop().settings.trade),
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
    const otherTabs = typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel('aldrek-shop');

    const stored = (work: Promise<void>): void => {
      patchState(store, { storing: store.storing() + 1 });
      work.then(
        () => {
          patchState(store, { storing: store.storing() - 1 });
          otherTabs?.postMessage('changed');
        },
        (error: unknown) =>
          patchState(store, {
            storing: store.storing() - 1,
            trouble: `This could not be stored in the browser (${String(error)}). Export the shop now, from the menu.`,
          }),
      );
    };

    const load = async (): Promise<void> => {
      const { hauls, pieces, projects, milled, settings, journalEnd } = await repository.load();
      patchState(store, {
        ready: true,
        shop: {
          ...emptyShop(),
          hauls,
          pieces,
          projects,
          milled,
          settings: { ...DEFAULT_SETTINGS, ...settings },
        },
        done: [],
        undone: [],
      });
      void repository.loadJournal(journalEnd).then((journal) => {
        // What was done while it was being read comes after it, and leaves nothing to be redone.
        const since = store.done();
        patchState(store, {
          done: [...journal.done, ...since],
          undone: since.length > 0 ? [] : journal.undone,
        });
      });
    };
    if (otherTabs) otherTabs.onmessage = () => void load();

    return {
      load,

      /** Puts `after` in place of the shop, as one step of undo. */
      change(label: string, after: ShopDocument): void {
        const change = changeBetween(label, store.shop(), after);
        if (isEmptyChange(change)) return;
        patchState(store, { shop: after, done: [...store.done(), change], undone: [] });
        stored(repository.record(change));
      },

      undo(): void {
        const change = store.done()[store.done().length - 1];
        if (!change) return;
        patchState(store, {
          shop: applyChange(store.shop(), inverse(change)),
          done: store.done().slice(0, -1),
          undone: [...store.undone(), change],
        });
        stored(repository.undo());
      },

      redo(): void {
        const change = store.undone()[store.undone().length - 1];
        if (!change) return;
        patchState(store, {
          shop: applyChange(store.shop(), change),
          done: [...store.done(), change],
          undone: store.undone().slice(0, -1),
        });
        stored(repository.redo());
      },

      setUnit(unit: LengthUnit): void {
        const settings = { ...store.shop().settings, unit };
        patchState(store, { shop: { ...store.shop(), settings } });
        stored(repository.saveSettings(settings));
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
