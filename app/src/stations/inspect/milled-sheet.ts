import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import {
  MAT_DIALOG_DATA,
  MatDialogClose,
  MatDialogContent,
  MatDialogRef,
  MatDialogTitle,
} from '@angular/material/dialog';
import { MatButton } from '@angular/material/button';
import { MatCheckbox } from '@angular/material/checkbox';
import { type Grade, type Piece } from '@aldrek/core/wood';
import { cameM3, type CameOut, type Cutting } from '@aldrek/core/yield';
import { volumeInDm3 } from '../../format/measures';
import { FigureField } from '../../ui/figure-field';
import { PieceActions } from '../../shop-store/piece-actions';
import { ShopStore } from '../../shop-store/shop.store';
import { LengthField } from '../../ui/length-field';

export interface MilledAsk {
  readonly piece: Piece;
  readonly grade: Grade;
  readonly reckonedM3: number;
  readonly cuttings: readonly Cutting[];
}

/** What came off the planer, beside what was calculated: filled in with the estimate, so that only what differs is written. */
@Component({
  selector: 'al-milled-sheet',
  imports: [
    MatButton,
    MatDialogTitle,
    MatDialogContent,
    MatDialogClose,
    FigureField,
    LengthField,
    MatCheckbox,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2 mat-dialog-title>Actual, after planing: {{ ask.piece.tag }}</h2>
    <mat-dialog-content class="stack">
      <p>Filled in as estimated. Correct what came out otherwise; a count of 0 drops a line.</p>
      @for (line of lines(); track $index) {
        <div class="line" role="group" [attr.aria-label]="'Line ' + ($index + 1)">
          <al-figure-field
            label="count"
            kind="count"
            [value]="line.count"
            [most]="500"
            (changed)="write($index, { count: $event })"
          />
          <al-length-field
            label="length"
            [value]="line.length"
            [least]="1"
            [most]="20000"
            (changed)="write($index, { length: $event })"
          />
          <al-length-field
            label="width"
            [value]="line.width"
            [least]="1"
            [most]="5000"
            (changed)="write($index, { width: $event })"
          />
          <al-length-field
            label="thickness"
            [value]="line.thickness"
            [least]="0.5"
            [most]="1000"
            (changed)="write($index, { thickness: $event })"
          />
        </div>
      }
      <div class="row flow">
        <button type="button" matButton="outlined" (click)="another()">Another size</button>
        <button type="button" matButton="outlined" (click)="nothing()">Nothing usable came</button>
      </div>
      <p class="sum t-heading" role="status">
        <strong>{{ came() }}</strong> came of {{ estimated() }} estimated: <strong>{{ share() }} %</strong>
      </p>
      <mat-checkbox [checked]="replace()" [disabled]="planned" (change)="replace.set($event.checked)">
        @if (planned) {
          A plan cuts it, so the piece stays on the rack.
        } @else {
          Take the piece off the rack and put what came in its place, machined
        }
      </mat-checkbox>
      <div class="row flow">
        <button type="button" matButton="filled" (click)="keep()">Put it on record</button>
        <button type="button" matButton="outlined" mat-dialog-close>Cancel</button>
      </div>
    </mat-dialog-content>
  `,
  styles: `
    .line {
      display: grid;
      grid-template-columns: 70px repeat(3, 1fr);
      gap: 8px;
    }
  `,
})
export class MilledSheet {
  protected readonly ask = inject<MilledAsk>(MAT_DIALOG_DATA);
  private readonly ref = inject(MatDialogRef);
  private readonly actions = inject(PieceActions);
  private readonly store = inject(ShopStore);
  protected readonly planned = this.store
    .projects()
    .some(({ plan }) => plan?.cuts.some(({ pieceId }) => pieceId === this.ask.piece.id));
  protected readonly replace = signal(!this.planned);
  protected readonly lines = signal<readonly CameOut[]>(alike(this.ask.cuttings));
  private readonly kept = computed(() => this.lines().filter(({ count }) => count > 0));
  private readonly cameTo = computed(() => cameM3({ came: this.kept() }));
  protected readonly came = computed(() => volumeInDm3(this.cameTo(), this.store.unit()));
  protected readonly estimated = computed(() => volumeInDm3(this.ask.reckonedM3, this.store.unit()));
  protected readonly share = computed(() =>
    this.ask.reckonedM3 > 0 ? Math.round((this.cameTo() / this.ask.reckonedM3) * 100) : 0,
  );

  protected write(index: number, patch: Partial<CameOut>): void {
    this.lines.update((lines) => lines.map((line, i) => (i === index ? { ...line, ...patch } : line)));
  }

  protected another(): void {
    const last = this.lines()[this.lines().length - 1];
    const { length, thickness } = this.ask.piece;
    this.lines.update((lines) => [...lines, { length, width: 50, thickness, ...last, count: 1 }]);
  }

  protected nothing(): void {
    this.lines.set([]);
  }

  protected keep(): void {
    const { piece, grade, reckonedM3 } = this.ask;
    this.actions.milled(piece, grade, reckonedM3, this.kept(), this.replace());
    this.ref.close(this.replace());
  }
}

/** Cuttings of one size together, told to a tenth of a millimetre. */
function alike(cuttings: readonly Cutting[]): CameOut[] {
  const lines = new Map<string, CameOut>();
  const told = (mm: number): number => Math.floor(mm * 10) / 10;
  for (const { length, finishedWidth, thickness } of cuttings) {
    const size = { length: told(length), width: told(finishedWidth), thickness: told(thickness) };
    if (size.width <= 0 || size.thickness <= 0) continue;
    const key = Object.values(size).join(' ');
    lines.set(key, { ...size, count: (lines.get(key)?.count ?? 0) + 1 });
  }
  return [...lines.values()].sort((a, b) => b.length * b.width - a.length * a.width);
}
