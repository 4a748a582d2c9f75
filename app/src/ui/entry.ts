import {
  computed,
  DestroyRef,
  Directive,
  effect,
  type ElementRef,
  inject,
  input,
  linkedSignal,
  type OnInit,
  output,
  signal,
  untracked,
  viewChild,
  afterNextRender,
} from '@angular/core';
import {
  type AbstractControl,
  type ControlValueAccessor,
  FormControl,
  type ValidationErrors,
} from '@angular/forms';
import { fail, ok, type Result } from '@aldrek/core/wood';
import { ReadingFields, type Reads } from './reading-fields';

/** How far one press of an arrow key goes: with Alt, on its own, with Shift. */
export type StepSize = 'fine' | 'plain' | 'coarse';

let made = 0;

/** The look of every entry of a figure: its name over it, why it is refused under it. */
export const ENTRY_TEMPLATE = `
  @if (label(); as name) {
    <label class="entry-label" [attr.for]="id">{{ name }}</label>
  }
  <mat-form-field subscriptSizing="dynamic">
    <input
      #entry
      matInput
      class="figure-entry"
      autocomplete="off"
      [id]="id"
      [formControl]="text"
      [errorStateMatcher]="refusal"
      [class.veiled]="drawn() !== null"
      [attr.inputmode]="least() < 0 ? 'text' : inputMode"
      [attr.aria-label]="spoken()"
      [attr.placeholder]="optional() ? '–' : null"
      (focus)="begin()"
      (input)="draft()"
      (keydown)="key($event)"
      (keyup)="keyUp($event)"
      (blur)="leave()"
    />
    @if (drawn(); as mm) {
      <span class="figure-drawn" aria-hidden="true"><al-length [mm]="mm" /></span>
    }
    @if (suffix(); as unit) {<span matTextSuffix aria-hidden="true">&nbsp;{{ unit }}</span>}
    <mat-error role="alert">{{ fault() }}</mat-error>
  </mat-form-field>
`;

/** Which way a key steps the figure. */
const STEPS: Readonly<Record<string, 1 | -1>> = { ArrowUp: 1, ArrowDown: -1 };

/**
 * A figure that is typed: kept when it is left and right; a wrong one stays with its reason and keeps nothing.
 * Arrow keys step it, Esc brings back the last good one, Enter keeps it and goes on to the next field that an
 * instrument could fill. As a form control it bears a number, 0 where it is left open.
 */
@Directive()
export abstract class FigureEntry implements ControlValueAccessor, OnInit {
  readonly label = input.required<string>();
  /** The name for a screen reader, where the label alone would stand twice on a screen. */
  readonly spoken = input<string | null>(null);
  readonly value = input(0);
  /** Whether it may be left open: 0 then shows as nothing, and nothing is read as 0. */
  readonly optional = input(false);
  /** Whether a 0 that is typed is news where the field was open. */
  readonly zeroTells = input(false);
  readonly least = input(0);
  readonly most = input(Number.MAX_SAFE_INTEGER);
  /** Why the limits are what they are. */
  readonly why = input('');
  readonly changed = output<number>();
  /** While it is typed, for what is drawn along; null when what stands there can't be used. */
  readonly drafted = output<number | null>();

  protected readonly id = `entry-${++made}`;
  protected abstract readonly inputMode: 'decimal' | 'numeric';
  private readonly element = viewChild.required<ElementRef<HTMLInputElement>>('entry');
  private readonly readings = inject(ReadingFields);

  /** The last good figure. */
  protected readonly current = linkedSignal(() => this.value());
  protected readonly focused = signal(false);
  private readonly refused = signal<string | null>(null);
  protected readonly fault = this.refused.asReadonly();
  protected readonly text = new FormControl('', { nonNullable: true });
  protected readonly refusal = { isErrorState: (): boolean => this.refused() !== null };
  /** A length that is to be drawn with its true fraction over the text; null where the text will do. */
  protected readonly drawn = computed(() =>
    this.focused() || this.refused() !== null ? null : this.asDrawn(),
  );
  private typing = false;
  private stepped = false;
  private tell: (value: number) => void = () => undefined;
  private touch: () => void = () => undefined;

  protected abstract read(text: string): Result<number, string>;
  protected abstract show(value: number): string;
  protected abstract step(size: StepSize): number;
  protected abstract reads(): Reads | null;
  protected suffix(): string | null {
    return null;
  }
  protected asDrawn(): number | null {
    return null;
  }

  constructor() {
    effect(() => {
      const text = this.shown(this.current());
      untracked(() => {
        if (this.typing) return;
        this.refused.set(null);
        this.text.setValue(text, { emitEvent: false });
      });
    });
    const gone = inject(DestroyRef);
    afterNextRender(() => {
      const element = this.element().nativeElement;
      gone.onDestroy(
        this.readings.add({ element, reads: () => this.reads(), take: (reading) => this.take(reading) }),
      );
    });
  }

  ngOnInit(): void {
    // Not sooner: how a text is read is known to the finished field only.
    this.text.addValidators(({ value }: AbstractControl<string>): ValidationErrors | null => {
      const read = this.readWithin(value);
      return read.ok ? null : { figure: read.fault };
    });
  }

  private shown(value: number): string {
    return this.optional() && value === 0 ? '' : this.show(value);
  }

  private readWithin(text: string): Result<number, string> {
    const tidy = text.trim();
    if (this.optional() && tidy === '') return ok(0);
    const read = this.read(tidy);
    if (!read.ok) return read;
    if (read.value < this.least() || read.value > this.most())
      return fail(
        `from ${this.show(this.least())} to ${this.show(this.most())}${this.why() === '' ? '' : `: ${this.why()}`}`,
      );
    return read;
  }

  protected begin(): void {
    this.focused.set(true);
    this.element().nativeElement.select();
  }

  protected draft(): void {
    this.typing = true;
    const read = this.readWithin(this.text.value);
    this.drafted.emit(read.ok ? read.value : null);
  }

  protected leave(): void {
    this.focused.set(false);
    this.touch();
    if (this.typing) this.keep();
  }

  /** Keeps what stands there, or says why not. */
  private keep(): boolean {
    this.typing = false;
    // What is shown may be rounded: left as it was, it changes nothing.
    if (this.text.value.trim() === this.shown(this.current())) {
      this.refused.set(null);
      this.drafted.emit(null);
      return true;
    }
    const read = this.readWithin(this.text.value);
    if (!read.ok) {
      this.refused.set(read.fault);
      return false;
    }
    this.refused.set(null);
    const before = this.current();
    const tells = read.value !== before || (this.zeroTells() && this.shown(before) === '');
    this.current.set(read.value);
    this.text.setValue(this.shown(read.value), { emitEvent: false });
    if (tells) {
      this.changed.emit(read.value);
      this.tell(read.value);
    }
    this.drafted.emit(null);
    return true;
  }

  private take(reading: number): boolean {
    this.text.setValue(this.show(reading));
    this.draft();
    return this.keep();
  }

  protected key(event: KeyboardEvent): void {
    const way = STEPS[event.key];
    if (way !== undefined) {
      event.preventDefault();
      this.stepBy(way, event.altKey ? 'fine' : event.shiftKey ? 'coarse' : 'plain');
    } else if (event.key === 'Enter') {
      const kept = this.keep();
      const { nativeElement } = this.element();
      if (!kept) event.preventDefault();
      else if (!event.ctrlKey && !event.metaKey) this.readings.next(nativeElement);
    } else if (event.key === 'Escape') this.restore(event);
  }

  /** However long an arrow key was held, it is one change. */
  protected keyUp(event: KeyboardEvent): void {
    if (!this.stepped || STEPS[event.key] === undefined) return;
    this.stepped = false;
    this.keep();
    this.element().nativeElement.select();
  }

  private stepBy(way: 1 | -1, size: StepSize): void {
    const read = this.readWithin(this.text.value);
    const from = read.ok ? read.value : this.current();
    const step = this.step(size);
    // Onto the marks of the step, as on a rule.
    const marks = way > 0 ? Math.floor(from / step + 1e-6) + 1 : Math.ceil(from / step - 1e-6) - 1;
    const to = Math.min(this.most(), Math.max(this.least(), Math.round(marks * step * 1e6) / 1e6));
    this.stepped = true;
    this.text.setValue(this.show(to));
    this.draft();
  }

  /** Back to the last good figure; where it stands there already, Esc is for others. */
  private restore(event: Event): void {
    const text = this.shown(this.current());
    if (this.text.value === text) return;
    event.stopPropagation();
    this.typing = false;
    this.refused.set(null);
    this.text.setValue(text);
    this.drafted.emit(null);
    this.element().nativeElement.select();
  }

  focus(): void {
    this.element().nativeElement.focus();
  }

  writeValue(value: number | null): void {
    this.current.set(value ?? 0);
  }
  registerOnChange(tell: (value: number) => void): void {
    this.tell = tell;
  }
  registerOnTouched(touch: () => void): void {
    this.touch = touch;
  }
  setDisabledState(disabled: boolean): void {
    if (disabled) this.text.disable({ emitEvent: false });
    else this.text.enable({ emitEvent: false });
  }
}
