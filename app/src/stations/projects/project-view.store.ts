import { computed, inject } from '@angular/core';
import { patchState, signalStore, withComputed, withMethods, withState } from '@ngrx/signals';
import { matesOf, partAreaMm2, type Part, type Project } from '@aldrek/core/project';
import { speciesById, type Piece } from '@aldrek/core/wood';
import { MatchStore } from '../../planning/match.store';
import { Planning } from '../../planning/planning';
import { ShopStore } from '../../shop-store/shop.store';
import { lettersOf, namesOf, othersOf } from './part-names';
import { changeWords, fitnessWords, qualityWords, summaryWords, whyShort, type Called } from './plan-words';

interface InView {
  /** The project that the address names; null for the first there is. */
  readonly projectId: string | null;
  /** The part and the piece under the pointer. */
  readonly lit: string | null;
  readonly litPiece: string | null;
}

export interface Shortage {
  readonly part: Part;
  readonly letter: string;
  readonly short: number;
  readonly why: string;
}

/** A piece that is kept out of the project, or let in only after asking, and why. */
export interface Told {
  readonly piece: Piece;
  readonly why: string;
  readonly overruled: string | null;
}

/** The project in view with its plan, and what the planning worker says of them. */
export const ProjectView = signalStore(
  withState<InView>({ projectId: null, lit: null, litPiece: null }),
  withComputed(
    ({ projectId }, shop = inject(ShopStore), match = inject(MatchStore), planning = inject(Planning)) => {
      const project = computed(
        (): Project | null => shop.projectById().get(projectId() ?? '') ?? shop.projects()[0] ?? null,
      );
      const mates = computed((): readonly Project[] => {
        const own = project();
        return own ? matesOf(own, shop.projects()) : [];
      });
      const matching = computed(() => match.projectIds().includes(project()?.id ?? ''));
      /** The plan in view: the best so far while matching, else the one that is kept. */
      const plan = computed(() => {
        const running = match.plans()?.get(project()?.id ?? '');
        return matching() && running ? running : (project()?.plan ?? null);
      });
      /** What is known of this very project; of an earlier state of it while the next look is on its way. */
      const look = computed(() => {
        const found = planning.look();
        return found?.projectId === project()?.id ? found : null;
      });
      return { project, mates, matching, plan, look };
    },
  ),
  withComputed(({ project, mates, plan, matching, look }, shop = inject(ShopStore)) => {
    const tagOf = (id: string): string => shop.pieceById().get(id)?.tag ?? 'a piece that is gone';
    const letters = computed(() => lettersOf(mates()));
    const names = computed(() => namesOf(project(), mates()));
    const called = computed((): Called => ({
      tag: tagOf,
      part: (id) => names().get(id) ?? 'a part',
      project: (id) => shop.projectById().get(id)?.name ?? 'another project',
    }));
    const cutPieces = computed((): readonly Piece[] => {
      const ids = new Set(plan()?.cuts.map(({ pieceId }) => pieceId));
      return [...ids].flatMap((id) => shop.pieceById().get(id) ?? []);
    });
    const told = (
      list: readonly { readonly pieceId: string; readonly fitness: Parameters<typeof fitnessWords>[0] }[],
    ): Told[] =>
      list.flatMap(({ pieceId, fitness }) => {
        const piece = shop.pieceById().get(pieceId);
        if (!piece) return [];
        return [
          { piece, why: fitnessWords(fitness, piece.species), overruled: fitness.overruled?.words ?? null },
        ];
      });
    return {
      letters,
      names,
      cutPieces,
      theirs: computed(() => othersOf(project(), mates())),
      matesNames: computed(() =>
        mates()
          .filter(({ id }) => id !== project()?.id)
          .map(({ name }) => name)
          .join(', '),
      ),
      summary: computed(() => {
        const shown = plan();
        return shown && summaryWords(shown, cutPieces().length);
      }),
      quality: computed(() => {
        const shown = plan();
        return shown && qualityWords(shown, mates().length > 1, shown.question?.wanted ?? project()?.wanted);
      }),
      /** What has changed since the plan was made; nothing is said while a search is on. */
      changes: computed((): readonly string[] => {
        if (matching() || project()?.plan === undefined) return [];
        return [...new Set((look()?.changes ?? []).map((change) => changeWords(change, called())))];
      }),
      /** What is wrong with the question itself, before anything is searched. */
      doubts: computed((): readonly string[] => {
        const [own, known] = [project(), look()];
        if (!own || !known || own.parts.length === 0) return [];
        if (known.free === 0)
          return [
            ...known.groupFaults,
            known.keptOut.length > 0
              ? 'No free piece may be used for this: see what is kept out, and why.'
              : 'There is no free piece on the rack: tally some, or release a plan.',
          ];
        const unit = shop.unit();
        return [
          ...known.groupFaults,
          ...known.impossible.map((part) => {
            const name = own.parts.find(({ id }) => id === part.partId)?.name ?? 'a part';
            return `${name} can’t be cut from any single piece here. ${whyShort(part, known.free, tagOf, unit)}`;
          }),
          ...known.brokenLocks.map(
            (id) =>
              `What is fixed on ${tagOf(id)} breaks a rule since something changed; let it go there, or change it back.`,
          ),
        ];
      }),
      keptOut: computed((): readonly Told[] => told(look()?.keptOut ?? [])),
      minded: computed((): readonly Told[] => {
        const cut = new Set(cutPieces().map(({ id }) => id));
        return told((look()?.minded ?? []).filter(({ pieceId }) => cut.has(pieceId)));
      }),
      shortages: computed((): readonly Shortage[] => {
        const [own, shown, known] = [project(), plan(), look()];
        if (!own || !shown || !known || matching()) return [];
        return shown.missing.flatMap(({ partId, short }) => {
          const part = own.parts.find(({ id }) => id === partId);
          const found = known.missing.find((one) => one.partId === partId);
          if (!part || !found) return [];
          const why = whyShort(found, known.free, tagOf, shop.unit());
          return [{ part, short, letter: letters().get(part.id) ?? '', why }];
        });
      }),
      weightKg: computed(() =>
        (project()?.parts ?? []).reduce((sum, part) => {
          const species = part.species === 'any' ? (cutPieces()[0]?.species ?? '') : (part.species[0] ?? '');
          const density = speciesById(species)?.densityKgM3 ?? 600;
          return sum + (partAreaMm2(part) * part.thickness * part.qty * density) / 1e9;
        }, 0),
      ),
    };
  }),
  withMethods((store) => ({
    show(projectId: string | null): void {
      patchState(store, { projectId });
    },
    light(lit: string | null): void {
      patchState(store, { lit });
    },
    lightPiece(litPiece: string | null): void {
      patchState(store, { litPiece });
    },
  })),
);
