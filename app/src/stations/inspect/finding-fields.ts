import { ChangeDetectionStrategy, Component, computed, input, linkedSignal, output } from '@angular/core';
import { MatCheckbox } from '@angular/material/checkbox';
import { MatFormField, MatLabel } from '@angular/material/form-field';
import { MatOption, MatSelect } from '@angular/material/select';
import {
  FACE_NAMES,
  FINDING_FACES,
  findingKindFacts,
  formatLength,
  fullWidth,
  parseLength,
  STAIN_COLOUR_NAMES,
  STAIN_COLOURS,
  type Finding,
  type FindingFace,
  type LengthUnit,
  type Piece,
  type StainColour,
} from '@aldrek/core';
import { onSide } from './finding-drop';

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
  imports: [MatFormField, MatLabel, MatSelect, MatOption, MatCheckbox],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="fields">
      @for (field of fields(); track field.size) {
        <label class="field">
          {{ field.label }}
          <input
            #entry
            inputmode="decimal"
            data-reads="length"
            [value]="field.text"
            [attr.aria-invalid]="fault()?.size === field.size"
            [attr.aria-describedby]="fault()?.size === field.size ? 'finding-fault' : null"
            (change)="write(field.size, entry)"
          />
        </label>
      }
      <label class="field">
        shows on
        <select #face [value]="finding().face" (change)="turn(face.value)">
          @for (option of faces; track option) {
            <option [value]="option" [selected]="option === finding().face">{{ names[option] }}</option>
          }
        </select>
      </label>
      @if (finding().kind === 'stain') {
        <mat-form-field subscriptSizing="dynamic">
          <mat-label>colour of the stain</mat-label>
          <mat-select [value]="finding().colour ?? null" (selectionChange)="tint($event.value)">
            <mat-option [value]="null">not looked at</mat-option>
            @for (colour of colours; track colour) {
              <mat-option [value]="colour">{{ colourNames[colour] }}</mat-option>
            }
          </mat-select>
        </mat-form-field>
      }
      @if (finding().kind === 'old-finish') {
        <mat-checkbox [checked]="finding().leadFree === true" (change)="setLeadFree($event.checked)"
          >tested, or young: free of lead</mat-checkbox
        >
      }
      <label class="field note">
        note
        <input #note maxlength="2000" [value]="finding().note ?? ''" (change)="remark(note.value)" />
      </label>
    </div>
    @if (fault(); as found) {
      <p class="fault" id="finding-fault" role="alert">{{ found.message }}</p>
    }
  `,
  styles: `
    .fields {
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(112px, 1fr));
      align-items: end;
      gap: 8px;
    }
    mat-form-field {
      grid-column: span 2;
    }
    .fault {
      margin-top: 6px;
    }
  `,
})
export class FindingFields {
  readonly finding = input.required<Finding>();
  readonly piece = input.required<Piece>();
  readonly unit = input.required<LengthUnit>();
  readonly changed = output<Finding>();

  protected readonly faces = FINDING_FACES;
  protected readonly names = FACE_NAMES;
  protected readonly colours = STAIN_COLOURS;
  protected readonly colourNames = STAIN_COLOUR_NAMES;
  private readonly id = computed(() => this.finding().id);
  protected readonly fault = linkedSignal<string, { size: Size; message: string } | null>({
    source: this.id,
    computation: () => null,
  });
  protected readonly fields = computed(() =>
    SIZES.map((size) => {
      const mm = this.finding()[size];
      return { size, label: LABELS[size], text: mm === undefined ? '' : formatLength(mm, this.unit()) };
    }),
  );

  protected write(size: Size, entry: HTMLInputElement): void {
    const text = entry.value.trim();
    const finding = this.finding();
    if (size === 'depth' && text === '') {
      const { depth: _depth, ...rest } = finding;
      this.changed.emit(rest);
      return;
    }
    const zero = (size === 'x' || size === 'y') && /^0+([.,]0+)?$/.test(text);
    const length = zero ? { ok: true as const, value: 0 } : parseLength(text, this.unit());
    const most = {
      x: this.piece().length,
      length: this.piece().length,
      y: fullWidth(this.piece()),
      width: fullWidth(this.piece()),
      depth: this.piece().thickness,
    }[size];
    if (!length.ok)
      this.fault.set({
        size,
        message: `${findingKindFacts(finding.kind).name}, ${LABELS[size]}: ${length.fault.message}`,
      });
    else if (length.value > most) {
      const limit = formatLength(most, this.unit());
      this.fault.set({ size, message: `${LABELS[size]}: the piece has only ${limit} there` });
    } else {
      this.fault.set(null);
      this.changed.emit({ ...finding, [size]: length.value });
    }
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
