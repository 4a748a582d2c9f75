import { ChangeDetectionStrategy, Component, forwardRef, inject, input } from '@angular/core';
import { NG_VALUE_ACCESSOR, ReactiveFormsModule } from '@angular/forms';
import { MatError, MatFormField, MatSuffix } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { formatLength, ok, parseLength, type LengthUnit, type Result } from '@aldrek/core/wood';
import { LengthFigure } from '../format/length-figure';
import { LENGTH_UNIT } from '../format/length-unit';
import { ENTRY_TEMPLATE, FigureEntry, type StepSize } from './entry';

/** mm: on its own a mm or a 16th of an inch; with Alt a tenth or a 64th; with Shift ten or an inch. */
const STEPS: Readonly<Record<LengthUnit, Readonly<Record<StepSize, number>>>> = {
  mm: { fine: 0.1, plain: 1, coarse: 10 },
  inch: { fine: 25.4 / 64, plain: 25.4 / 16, coarse: 25.4 },
};

/** As a keyboard has it, and as it is printed. */
const MINUS = /^[-−]\s*/;

/**
 * A length, in mm, in the user's unit: any spelling is read, a fraction is drawn as one. A caliper writes into it,
 * over the bench's line or as a keyboard would.
 */
@Component({
  selector: 'al-length-field',
  imports: [ReactiveFormsModule, MatFormField, MatInput, MatError, MatSuffix, LengthFigure],
  providers: [{ provide: NG_VALUE_ACCESSOR, useExisting: forwardRef(() => LengthField), multi: true }],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: ENTRY_TEMPLATE,
})
export class LengthField extends FigureEntry {
  /** Told to a hundredth of a mm: a kerf of 3.18 is an eighth of an inch. */
  readonly fine = input(false);
  protected readonly inputMode = 'decimal';
  private readonly unit = inject(LENGTH_UNIT);

  protected reads(): 'length' {
    return 'length';
  }

  protected read(text: string): Result<number, string> {
    if (/^0+([.,]0+)?$/.test(text)) return ok(0);
    // A gap under a straight edge has a side, and a sign for it.
    const minus = this.least() < 0 ? MINUS.exec(text) : null;
    const length = parseLength(text.slice(minus?.[0].length ?? 0), this.unit());
    if (!length.ok) return { ok: false, fault: length.fault.message };
    return minus ? ok(-length.value) : length;
  }

  protected show(mm: number): string {
    if (this.unit() === 'inch') return formatLength(mm, 'inch', 64);
    const parts = this.fine() ? 100 : 10;
    return String(Math.round(mm * parts) / parts);
  }

  protected step(size: StepSize): number {
    return STEPS[this.unit()][size];
  }

  protected override asDrawn(): number | null {
    if (this.unit() !== 'inch') return null;
    const sixteenths = (this.current() / 25.4) * 16;
    const isFraction = sixteenths % 16 !== 0 && Math.abs(sixteenths - Math.round(sixteenths)) < 1e-6;
    return isFraction ? this.current() : null;
  }
}
