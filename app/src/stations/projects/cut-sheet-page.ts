import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import {
  cautionsFor,
  cutSheet,
  fullWidth,
  GRADE_NAMES,
  OFFCUT_ID,
  partLetter,
  SCHOOL_NAMES,
  showFaceOf,
  speciesLabel,
  type Piece,
  type PlannedCut,
  type Project,
} from '@aldrek/core';
import { LengthFigure } from '../../drawing/length-figure';
import { PlanBoard } from '../../drawing/plan-board';
import { ShopStore } from '../../state/shop.store';

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
  protected readonly letters = computed(
    () => new Map(this.project()?.parts.map((part, i) => [part.id, partLetter(i)])),
  );
  protected readonly names = computed(
    () => new Map(this.project()?.parts.map((part) => [part.id, part.name])),
  );
  protected readonly parts = computed(
    () =>
      this.project()?.parts.map((part, i) => ({
        part,
        letter: partLetter(i),
        grade: GRADE_NAMES[part.grade],
        short: this.project()?.plan?.missing.find((entry) => entry.partId === part.id)?.short ?? 0,
      })) ?? [],
  );

  protected readonly sheets = computed(() => {
    const project = this.project();
    if (!project?.plan) return [];
    const byPiece = new Map<string, PlannedCut[]>();
    for (const cut of project.plan.cuts) byPiece.set(cut.pieceId, [...(byPiece.get(cut.pieceId) ?? []), cut]);
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
      school: sheet ? SCHOOL_NAMES[sheet.school] : null,
      steps:
        sheet?.cuts.map((step) => ({
          ...step,
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

  protected print(): void {
    window.print();
  }
}
