import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
  output,
} from '@angular/core';
import { formatLength, parseLength } from '@aldrek/core';
import { LENGTH_UNIT } from '../drawing/length-unit';

/**
 * A figure with its name over it: a length in the user's unit, a count, or a plain number. It is kept when
 * it is left and right; a wrong one says why and keeps nothing. Instruments write into it like fingers.
 */
@Component({
  selector: 'al-figure-field',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <label class="field">
      <span>{{ label() }}</span>
      <input
        #entry
        [attr.inputmode]="kind() === 'count' ? 'numeric' : 'decimal'"
        [attr.data-reads]="kind() === 'length' ? 'length' : reads()"
        autocomplete="off"
        [attr.placeholder]="optional() ? '–' : null"
        [value]="text()"
        [attr.aria-invalid]="fault() !== null"
        [attr.aria-label]="spoken() ?? label()"
        (focus)="entry.select()"
        (input)="draft(entry.value)"
        (change)="write(entry)"
      />
      @if (fault(); as found) {
        <span class="fault" role="alert">{{ found }}</span>
      }
    </label>
  `,
  styles: `
    :host {
      display: block;
      min-width: 0;
    }
    .field span:first-child {
      overflow: hidden;
      text-overflow: ellipsis;
      white-space: nowrap;
    }
    input {
      font-variant-numeric: tabular-nums;
      font-weight: 600;
    }
  `,
})
export class FigureField {
  readonly label = input.required<string>();
  /** The name for a screen reader, where the label alone would stand twice on a screen. */
  readonly spoken = input<string | null>(null);
  /** mm for a length. */
  readonly value = input.required<number>();
  readonly kind = input<'length' | 'count' | 'number'>('length');
  /** Whether it may be left open: 0 then shows as nothing, and nothing is read as 0. */
  readonly optional = input(false);
  /** Told to a hundredth of a mm: a kerf of 3.18 is an eighth of an inch. */
  readonly fine = input(false);
  readonly least = input(0);
  readonly most = input(Number.MAX_SAFE_INTEGER);
  /** Which instrument may write here, where it is not a length. */
  readonly reads = input<'moisture' | null>(null);
  readonly changed = output<number>();
  /** While it is typed, for what is drawn along; null when what stands there can't be used. */
  readonly drafted = output<number | null>();

  private readonly unit = inject(LENGTH_UNIT);
  protected readonly text = computed(() => {
    if (this.optional() && this.value() === 0) return '';
    return this.kind() === 'length'
      ? lengthText(this.value(), this.unit(), this.fine() ? 100 : 10)
      : String(round(this.value()));
  });
  protected readonly fault = linkedSignal<number, string | null>({
    source: this.value,
    computation: () => null,
  });

  protected draft(text: string): void {
    const read = this.read(text);
    this.drafted.emit(typeof read === 'number' ? read : null);
  }

  protected write(entry: HTMLInputElement): void {
    const read = this.read(entry.value);
    if (typeof read !== 'number') {
      this.fault.set(read.fault);
      return;
    }
    this.fault.set(null);
    if (read !== this.value()) this.changed.emit(read);
    else entry.value = this.text();
    this.drafted.emit(null);
  }

  private read(text: string): number | { readonly fault: string } {
    const tidy = text.trim();
    const value = this.figure(tidy);
    if (typeof value !== 'number') return value;
    if (value < this.least() || value > this.most()) {
      const [least, most] = [this.least(), this.most()].map((limit) =>
        this.kind() === 'length' ? lengthText(limit, this.unit()) : String(limit),
      );
      return { fault: `from ${least} to ${most}` };
    }
    return value;
  }

  private figure(tidy: string): number | { readonly fault: string } {
    if (this.optional() && tidy === '') return 0;
    if (this.kind() === 'length') {
      if (/^0+([.,]0+)?$/.test(tidy)) return 0;
      const length = parseLength(tidy, this.unit());
      return length.ok ? length.value : { fault: length.fault.message };
    }
    const value = Number(tidy.replace(',', '.'));
    if (tidy === '' || !Number.isFinite(value)) return { fault: 'a figure is needed' };
    if (this.kind() === 'count' && !Number.isInteger(value)) return { fault: 'a whole figure is needed' };
    return value;
  }
}

const round = (value: number): number => Math.round(value * 1000) / 1000;

const lengthText = (mm: number, unit: 'mm' | 'inch', parts = 10): string =>
  unit === 'mm' ? String(Math.round(mm * parts) / parts) : formatLength(mm, unit, 64);
