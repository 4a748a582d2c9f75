import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  signal,
  viewChild,
} from '@angular/core';
import { MatButton } from '@angular/material/button';
import { readPartLine, type Project } from '@aldrek/core/project';
import { type NominalReading } from '@aldrek/core/wood';
import { marksOf, readLines, textOf } from '../../drawing/read-lines';
import { NominalNote } from '../../ui/nominal-note';
import { ReadingLine } from '../../ui/reading-line';
import { ProjectActions } from '../../shop-store/project-actions';
import { ShopStore } from '../../shop-store/shop.store';

/** The part line: parts of a project in the manner of the tally line. */
@Component({
  selector: 'al-part-bar',
  imports: [MatButton, ReadingLine, NominalNote],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="in-line tops">
      <al-reading-line
        class="grow"
        [(text)]="text"
        label="Part line"
        describedBy="part-reading"
        [faults]="marks()"
        [incomplete]="good().length === 0"
        [placeholder]="placeholder()"
        (handed)="hand()"
      />
      <button type="button" matButton="filled" [disabled]="good().length === 0" (click)="hand()">
        {{ good().length > 1 ? 'Add ' + good().length : 'Add' }}
      </button>
    </div>
    <div id="part-reading" class="reading flow t-small" aria-live="polite">
      @if (text().trim() === '') {
        <span class="muted">how many, name, finished length × width × thickness, species, grade</span>
      } @else {
        @for (chip of lines()[0]?.reading?.chips ?? []; track chip.start + chip.kind) {
          <span class="chip strong">{{ chip.text }}</span>
        }
        @if (lines().length === 1 && lines()[0]?.reading?.nominal; as nominal) {
          <al-nominal-note [of]="nominal" (asTrue)="takeAsTrue($event)" />
        }
        @for (line of faulty(); track line.offset) {
          <span class="fault"
            >{{ lines().length > 1 ? 'Line ' + line.number + ': ' : ''
            }}{{ line.reading.faults[0]?.message }}</span
          >
        }
      }
    </div>
  `,
  styles: `
    .reading {
      gap: 4px 6px;
      padding-top: 6px;
      min-height: 24px;
    }
    .chip {
      padding: 2px 9px;
      border-radius: 11px;
      background: var(--blue-tint);
      color: var(--blue);
    }
  `,
})
export class PartBar {
  readonly project = input.required<Project>();

  private readonly store = inject(ShopStore);
  private readonly actions = inject(ProjectActions);
  private readonly line = viewChild.required(ReadingLine);
  protected readonly text = signal('');

  protected readonly placeholder = computed(() =>
    this.store.unit() === 'mm'
      ? '4 leg 426 x 70 x 40 oak, hidden'
      : '4 leg 16 3/4 x 2 3/4 x 1 1/2 oak, hidden',
  );
  protected readonly lines = computed(() =>
    readLines(this.text(), (line) => readPartLine(line, this.store.unit())),
  );
  protected readonly good = computed(() =>
    this.lines().filter(({ reading }) => reading.part !== null && reading.faults.length === 0),
  );
  protected readonly faulty = computed(() => this.lines().filter((line) => !this.good().includes(line)));
  protected readonly marks = computed(() => marksOf(this.lines()));

  focus(): void {
    this.line().focus();
  }

  protected takeAsTrue({ start, end, asTrue }: NominalReading): void {
    const text = this.text();
    this.text.set(text.slice(0, start) + asTrue + text.slice(end));
    this.line().focus();
  }

  protected hand(): void {
    const good = this.good();
    if (good.length === 0) return;
    this.actions.addParts(
      this.project(),
      good.map((line) => line.reading),
    );
    this.text.set(textOf(this.faulty()));
  }
}
