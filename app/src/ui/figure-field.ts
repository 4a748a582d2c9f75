import { ChangeDetectionStrategy, Component, forwardRef, input } from '@angular/core';
import { NG_VALUE_ACCESSOR, ReactiveFormsModule } from '@angular/forms';
import { MatError, MatFormField, MatSuffix } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { fail, ok, type Result } from '@aldrek/core/wood';
import { LengthFigure } from '../format/length-figure';
import { ENTRY_TEMPLATE, FigureEntry, type StepSize } from './entry';

/** What a figure tells, where it is not a length. */
export type FigureKind = 'count' | 'number' | 'moisture' | 'money' | 'minutes' | 'percent' | 'angle';

interface KindRule {
  readonly whole: boolean;
  readonly suffix: string | null;
  readonly steps: Readonly<Record<StepSize, number>>;
}

const RULES: Readonly<Record<FigureKind, KindRule>> = {
  count: { whole: true, suffix: null, steps: { fine: 1, plain: 1, coarse: 10 } },
  number: { whole: false, suffix: null, steps: { fine: 0.1, plain: 1, coarse: 10 } },
  moisture: { whole: false, suffix: '%', steps: { fine: 0.1, plain: 0.5, coarse: 5 } },
  percent: { whole: false, suffix: '%', steps: { fine: 0.1, plain: 1, coarse: 10 } },
  money: { whole: false, suffix: null, steps: { fine: 0.01, plain: 1, coarse: 10 } },
  minutes: { whole: false, suffix: 'min', steps: { fine: 0.1, plain: 1, coarse: 10 } },
  angle: { whole: false, suffix: '°', steps: { fine: 0.1, plain: 1, coarse: 15 } },
};

/** A count, a moisture, money, minutes or a plain number. A moisture meter writes into what is a moisture. */
@Component({
  selector: 'al-figure-field',
  imports: [ReactiveFormsModule, MatFormField, MatInput, MatError, MatSuffix, LengthFigure],
  providers: [{ provide: NG_VALUE_ACCESSOR, useExisting: forwardRef(() => FigureField), multi: true }],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: ENTRY_TEMPLATE,
})
export class FigureField extends FigureEntry {
  readonly kind = input<FigureKind>('number');
  protected get inputMode(): 'numeric' | 'decimal' {
    return RULES[this.kind()].whole ? 'numeric' : 'decimal';
  }

  protected reads(): 'moisture' | null {
    return this.kind() === 'moisture' ? 'moisture' : null;
  }

  protected read(text: string): Result<number, string> {
    const value = Number(text.replace(',', '.').replace(/\s*%$/, ''));
    if (text === '' || !Number.isFinite(value)) return fail('a figure is needed');
    if (RULES[this.kind()].whole && !Number.isInteger(value)) return fail('a whole figure is needed');
    return ok(value);
  }

  protected show(value: number): string {
    return String(Math.round(value * 1000) / 1000);
  }

  protected step(size: StepSize): number {
    return RULES[this.kind()].steps[size];
  }

  protected override suffix(): string | null {
    return RULES[this.kind()].suffix;
  }
}
