import { ChangeDetectionStrategy, Component, effect, inject, input, output, untracked } from '@angular/core';
import { FormControl, ReactiveFormsModule } from '@angular/forms';
import { provideDateFnsAdapter } from '@angular/material-date-fns-adapter';
import { DateAdapter, MAT_DATE_LOCALE } from '@angular/material/core';
import { MatDatepicker, MatDatepickerInput, MatDatepickerToggle } from '@angular/material/datepicker';
import { MatError, MatFormField, MatSuffix } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { format, isValid, parseISO, type Locale } from 'date-fns';
import { enGB } from 'date-fns/locale/en-GB';

let made = 0;

/** How dates are written where the user lives; English words where a language is not on the list. */
const LOCALES: Readonly<Record<string, () => Promise<Locale>>> = {
  'en-US': () => import('date-fns/locale/en-US').then((own) => own.enUS),
  de: () => import('date-fns/locale/de').then((own) => own.de),
  fr: () => import('date-fns/locale/fr').then((own) => own.fr),
  es: () => import('date-fns/locale/es').then((own) => own.es),
  it: () => import('date-fns/locale/it').then((own) => own.it),
  nl: () => import('date-fns/locale/nl').then((own) => own.nl),
  pl: () => import('date-fns/locale/pl').then((own) => own.pl),
  pt: () => import('date-fns/locale/pt').then((own) => own.pt),
  sv: () => import('date-fns/locale/sv').then((own) => own.sv),
  da: () => import('date-fns/locale/da').then((own) => own.da),
  nb: () => import('date-fns/locale/nb').then((own) => own.nb),
  fi: () => import('date-fns/locale/fi').then((own) => own.fi),
};

const localeFor = (language: string): Promise<Locale> =>
  (LOCALES[language] ?? LOCALES[language.split('-')[0] ?? ''])?.() ?? Promise.resolve(enGB);

/** A day, written as the user's language does or chosen from a calendar; kept as `2026-03-31`. */
@Component({
  selector: 'al-day-field',
  imports: [
    ReactiveFormsModule,
    MatFormField,
    MatInput,
    MatError,
    MatSuffix,
    MatDatepicker,
    MatDatepickerInput,
    MatDatepickerToggle,
  ],
  providers: [{ provide: MAT_DATE_LOCALE, useValue: enGB }, provideDateFnsAdapter()],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <label class="entry-label" [attr.for]="id">{{ label() }}</label>
    <mat-form-field subscriptSizing="dynamic">
      <input matInput [id]="id" [matDatepicker]="picker" [formControl]="day" (dateChange)="keep()" />
      <mat-datepicker-toggle matIconSuffix [for]="picker" />
      <mat-datepicker #picker />
      <mat-error role="alert">write a day like {{ example() }}</mat-error>
    </mat-form-field>
  `,
})
export class DayField {
  readonly label = input.required<string>();
  readonly value = input.required<string | null>();
  /** Null where it is left open. */
  readonly changed = output<string | null>();

  protected readonly id = `day-${++made}`;
  protected readonly day = new FormControl<Date | null>(null);
  private readonly adapter = inject<DateAdapter<Date, Locale>>(DateAdapter);

  constructor() {
    effect(() => {
      const value = this.value();
      untracked(() => this.day.setValue(value === null || value === '' ? null : parseISO(value)));
    });
    void localeFor(navigator.language).then((locale) => this.adapter.setLocale(locale));
  }

  protected example(): string {
    return this.adapter.format(new Date(2026, 2, 31), 'P');
  }

  protected keep(): void {
    const day = this.day.value;
    if (day !== null && !isValid(day)) return;
    if (this.day.hasError('matDatepickerParse')) return;
    const text = day === null ? null : format(day, 'yyyy-MM-dd');
    if (text !== (this.value() === '' ? null : this.value())) this.changed.emit(text);
  }
}
