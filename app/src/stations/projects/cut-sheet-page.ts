import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { MatButton } from '@angular/material/button';
import { OFFCUT_ID, showFaceOf } from '@aldrek/core/match';
import { fitnessOf, matesOf, type Part, type PlannedCut, type Project } from '@aldrek/core/project';
import { layoutLines, svgOf, templateLines, type DrawnLine } from '@aldrek/core/shop';
import {
  cautionsFor,
  fullWidth,
  GRADE_NAMES,
  punchedIn,
  speciesLabel,
  type Caution,
  type EdgeState,
  type Piece,
} from '@aldrek/core/wood';
import { SCHOOL_NAMES, STRAIGHTEN_TEXT, type SawWay } from '@aldrek/core/yield';
import {
  cautionsAtCut,
  cutSheet,
  isAwayFromFence,
  sawWayOf,
  setUps,
  straightenFirst,
  type SheetCut,
  type ShopStep,
} from '@aldrek/core/floor';
import { LengthFigure } from '../../format/length-figure';
import { MACHINE_NAMES } from '../../format/machine-names';
import { dxfOf, saveText } from '../../files/drawings';
import { PlanBoard } from '../../drawing/plan-board';
import { Notices } from '../../notices/notices';
import { ScanGate } from '../../scanning/scan-gate';
import { FloorActions } from '../../shop-store/floor-actions';
import { ShopStore } from '../../shop-store/shop.store';
import { reasonWords } from './plan-words';
import { lettersOf, namesOf, othersOf } from './part-names';

/** Width of a board's drawing on the sheet, px: what fits on A4 and Letter between the margins. */
const SHEET_PX = 660;

const EDGE_WORDS: Readonly<Record<EdgeState, string>> = {
  straight: '',
  'one-straight': '',
  crooked: 'Both edges are crooked',
  natural: 'Both edges are natural or waney',
};

/** How a cut is made where one pass of the usual saw does not do. */
const SAW_WORDS: Readonly<Record<SawWay, string>> = {
  through: '',
  'both-faces': 'deeper than the saw: half from each face, along one line',
  'turned-over': 'wider than the saw reaches: turn it over and meet the first cut',
  bandsaw: 'on the bandsaw: too deep for the circular saw',
  hand: 'by hand',
};

/** The sheet one saws by: piece by piece, to scale, cuts in order, distances from one end. */
@Component({
  selector: 'al-cut-sheet-page',
  imports: [MatButton, PlanBoard, LengthFigure, RouterLink, ScanGate],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'scrolls' },
  templateUrl: './cut-sheet-page.html',
  styleUrl: './cut-sheet-page.scss',
})
export class CutSheetPage {
  readonly projectId = input.required<string>();
  protected readonly store = inject(ShopStore);
  private readonly floor = inject(FloorActions);
  private readonly notices = inject(Notices);
  protected readonly today = new Date().toLocaleDateString('en-GB', {
    day: 'numeric',
    month: 'long',
    year: 'numeric',
  });

  protected readonly project = computed(() => this.store.projectById().get(this.projectId()) ?? null);
  private readonly mates = computed(() => {
    const project = this.project();
    return project ? matesOf(project, this.store.projects()) : [];
  });
  /** Projects whose parts come out of the same boards. */
  protected readonly sharedWith = computed(() => {
    const there = new Set(this.project()?.plan?.beside?.map(({ partId }) => partId));
    return this.mates()
      .filter(({ id, parts }) => id !== this.projectId() && parts.some((part) => there.has(part.id)))
      .map(({ name }) => name)
      .join(', ');
  });
  protected readonly letters = computed(() => lettersOf(this.mates()));
  protected readonly names = computed(() => namesOf(this.project(), this.mates()));
  protected readonly theirs = computed(() => othersOf(this.project(), this.mates()));
  protected readonly parts = computed(
    () =>
      this.project()?.parts.map((part) => ({
        part,
        letter: this.letters().get(part.id) ?? '',
        grade: GRADE_NAMES[part.grade],
        short: this.project()?.plan?.missing.find((entry) => entry.partId === part.id)?.short ?? 0,
      })) ?? [],
  );

  protected readonly sheets = computed(() => {
    const project = this.project();
    if (!project?.plan) return [];
    const byPiece = new Map<string, PlannedCut[]>();
    const beside = (project.plan.beside ?? []).filter(({ partId }) => this.theirs().has(partId));
    for (const cut of [...project.plan.cuts, ...beside])
      byPiece.set(cut.pieceId, [...(byPiece.get(cut.pieceId) ?? []), cut]);
    const pieces = [...byPiece.keys()].flatMap((id) => this.store.pieceById().get(id) ?? []);
    const longest = pieces.reduce((most, piece) => Math.max(most, piece.length), 1);
    return pieces
      .sort((a, b) => b.length - a.length)
      .map((piece) => this.sheetOf(project, piece, byPiece.get(piece.id) ?? [], SHEET_PX / longest));
  });

  private sheetOf(project: Project, piece: Piece, cuts: readonly PlannedCut[], pxPerMm: number) {
    const noSaw = punchedIn(piece);
    const sheet = cutSheet(
      { length: piece.length, width: fullWidth(piece), noSaw },
      cuts,
      this.store.habits().kerfMm,
    );
    const sheetCuts = sheet?.cuts ?? [];
    const machines = this.store.machines();
    const straighten = straightenFirst(piece, sheetCuts, machines);
    const fitness = fitnessOf(piece, project.brief ?? {}, machines, project.overruled);
    const showy = project.parts.some(
      (part) => part.grade === 'one-face' && cuts.some((cut) => cut.partId === part.id),
    );
    return {
      piece,
      cuts,
      pxPerMm,
      species: speciesLabel(piece),
      // What is common to many boards stands once at the head of the sheet.
      cautions: cautionsFor(piece).filter(({ counted }) => counted !== true),
      asks: fitness.reasons
        .filter(({ ruling }) => ruling === 'ask' || ruling === 'never')
        // A history that nobody has answered for is counted at the head.
        .filter((reason) => reason.kind !== 'hazard' || reason.hazard !== 'not-screened')
        .map((reason) => reasonWords(reason, piece.species)),
      overruled: fitness.overruled?.words ?? null,
      straighten: straighten && {
        before: straighten.before,
        edges: EDGE_WORDS[straighten.edges],
        ways: straighten.ways.map((way) => STRAIGHTEN_TEXT[way]),
      },
      showFace: showy ? showFaceOf(piece) : null,
      sheetCuts,
      offcuts: cuts.filter((cut) => cut.partId === OFFCUT_ID),
      short: cuts.some(
        (cut) => cut.partId !== OFFCUT_ID && cut.length < this.store.machines().planerLeastLengthMm,
      ),
      school: sheet ? SCHOOL_NAMES[sheet.school] : null,
      steps:
        sheet?.cuts.map((step) => ({
          ...step,
          beware: [...this.howTo(piece, step, sheetCuts), ...cautionsAtCut(piece, step)],
          from: step.kind === 'crosscut' ? 'from the near end' : 'from the upper edge',
          gives:
            step.frees.length === 0
              ? 'waste'
              : step.frees.map((freed) => this.givenName(freed)).join(' and '),
        })) ?? [],
    };
  }

  /** What is not plain about making a cut: away from the fence, in two passes, by another saw. */
  private howTo(piece: Piece, step: SheetCut<PlannedCut>, cuts: readonly SheetCut<PlannedCut>[]): string[] {
    const way = sawWayOf(piece, step, this.store.machines());
    const saw = way === null ? 'no saw of this shop does this: have it cut, or by hand' : SAW_WORDS[way];
    return [
      ...(isAwayFromFence(piece, step, cuts) ? ['not against a fence: no edge is straight yet'] : []),
      ...(saw === '' ? [] : [saw]),
    ];
  }

  /** Cautions that hold for many boards, once each, with the boards they hold for. */
  protected readonly counted = computed(() => {
    const found = new Map<string, { caution: Caution; tags: string[] }>();
    for (const { piece } of this.sheets())
      for (const caution of cautionsFor(piece)) {
        if (caution.counted !== true) continue;
        const entry = found.get(caution.id) ?? { caution, tags: [] };
        entry.tags.push(piece.tag);
        found.set(caution.id, entry);
      }
    return [...found.values()];
  });
  private givenName(frees: PlannedCut | string): string {
    if (typeof frees === 'string') return frees;
    if (frees.partId === OFFCUT_ID) return 'offcut, keep';
    return `${this.letters().get(frees.partId) ?? ''} ${this.names().get(frees.partId) ?? ''}`;
  }

  /** Set-ups that serve more than one cut, over all boards. */
  protected readonly groups = computed(() =>
    setUps(
      this.sheets().map(({ piece, sheetCuts }) => ({ piece, cuts: sheetCuts })),
      this.store.machines(),
    )
      .filter(({ cuts }) => cuts.length > 1)
      .map((group) => ({
        ...group,
        from: `${group.machine === null ? 'no saw of this shop' : MACHINE_NAMES[group.machine]}, ${
          group.kind === 'crosscut' ? 'stop from the end' : 'fence from the edge'
        }${group.side === 'turned' ? ', turned over' : ''}`,
        where: group.cuts.map(({ tag, number }) => `${tag} cut ${number}`).join(', '),
      })),
  );
  protected readonly offcuts = computed(() =>
    this.sheets().flatMap(({ piece, offcuts, species }) =>
      offcuts.map((cut, i) => ({
        key: `${piece.id} ${i}`,
        from: piece.tag,
        species,
        thickness: piece.thickness,
        cut,
      })),
    ),
  );
  protected readonly shaped = computed(() => this.project()?.parts.filter((part) => part.shape) ?? []);

  protected async draw(
    sheet: { readonly piece: Piece; readonly cuts: readonly PlannedCut[] },
    as: 'svg' | 'dxf',
  ): Promise<void> {
    await this.save(sheet.piece.tag, layoutLines(sheet.piece, sheet.cuts, this.letters()), as);
  }

  protected async template(part: Part, as: 'svg' | 'dxf'): Promise<void> {
    await this.save(`template-${part.name.replaceAll(/\W+/g, '-')}`, templateLines(part), as);
  }

  private async save(name: string, lines: readonly DrawnLine[], as: 'svg' | 'dxf'): Promise<void> {
    if (as === 'svg') saveText(`${name}.svg`, svgOf(lines), 'image/svg+xml');
    else saveText(`${name}.dxf`, await dxfOf(lines), 'application/dxf');
  }

  /** The board that was to be sawn, and the scan that comes before. */
  protected readonly gate = signal<{ readonly piece: Piece; readonly gates: readonly ShopStep[] } | null>(
    null,
  );

  /** The board is off the saw: its parts come to hand, its offcuts go on the rack. */
  protected saw(piece: Piece): void {
    const gates = this.floor.gatesOf(piece);
    this.gate.set(gates.length > 0 ? { piece, gates } : null);
    if (gates.length > 0) return;
    const offcuts = this.floor.saw(piece);
    if (offcuts === null) return;
    const tags = offcuts.map(({ tag }) => tag).join(', ');
    this.notices.undoable(
      `${piece.tag} is sawn; its parts are in Shop.${tags === '' ? '' : ` ${tags} went on the rack.`}`,
    );
  }

  protected print(): void {
    window.print();
  }
}
