import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import {
  cautionsAtCut,
  cautionsFor,
  cutSheet,
  fullWidth,
  GRADE_NAMES,
  layoutLines,
  matesOf,
  OFFCUT_ID,
  SCHOOL_NAMES,
  setUps,
  showFaceOf,
  speciesLabel,
  svgOf,
  templateLines,
  type DrawnLine,
  type Part,
  type Piece,
  type PlannedCut,
  type Project,
} from '@aldrek/core';
import { LengthFigure } from '../../drawing/length-figure';
import { dxfOf, saveText } from '../../files/drawings';
import { PlanBoard } from '../../drawing/plan-board';
import { ShopStore } from '../../state/shop.store';
import { lettersOf, namesOf, othersOf } from './part-names';

/** Width of a board's drawing on the sheet, px: what fits on A4 and Letter between the margins. */
const SHEET_PX = 660;

/** The sheet one saws by: piece by piece, to scale, cuts in order, distances from one end. */
@Component({
  selector: 'al-cut-sheet-page',
  imports: [PlanBoard, LengthFigure, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './cut-sheet-page.html',
  styleUrl: './cut-sheet-page.scss',
})
export class CutSheetPage {
  readonly projectId = input.required<string>();
  protected readonly store = inject(ShopStore);
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
    const sheet = cutSheet(
      { length: piece.length, width: fullWidth(piece) },
      cuts,
      this.store.habits().kerfMm,
    );
    const showy = project.parts.some(
      (part) => part.grade === 'one-face' && cuts.some((cut) => cut.partId === part.id),
    );
    return {
      piece,
      cuts,
      pxPerMm,
      species: speciesLabel(piece),
      cautions: cautionsFor(piece),
      showFace: showy ? showFaceOf(piece) : null,
      sheetCuts: sheet?.cuts ?? [],
      offcuts: cuts.filter((cut) => cut.partId === OFFCUT_ID),
      short: cuts.some(
        (cut) => cut.partId !== OFFCUT_ID && cut.length < this.store.machines().planerLeastLengthMm,
      ),
      school: sheet ? SCHOOL_NAMES[sheet.school] : null,
      steps:
        sheet?.cuts.map((step) => ({
          ...step,
          beware: cautionsAtCut(piece, step),
          from: step.kind === 'crosscut' ? 'from the near end' : 'from the upper edge',
          gives:
            step.frees.length === 0
              ? 'waste'
              : step.frees.map((freed) => this.givenName(freed)).join(' and '),
        })) ?? [],
    };
  }

  private givenName(frees: PlannedCut | string): string {
    if (typeof frees === 'string') return frees;
    if (frees.partId === OFFCUT_ID) return 'offcut, keep';
    return `${this.letters().get(frees.partId) ?? ''} ${this.names().get(frees.partId) ?? ''}`;
  }

  /** Set-ups that serve more than one cut, over all boards. */
  protected readonly groups = computed(() =>
    setUps(this.sheets().map(({ piece, sheetCuts }) => ({ tag: piece.tag, cuts: sheetCuts })))
      .filter(({ cuts }) => cuts.length > 1)
      .map((group) => ({
        ...group,
        from: group.kind === 'crosscut' ? 'stop, from the end' : 'fence, from the edge',
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

  protected print(): void {
    window.print();
  }
}
