import { computed, inject, Injectable } from '@angular/core';
import {
  cautionsFor,
  cutSheet,
  dayOfSawing,
  fullWidth,
  inHandFor,
  partLetter,
  partsInHand,
  punchedIn,
  roughSize,
  routeForPart,
  warpFates,
  woodBalance,
  type Part,
  type PartInHand,
  type Piece,
  type PlannedCut,
  type Project,
  type Route,
  type Warp,
  type WarpFates,
} from '@aldrek/core';
import { ShopStore } from '../../shop-store/shop.store';

export interface ProjectInHand {
  readonly project: Project;
  readonly boards: number;
  readonly parts: number;
  readonly inHand: number;
  readonly short: readonly { readonly name: string; readonly count: number }[];
}

/** A part with the way to it out of its board. */
export interface RoutedPart {
  readonly name: string;
  readonly part: Part;
  readonly route: Route;
  readonly warp: Warp;
  /** Where the board is warped enough to think about it. */
  readonly fates: WarpFates | null;
}

/** Less than this is planed away with the clean-up, mm. */
const LITTLE_WARP_MM = 1;

export interface BoardInHand {
  readonly piece: Piece;
  readonly cuts: readonly PlannedCut[];
  readonly projects: string;
  readonly routes: readonly RoutedPart[];
}

/** What is in hand on the shop floor: accepted plans, the boards they wait for, and what has been cut. */
@Injectable()
export class FloorView {
  private readonly store = inject(ShopStore);

  private readonly accepted = computed(() =>
    this.store.projects().filter(({ plan }) => plan?.accepted === true),
  );
  readonly parts = computed(() => partsInHand(this.store.entries()));
  readonly balance = computed(() => woodBalance(this.store.pieces(), this.store.entries()));

  /** Parts are lettered within their project, as on its cut sheet. */
  readonly letters = computed(
    () =>
      new Map(
        this.accepted().flatMap(({ parts }) => parts.map((part, i) => [part.id, partLetter(i)] as const)),
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

  readonly projects = computed((): readonly ProjectInHand[] =>
    this.accepted().map((project) => {
      const { parts, plan } = project;
      const nameOf = new Map(parts.map(({ id, name }) => [id, name]));
      return {
        project,
        boards: new Set(plan?.cuts.map(({ pieceId }) => pieceId)).size,
        parts: parts.reduce((sum, { qty }) => sum + qty, 0),
        inHand: inHandFor(this.parts(), project.id).length,
        short: (plan?.missing ?? []).map(({ partId, short }) => ({
          name: nameOf.get(partId) ?? '',
          count: short,
        })),
      };
    }),
  );

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
      if (!piece) return [];
      const parts = projects.flatMap((project) => project.parts);
      return [
        {
          piece,
          cuts,
          projects: projects.map(({ name }) => name).join(', '),
          routes: this.routesOf(piece, cuts, parts),
        },
      ];
    });
    return boards.sort((a, b) => b.piece.length - a.piece.length || a.piece.tag.localeCompare(b.piece.tag));
  });

  readonly day = computed(() => {
    const { kerfMm } = this.store.habits();
    const sheets = this.boards().map(({ piece, cuts }) => {
      const size = { length: piece.length, width: fullWidth(piece), noSaw: punchedIn(piece) };
      return { piece, cuts: cutSheet(size, cuts, kerfMm)?.cuts ?? [] };
    });
    return dayOfSawing(sheets, this.store.machines());
  });

  readonly cautions = computed(() => {
    const found = new Map<
      string,
      { danger: string; precaution: string; whoDecides: string; tags: string[] }
    >();
    for (const { piece } of this.boards()) {
      for (const { id, danger, precaution, whoDecides } of cautionsFor(piece)) {
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

  private routesOf(piece: Piece, cuts: readonly PlannedCut[], parts: readonly Part[]): BoardInHand['routes'] {
    const asked = new Set<string>(cuts.map(({ partId }) => partId));
    return parts
      .filter(({ id }) => asked.has(id))
      .map((part) => ({
        name: `${this.letters().get(part.id) ?? ''} ${part.name}`.trim(),
        part,
        route: routeForPart(piece, part, this.store.machines(), this.store.habits().kerfMm),
        warp: piece.warp ?? {},
        fates: this.fatesOf(piece, part),
      }));
  }

  private fatesOf(piece: Piece, part: Part): WarpFates | null {
    const { warp } = piece;
    const gaps = [warp?.cup, warp?.bow, warp?.twist].map((gap) => Math.abs(gap ?? 0));
    if (warp === undefined || Math.max(...gaps) < LITTLE_WARP_MM) return null;
    const whole = { length: piece.length, width: fullWidth(piece), thickness: piece.thickness, warp };
    return warpFates(whole, roughSize(part), this.store.machines().cleanUpMm);
  }
}
