import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatProgressBar } from '@angular/material/progress-bar';
import { readPartLine } from '@aldrek/core/project';
import { formatLength, GRADE_NAMES, GRADES } from '@aldrek/core/wood';
import { type Want } from '@aldrek/core/yield';
import { RackFigures, type GivingOrder } from '../../estimates/rack-figures';
import { RackView } from '../../in-hand/rack-view';
import type { Choice } from '../../ui/choice-field';
import { ShopStore } from '../../shop-store/shop.store';
import { ChoiceField } from '../../ui/choice-field';
import { ToggleField } from '../../ui/toggle-field';
import { TextField } from '../../ui/text-field';

/** Looks for what pieces can give: a finished size and a grade on one line, best or worst on top. */
@Component({
  selector: 'al-rack-gives',
  imports: [MatButton, MatProgressBar, ChoiceField, ToggleField, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2 class="label">What it can give</h2>
    <al-text-field
      spoken="Finished size and grade wanted"
      placeholder="900 x 80 x 18 clear"
      [line]="true"
      [value]="text()"
      [fault]="fault()"
      (changed)="read($event)"
    />
    @if (rack.want(); as want) {
      <p class="muted" role="status">{{ rack.progress() === null ? said(want) : 'Working it out…' }}</p>
    }
    @if (rack.want() !== null || view.by() === 'yield') {
      <al-toggle-field
        label="Which end on top"
        [value]="rack.order()"
        [choices]="orders"
        (changed)="rack.order.set($event)"
      />
    }
    @if (view.by() === 'yield') {
      <al-choice-field
        label="graded"
        [value]="rack.grade()"
        [choices]="grades"
        (changed)="rack.grade.set($event)"
      />
    }
    @if (rack.progress(); as progress) {
      <p class="progress" role="status">
        <mat-progress-bar [value]="(100 * progress.done) / progress.of" />
        {{ progress.done }} of {{ progress.of }} worked out
        <button type="button" matButton="outlined" (click)="rack.stop()">Stop</button>
      </p>
    }
    @if (rack.want() !== null) {
      <button type="button" matButton="outlined" (click)="clear()">Show all again</button>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 8px;
      margin-bottom: 20px;
    }
    p {
      font-size: var(--small);
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
      al-text-field,
      al-toggle-field {
        width: 200px;
      }
      .progress {
        display: flex;
        align-items: center;
        gap: 8px;
        white-space: nowrap;
      }
    }
  `,
})
export class RackGives {
  protected readonly rack = inject(RackFigures);
  protected readonly view = inject(RackView);
  private readonly store = inject(ShopStore);
  protected readonly text = signal('');
  protected readonly fault = signal<string | null>(null);
  protected readonly orders: readonly Choice<GivingOrder>[] = [
    { value: 'worst', name: 'worst on top' },
    { value: 'best', name: 'best on top' },
  ];
  protected readonly grades = GRADES.map((grade) => ({ value: grade, name: GRADE_NAMES[grade] }));
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

  protected said(want: Want): string {
    const count = this.count();
    return `${count} ${count === 1 ? 'piece gives' : 'pieces give'} ${this.line(want)} after planing.`;
  }

  private line({ length, width, thickness, grade }: Want): string {
    const size = [length, width, thickness].map((mm) => formatLength(mm, this.store.unit())).join(' × ');
    return `${size} ${GRADE_NAMES[grade]}`;
  }
}
