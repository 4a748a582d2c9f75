import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { formatLength, GRADE_NAMES, GRADES, readPartLine, type Grade, type Want } from '@aldrek/core';
import { RackFigures } from '../../state/rack-figures';
import { RackView } from '../../state/rack-view';
import { ShopStore } from '../../state/shop.store';

/** Looks for what pieces can give: a finished size and a grade on one line, best or worst on top. */
@Component({
  selector: 'al-rack-gives',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2 class="label" id="gives">What it can give</h2>
    <label class="field">
      <span class="visually-hidden">Finished size and grade wanted</span>
      <input
        #line
        data-reads="line"
        placeholder="900 x 80 x 18 clear"
        autocomplete="off"
        [value]="text()"
        [attr.aria-invalid]="fault() !== null"
        (change)="read(line.value)"
        (keydown.escape)="clear(); line.blur()"
      />
      @if (fault(); as found) {
        <span class="fault" role="alert">{{ found }}</span>
      }
    </label>
    @if (rack.want(); as want) {
      <p class="muted" role="status">{{ rack.progress() === null ? said(want) : 'Working it out…' }}</p>
    }
    @if (rack.want() !== null || view.by() === 'yield') {
      <div class="row" role="radiogroup" aria-labelledby="gives">
        @for (order of orders; track order.order) {
          <button
            type="button"
            role="radio"
            class="btn"
            [attr.aria-checked]="rack.order() === order.order"
            (click)="rack.order.set(order.order)"
          >
            {{ order.name }}
          </button>
        }
      </div>
    }
    @if (view.by() === 'yield') {
      <label class="field">
        <span>graded</span>
        <select #grade [value]="rack.grade()" (change)="regrade(grade.value)">
          @for (option of grades; track option.grade) {
            <option [value]="option.grade" [selected]="option.grade === rack.grade()">
              {{ option.name }}
            </option>
          }
        </select>
      </label>
    }
    @if (rack.progress(); as progress) {
      <p class="progress" role="status">
        <progress [value]="progress.done" [max]="progress.of"></progress>
        {{ progress.done }} of {{ progress.of }} worked out
        <button type="button" class="btn" (click)="rack.stop()">Stop</button>
      </p>
    }
    @if (rack.want() !== null) {
      <button type="button" class="btn" (click)="clear()">Show all again</button>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 8px;
      margin-bottom: 20px;
    }
    .row {
      display: grid;
      grid-template-columns: 1fr 1fr;
      gap: 4px;
    }
    .row .btn {
      padding: 0 4px;
      font-size: 13px;
      line-height: 1.15;
      white-space: normal;
    }
    .row .btn[aria-checked='true'] {
      border-color: var(--blue);
      background: var(--blue-tint);
    }
    p {
      font-size: 13px;
      line-height: 1.4;
    }
    @media (max-width: 900px) {
      :host {
        display: flex;
        flex: none;
        align-items: center;
        margin: 0;
      }
      h2 {
        display: none;
      }
      .field {
        width: 170px;
      }
      .row {
        width: 190px;
      }
      .progress {
        display: flex;
        align-items: center;
        gap: 8px;
        white-space: nowrap;
      }
    }
    progress {
      width: 100%;
      accent-color: var(--blue);
    }
  `,
})
export class RackGives {
  protected readonly rack = inject(RackFigures);
  protected readonly view = inject(RackView);
  private readonly store = inject(ShopStore);
  protected readonly text = signal('');
  protected readonly fault = signal<string | null>(null);
  protected readonly orders = [
    { order: 'worst', name: 'worst on top' },
    { order: 'best', name: 'best on top' },
  ] as const;
  protected readonly grades = GRADES.map((grade) => ({ grade, name: GRADE_NAMES[grade] }));
  private readonly count = computed(
    () => [...(this.rack.giving()?.values() ?? [])].filter(({ gives }) => gives).length,
  );

  constructor() {
    const want = this.rack.want();
    if (want) this.text.set(this.line(want));
  }

  protected read(text: string): void {
    this.text.set(text);
    if (text.trim() === '') {
      this.clear();
      return;
    }
    const { faults, part } = readPartLine(text, this.store.unit());
    const [fault] = faults;
    if (fault || !part) {
      this.fault.set(fault?.message ?? 'length × width × thickness is needed, finished: 900 x 80 x 18 clear');
      return;
    }
    this.fault.set(null);
    const { length, width, thickness, grade } = part;
    this.rack.want.set({ length, width, thickness, grade });
  }

  protected clear(): void {
    this.text.set('');
    this.fault.set(null);
    this.rack.want.set(null);
  }

  protected regrade(value: string): void {
    const grade = GRADES.find((option): option is Grade => option === value);
    if (grade) this.rack.grade.set(grade);
  }

  protected said(want: Want): string {
    const count = this.count();
    return `${count} ${count === 1 ? 'piece gives' : 'pieces give'} ${this.line(want)} after planing.`;
  }

  private line({ length, width, thickness, grade }: Want): string {
    const size = [length, width, thickness].map((mm) => formatLength(mm, this.store.unit())).join(' × ');
    return `${size} ${GRADE_NAMES[grade]}`;
  }
}
