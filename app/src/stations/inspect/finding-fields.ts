import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { MatCheckbox } from '@angular/material/checkbox';
import {
  FACE_NAMES,
  FINDING_FACES,
  fullWidth,
  STAIN_COLOUR_NAMES,
  STAIN_COLOURS,
  type Finding,
  type FindingFace,
  type LengthUnit,
  type Piece,
  type StainColour,
} from '@aldrek/core/wood';
import type { Choice } from '../../ui/choice-field';
import { onSide } from './finding-drop';
import { ChoiceField } from '../../ui/choice-field';
import { LengthField } from '../../ui/length-field';
import { TextField } from '../../ui/text-field';

const SIZES = ['x', 'y', 'length', 'width', 'depth'] as const;
type Size = (typeof SIZES)[number];

const LABELS: Readonly<Record<Size, string>> = {
  x: 'from near end',
  y: 'from upper edge',
  length: 'long',
  width: 'wide',
  depth: 'deep',
};

/** The selected finding's place and size as figures, each kept as soon as it is a length that fits. */
@Component({
  selector: 'al-finding-fields',
  imports: [MatCheckbox, ChoiceField, LengthField, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="fields ends">
      @for (field of fields(); track field.size) {
        <al-length-field
          [label]="field.label"
          [optional]="field.size === 'depth'"
          [value]="field.mm"
          [least]="field.least"
          [most]="field.most"
          why="the piece ends there"
          (changed)="write(field.size, $event)"
        />
      }
      <al-choice-field label="shows on" [value]="finding().face" [choices]="faces" (changed)="turn($event)" />
      @if (finding().kind === 'stain') {
        <al-choice-field
          class="two"
          label="colour of the stain"
          [value]="finding().colour ?? null"
          [choices]="colours"
          (changed)="tint($event)"
        />
      }
      @if (finding().kind === 'old-finish') {
        <mat-checkbox [checked]="finding().leadFree === true" (change)="setLeadFree($event.checked)"
          >tested, or young: free of lead</mat-checkbox
        >
      }
      <al-text-field
        class="two"
        label="note"
        [longest]="2000"
        [value]="finding().note ?? ''"
        (changed)="remark($event)"
      />
    </div>
  `,
  styles: `
    .two {
      grid-column: span 2;
    }
  `,
})
export class FindingFields {
  readonly finding = input.required<Finding>();
  readonly piece = input.required<Piece>();
  readonly unit = input.required<LengthUnit>();
  readonly changed = output<Finding>();

  protected readonly faces = FINDING_FACES.map((value) => ({ value, name: FACE_NAMES[value] }));
  protected readonly colours: readonly Choice<StainColour | null>[] = [
    { value: null, name: 'not looked at' },
    ...STAIN_COLOURS.map((value) => ({ value, name: STAIN_COLOUR_NAMES[value] })),
  ];
  protected readonly fields = computed(() =>
    SIZES.map((size) => {
      const piece = this.piece();
      const most = {
        x: piece.length,
        length: piece.length,
        y: fullWidth(piece),
        width: fullWidth(piece),
        depth: piece.thickness,
      }[size];
      const least = size === 'x' || size === 'y' || size === 'depth' ? 0 : 0.1;
      return { size, label: LABELS[size], mm: this.finding()[size] ?? 0, least, most };
    }),
  );

  protected write(size: Size, mm: number): void {
    const finding = this.finding();
    if (size === 'depth' && mm === 0) {
      const { depth: _depth, ...rest } = finding;
      this.changed.emit(rest);
    } else this.changed.emit({ ...finding, [size]: mm });
  }

  protected tint(colour: StainColour | null): void {
    const { colour: _before, ...rest } = this.finding();
    this.changed.emit(colour === null ? rest : { ...rest, colour });
  }

  protected setLeadFree(free: boolean): void {
    const { leadFree: _before, ...rest } = this.finding();
    this.changed.emit(free ? { ...rest, leadFree: true } : rest);
  }

  protected remark(text: string): void {
    const { note: _before, ...rest } = this.finding();
    this.changed.emit(text.trim() === '' ? rest : { ...rest, note: text.trim() });
  }

  protected turn(face: string): void {
    const found = FINDING_FACES.find((option): option is FindingFace => option === face);
    if (found) this.changed.emit(onSide({ ...this.finding(), face: found }, this.piece()));
  }
}
