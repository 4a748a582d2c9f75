import {
  afterRenderEffect,
  ChangeDetectionStrategy,
  Component,
  computed,
  type ElementRef,
  input,
  model,
  output,
  signal,
  viewChild,
} from '@angular/core';
import { MatFormField } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { ReadsLine } from './reads-line';

/** A stretch of the text that was understood or not, as the reader of the line gives it. */
export interface LineMark {
  readonly start: number;
  readonly end: number;
}

interface Stretch {
  readonly text: string;
  readonly wrong: boolean;
}

/**
 * A line that is read as it is typed: what is not understood is underlined where it stands. Enter hands
 * it over, Shift Enter or a paste begins further lines, ↑ brings back earlier ones.
 */
@Component({
  selector: 'al-reading-line',
  imports: [MatFormField, MatInput, ReadsLine],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <mat-form-field subscriptSizing="dynamic" [class.wrong]="wrong()">
      <!-- Kept on one line: in here every space would show, and shift the marks. -->
      <!-- prettier-ignore -->
      <div class="backdrop" aria-hidden="true">@for (stretch of stretches(); track $index) {<span [class.bad]="stretch.wrong">{{ stretch.text }}</span>}</div>
      <textarea
        #field
        matInput
        alReadsLine
        spellcheck="false"
        autocapitalize="off"
        autocomplete="off"
        [rows]="rows()"
        [attr.aria-label]="label()"
        [attr.aria-describedby]="describedBy()"
        [placeholder]="placeholder()"
        [value]="text()"
        (input)="text.set(field.value)"
        (lineRead)="text.set($event)"
        (keydown)="key($event)"
      ></textarea>
    </mat-form-field>
  `,
  styles: `
    :host {
      display: block;
    }
    .wrong {
      --mat-form-field-outlined-outline-color: var(--hazard);
      --mat-form-field-outlined-hover-outline-color: var(--hazard);
      --mat-form-field-outlined-focus-outline-color: var(--hazard);
    }
    textarea,
    .backdrop {
      box-sizing: border-box;
      width: 100%;
      margin: 0;
      padding: 0;
      border: 0;
      font: inherit;
      font-size: var(--heading);
      line-height: 25px;
      letter-spacing: 0;
      font-feature-settings: 'calt' 0;
      text-rendering: geometricPrecision;
      white-space: pre-wrap;
      overflow-wrap: break-word;
    }
    textarea {
      position: relative;
      resize: none;
    }
    textarea::placeholder {
      color: var(--muted);
      opacity: 1;
      white-space: nowrap;
      overflow: hidden;
      text-overflow: ellipsis;
    }
    .backdrop {
      position: absolute;
      inset: var(--mat-form-field-container-vertical-padding) 0;
      overflow: hidden;
      color: transparent;
      pointer-events: none;
    }
    .bad {
      background: var(--hazard-tint);
      box-shadow: inset 0 -2px 0 var(--hazard);
      border-radius: 2px;
    }
    .bad:empty::after {
      content: '\\00a0';
    }
  `,
})
export class ReadingLine {
  readonly text = model('');
  readonly label = input.required<string>();
  readonly placeholder = input('');
  readonly describedBy = input<string | null>(null);
  readonly faults = input<readonly LineMark[]>([]);
  /** What is written makes no whole line yet: wrong once Enter was pressed on it, not while it is being written. */
  readonly incomplete = input(false);
  readonly handed = output();
  readonly left = output();
  readonly earlier = output<-1 | 1>();

  private readonly field = viewChild.required<ElementRef<HTMLTextAreaElement>>('field');
  protected readonly rows = computed(() => Math.min(8, this.text().split('\n').length));

  protected readonly stretches = computed((): Stretch[] => {
    const text = this.text();
    const stretches: Stretch[] = [];
    let from = 0;
    for (const { start, end } of this.faults()) {
      if (start < from) continue;
      stretches.push({ text: text.slice(from, start), wrong: false });
      stretches.push({ text: text.slice(start, end), wrong: true });
      from = end;
    }
    stretches.push({ text: text.slice(from), wrong: false });
    return stretches;
  });

  private readonly entered = signal<string | null>(null);
  protected readonly wrong = computed(
    () =>
      this.faults().length > 0 ||
      (this.incomplete() && this.text().trim() !== '' && this.entered() === this.text()),
  );

  constructor() {
    // MatInput writes this attribute only where a form says so; here the line’s own reader does.
    afterRenderEffect(() => this.field().nativeElement.setAttribute('aria-invalid', String(this.wrong())));
  }

  focus(): void {
    this.field().nativeElement.focus();
  }

  protected key(event: KeyboardEvent): void {
    const many = this.text().includes('\n');
    if (event.key === 'Enter' && !event.shiftKey && !event.isComposing) {
      event.preventDefault();
      this.entered.set(this.text());
      this.handed.emit();
    } else if (event.key === 'Escape') {
      event.preventDefault();
      this.field().nativeElement.blur();
      this.left.emit();
    } else if (!many && (event.key === 'ArrowUp' || event.key === 'ArrowDown')) {
      event.preventDefault();
      this.earlier.emit(event.key === 'ArrowUp' ? -1 : 1);
    }
  }
}
