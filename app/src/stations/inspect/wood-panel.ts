import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MatDialog } from '@angular/material/dialog';
import { MatButton } from '@angular/material/button';
import { MatChipListbox, MatChipOption } from '@angular/material/chips';
import {
  GRAIN_NAMES,
  GRAINS,
  sandingBudget,
  SAPWOODS,
  SETTLES_AT_PCT,
  SHELTER_NAMES,
  type Piece,
} from '@aldrek/core/wood';
import { FigureField } from '../../ui/figure-field';
import { toneCss } from '../../colour/tone';
import { PieceActions } from '../../shop-store/piece-actions';
import { ShopStore } from '../../shop-store/shop.store';
import { DryingLine } from './drying-line';
import { LengthField } from '../../ui/length-field';

interface Choice {
  readonly name: string;
  readonly on: boolean;
  readonly set: () => void;
}

/** The wood itself: how it was sawn, which way it lay in the tree, its weathered faces, its tone, and how it dries. */
@Component({
  selector: 'al-wood-panel',
  imports: [MatButton, FigureField, DryingLine, LengthField, MatChipListbox, MatChipOption],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="cols">
      <div>
        @for (group of groups(); track group.name) {
          <div class="flow t-text gap-4">
            <span class="label whole">{{ group.name }}</span>
            <mat-chip-listbox multiple [attr.aria-label]="group.name">
              @for (choice of group.choices; track choice.name) {
                <mat-chip-option [selected]="choice.on" (click)="choice.set()">{{
                  choice.name
                }}</mat-chip-option>
              }
            </mat-chip-listbox>
          </div>
        }
        <div class="flow t-text gap-4">
          <al-length-field
            label="veneer, thickness (0: solid)"
            [value]="piece().veneerMm ?? 0"
            [most]="20"
            (changed)="veneer($event)"
          />
          @if (budget(); as text) {
            <p class="muted grow t-small">{{ text }}</p>
          }
        </div>
      </div>
      <div>
        <div class="flow t-text gap-4">
          <span class="label whole">Tone</span>
          @if (tone(); as found) {
            <span class="swatch" [style.background]="found.css" aria-hidden="true"></span>
            <span>{{ found.text }}</span>
          } @else {
            <span class="muted">not sampled yet</span>
          }
          <button type="button" matButton="outlined" (click)="photos()">Photos and tone…</button>
        </div>
        <div class="flow t-text gap-4">
          <al-figure-field
            label="moisture today"
            kind="moisture"
            [optional]="true"
            [value]="piece().moisturePct ?? 0"
            [most]="250"
            (changed)="actions.moisture(piece(), $event)"
          />
          <p class="muted grow t-small">{{ settles() }}</p>
        </div>
        @if ((piece().readings ?? []).length > 1) {
          <al-drying-line [readings]="piece().readings ?? []" [settlesAt]="settlesAt()" />
        }
      </div>
    </div>
  `,
  styles: `
    .cols {
      display: grid;
      grid-template-columns: repeat(auto-fit, minmax(290px, 1fr));
      gap: 10px 24px;
    }
    al-figure-field {
      width: 170px;
    }
  `,
})
export class WoodPanel {
  readonly piece = input.required<Piece>();
  private readonly store = inject(ShopStore);
  private readonly dialog = inject(MatDialog);
  protected readonly actions = inject(PieceActions);

  protected readonly groups = computed((): { name: string; choices: Choice[] }[] => {
    const piece = this.piece();
    const pick = <K extends 'grain' | 'bark' | 'sapwood'>(
      field: K,
      name: string,
      value: NonNullable<Piece[K]>,
      text: string,
    ): Choice => ({
      name: text,
      on: piece[field] === value,
      set: () =>
        piece[field] === value
          ? this.actions.forget(name, piece, field)
          : this.actions.note(name, piece, { [field]: value }),
    });
    const skin = (face: 'A' | 'B'): Choice => {
      const kept = piece.keepSkin ?? [];
      const on = kept.includes(face);
      const next = on ? kept.filter((one) => one !== face) : [...kept, face];
      return {
        name: `face ${face}`,
        on,
        set: () => this.actions.note(`weathered face ${face}`, piece, { keepSkin: next }),
      };
    };
    return [
      { name: 'Grain', choices: GRAINS.map((grain) => pick('grain', 'grain', grain, GRAIN_NAMES[grain])) },
      {
        name: 'Bark side',
        choices: (['A', 'B'] as const).map((face) => pick('bark', 'bark side', face, `face ${face}`)),
      },
      {
        name: 'Sapwood edge',
        choices: SAPWOODS.map((side) => pick('sapwood', 'sapwood', side, side)),
      },
      { name: 'Weathered face, keep it on', choices: [skin('A'), skin('B')] },
    ];
  });

  protected readonly budget = computed(() => {
    const { veneerMm } = this.piece();
    if (veneerMm === undefined) return '';
    const { budgetMm, passes } = sandingBudget(veneerMm);
    return `It is not planed. ${budgetMm.toFixed(2)} mm may be sanded off: ${passes} going${passes === 1 ? '' : 's'}-over with 80 grit, then stop. Paint is the way out where a mark is deeper.`;
  });

  protected readonly tone = computed(() => {
    const { tone } = this.piece();
    if (!tone) return null;
    return {
      css: toneCss(tone),
      text: `L ${tone.l.toFixed(0)}, a ${tone.a.toFixed(0)}, b ${tone.b.toFixed(0)}; ${tone.samples} ${tone.samples === 1 ? 'sample' : 'samples'}, within ΔE ${tone.spread.toFixed(1)}`,
    };
  });

  private readonly shelter = computed(
    () => this.store.shop().settings.places.find(({ name }) => name === this.piece().place)?.shelter ?? null,
  );
  protected readonly settlesAt = computed(() => {
    const shelter = this.shelter();
    return shelter === null ? null : SETTLES_AT_PCT[shelter];
  });
  protected readonly settles = computed(() => {
    const shelter = this.shelter();
    return shelter === null
      ? 'The shop does not know yet how its place keeps the weather off.'
      : `${SHELTER_NAMES[shelter]}: it settles near ${SETTLES_AT_PCT[shelter]} %.`;
  });

  protected veneer(mm: number): void {
    const piece = this.piece();
    if (mm === 0) this.actions.forget('veneer', piece, 'veneerMm');
    else this.actions.note('veneer', piece, { veneerMm: mm });
  }

  protected async photos(): Promise<void> {
    const { PiecePhotosSheet } = await import('./piece-photos-sheet');
    this.dialog.open(PiecePhotosSheet, { data: this.piece().id, maxWidth: '860px', width: '92vw' });
  }
}
