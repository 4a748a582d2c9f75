import { computed, effect, inject, Injectable, signal, untracked } from '@angular/core';
import { restOf } from '@aldrek/core/match';
import { partLetter, roughSize, type Part, type PlannedCut, type Project } from '@aldrek/core/project';
import { partsInHand, woodBalance, type PartInHand } from '@aldrek/core/shop';
import { cautionsFor, formatLength, fullWidth, type Piece, type Warp } from '@aldrek/core/wood';
import {
  floorNow,
  gluedUps,
  inHandFor,
  millingOf,
  ownMinutes,
  projectState,
  warpFates,
  type ProjectState,
  type ShopStep,
  type WarpFates,
  toleranceFaults,
  waysWithPart,
} from '@aldrek/core/floor';
import { Planning, type FloorDay } from '../../planning/planning';
import { Clocks } from '../../clocks/clocks';
import { framesLater } from '../../ui/by-frames';
import { ShopStore } from '../../shop-store/shop.store';
import { Today } from '../../shop-store/today';

export interface ProjectInHand {
  readonly project: Project;
  readonly state: ProjectState;
  readonly boards: number;
  readonly parts: number;
  readonly inHand: number;
  readonly milled: number;
  /** What is missing of it: whole parts, or of a glued-up one the strips or layers that it lacks. */
  readonly short: readonly { readonly name: string; readonly count: number; readonly size: string | null }[];
  readonly panels: readonly PanelToGlue[];
}

/** What is glued up of several pieces, and where that is laid out. */
interface PanelToGlue {
  readonly name: string;
  readonly link: readonly (string | number)[];
  readonly about: string;
}

/** The milling of one part of a board: the steps of its first copy, which those of the others are like. */
export interface RoutedPart {
  readonly name: string;
  readonly project: Project;
  readonly part: Part;
  readonly steps: readonly ShopStep[];
  readonly warp: Warp;
  /** Where the board is warped enough to think about it. */
  readonly fates: WarpFates | null;
}

export interface BoardInHand {
  readonly piece: Piece;
  readonly cuts: readonly PlannedCut[];
  readonly projects: string;
}

/** Less than this is planed away with the clean-up, mm. */
const LITTLE_WARP_MM = 1;

/** What is in hand on the shop floor: accepted plans, the boards they wait for, what is to be done, and what has been cut. */
@Injectable()
export class FloorView {
  private readonly store = inject(ShopStore);
  private readonly planning = inject(Planning);
  private readonly today = inject(Today);
  private readonly clocks = inject(Clocks);
  private asked = 0;

  /** What is left to be done, from the worker; as it was before the last change until it has answered. */
  readonly floor = signal<FloorDay | null>(null);
  readonly steps = computed(() => this.floor()?.steps ?? []);
  readonly stepById = computed(() => new Map(this.steps().map((step) => [step.id, step])));

  private readonly accepted = computed(() =>
    this.store.projects().filter(({ plan }) => plan?.accepted === true),
  );
  readonly parts = computed(() => partsInHand(this.store.entries()));
  readonly partById = computed(() => new Map(this.parts().map((part) => [part.id, part])));
  readonly balance = computed(() => woodBalance(this.store.pieces(), this.store.entries()));
  /** Waiting steps, and the routes of boards and projects, are drawn in the frames after the set-ups. */
  readonly floorBehind = framesLater<FloorDay | null>(this.floor, null, 2);
  private readonly stepsBehind = framesLater<readonly ShopStep[]>(this.steps, [], 4);
  readonly milling = computed(() => millingOf(this.stepsBehind()));

  constructor() {
    effect(() => {
      const shop = this.store.shop();
      const workshop = this.store.workshop();
      this.clocks.freed();
      untracked(() => {
        const { parts, done, clocks, clockOf } = floorNow(shop);
        const mine = ++this.asked;
        const floor = { parts, done, clocks, clockOf };
        const ask = {
          ...floor,
          workshop,
          own: ownMinutes(shop.entries),
          day: this.today.get(),
          now: Date.now(),
        };
        void this.planning
          .day(ask)
          .then((floor) => {
            if (mine === this.asked && floor) this.floor.set(floor);
          })
          // A worker that died has said so itself; what is shown stays.
          .catch(() => undefined);
      });
    });
  }

  /** Parts are lettered within their project, as on its cut sheet. */
  readonly letters = computed(
    () =>
      new Map(
        this.store
          .projects()
          .flatMap(({ parts }) => parts.map((part, i) => [part.id, partLetter(i)] as const)),
      ),
  );
  readonly names = computed(() => {
    const several = this.accepted().length > 1;
    return new Map(
      this.accepted().flatMap(({ name, parts }) =>
        parts.map((part) => [part.id, several ? `${part.name}, ${name}` : part.name] as const),
      ),
    );
  });

  private readonly panels = computed(() =>
    gluedUps(
      { pieces: this.store.pieces(), projects: this.accepted(), parts: this.parts() },
      this.store.machines(),
    )
      .filter(({ whole }) => !whole)
      .map(({ project, part, unit, by, elements }) => ({
        projectId: project.id,
        name: `${this.letters().get(part.id) ?? ''} ${part.name}${part.qty > 1 ? ` ${unit + 1}` : ''}`,
        link: ['/shop/panel', project.id, part.id, unit],
        about: `${elements.length} ${by === 'edge' ? 'strips' : 'layers'} to glue`,
      })),
  );

  readonly projects = computed((): readonly ProjectInHand[] =>
    this.accepted().map((project) => {
      const { plan } = project;
      const own = inHandFor(this.parts(), project.id);
      return {
        project,
        state: projectState(project, own, this.milling()),
        boards: new Set(plan?.cuts.map(({ pieceId }) => pieceId)).size,
        parts: (plan?.cuts ?? []).filter(({ partId }) => partId !== 'offcut').length + own.length,
        inHand: own.length,
        milled: own.filter(({ id }) => !this.milling().has(id)).length,
        panels: this.panels().filter(({ projectId }) => projectId === project.id),
        short: (restOf(project, this.store.machines())?.parts ?? []).map((part) => ({
          name: part.name,
          count: part.qty,
          size: project.parts.some(({ id }) => id === part.id) ? null : this.roughSizeText(part),
        })),
      };
    }),
  );

  private roughSizeText(part: Part): string {
    const { length, width } = roughSize(part);
    const unit = this.store.unit();
    return `${formatLength(length, unit)} × ${formatLength(width, unit)}`;
  }

  readonly boards = computed((): readonly BoardInHand[] => {
    const byPiece = new Map<string, { cuts: PlannedCut[]; projects: Project[] }>();
    for (const project of this.accepted()) {
      for (const cut of project.plan?.cuts ?? []) {
        const known = byPiece.get(cut.pieceId) ?? { cuts: [], projects: [] };
        known.cuts.push(cut);
        if (!known.projects.includes(project)) known.projects.push(project);
        byPiece.set(cut.pieceId, known);
      }
    }
    const boards = [...byPiece].flatMap(([id, { cuts, projects }]): BoardInHand[] => {
      const piece = this.store.pieceById().get(id);
      return piece ? [{ piece, cuts, projects: projects.map(({ name }) => name).join(', ') }] : [];
    });
    return boards.sort((a, b) => b.piece.length - a.piece.length || a.piece.tag.localeCompare(b.piece.tag));
  });

  /** Steps of parts that are still in their boards, by the board's tag, of the first copy of each part. */
  private readonly millingByBoard = computed(() => {
    const found = new Map<string, Map<string, { readonly key: string; readonly steps: ShopStep[] }>>();
    for (const step of this.stepsBehind()) {
      if (step.part?.handId !== null) continue;
      const { from, partId, key } = step.part;
      const board =
        found.get(from) ?? new Map<string, { readonly key: string; readonly steps: ShopStep[] }>();
      found.set(from, board);
      const known = board.get(partId);
      if (!known) board.set(partId, { key, steps: [step] });
      else if (known.key === key) known.steps.push(step);
    }
    return found;
  });

  /** How each part of a board is milled. */
  routesOf({ piece, cuts }: BoardInHand): readonly RoutedPart[] {
    const milling = this.millingByBoard().get(piece.tag);
    const asked = new Set<string>(cuts.map(({ partId }) => partId));
    return this.accepted().flatMap((project) =>
      project.parts
        .filter(({ id }) => asked.has(id))
        .map((part) => ({
          name: `${this.letters().get(part.id) ?? ''} ${part.name}`.trim(),
          project,
          part,
          steps: milling?.get(part.id)?.steps ?? [],
          warp: piece.warp ?? {},
          fates: this.fatesOf(piece, part),
        })),
    );
  }

  /** Cautions of the boards that are to be sawn, each once. */
  readonly cautions = computed(() => {
    const found = new Map<
      string,
      { danger: string; precaution: string; whoDecides: string; tags: string[] }
    >();
    for (const { piece } of this.boards()) {
      for (const { id, danger, precaution, whoDecides } of cautionsFor(piece)) {
        // The detector has a gate of its own at each set-up.
        if (id === 'metal' || id === 'unscanned') continue;
        const known = found.get(id) ?? { danger, precaution, whoDecides, tags: [] };
        known.tags.push(piece.tag);
        found.set(id, known);
      }
    }
    return [...found.values()];
  });

  partOf({ projectId, partId }: PartInHand): Part | undefined {
    return this.store
      .projectById()
      .get(projectId)
      ?.parts.find(({ id }) => id === partId);
  }

  /** What is wrong with a part that is under its size. */
  faultsOf(part: PartInHand): readonly string[] {
    const project = this.store.projectById().get(part.projectId);
    return project ? toleranceFaults(part, project) : [];
  }

  /** What can be done about that. */
  waysWith(part: PartInHand): readonly string[] {
    const project = this.store.projectById().get(part.projectId);
    return project ? waysWithPart(part, project) : [];
  }

  private fatesOf(piece: Piece, part: Part): WarpFates | null {
    const { warp } = piece;
    const gaps = [warp?.cup, warp?.bow, warp?.twist].map((gap) => Math.abs(gap ?? 0));
    if (warp === undefined || Math.max(...gaps) < LITTLE_WARP_MM) return null;
    const whole = { length: piece.length, width: fullWidth(piece), thickness: piece.thickness, warp };
    return warpFates(whole, roughSize(part), this.store.machines().cleanUpMm);
  }
}
