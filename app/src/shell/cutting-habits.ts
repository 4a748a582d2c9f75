import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { MatDialogClose, MatDialogContent, MatDialogTitle } from '@angular/material/dialog';
import { formatLength, parseLength, type CuttingHabits } from '@aldrek/core';
import { ShopStore } from '../state/shop.store';

interface Habit {
  readonly key: keyof CuttingHabits;
  readonly name: string;
  readonly about: string;
  readonly least: number;
  readonly most: number;
}

const HABITS: readonly Habit[] = [
  { key: 'kerfMm', name: 'kerf', about: 'what your saw turns to dust, cut by cut', least: 0, most: 20 },
  { key: 'endTrimMm', name: 'off each end', about: 'before the knock test says more', least: 0, most: 500 },
  {
    key: 'minLengthMm',
    name: 'least length',
    about: 'shorter cuttings are not worth keeping',
    least: 10,
    most: 5000,
  },
  { key: 'minWidthMm', name: 'least width', about: 'narrower ones neither', least: 5, most: 2000 },
];

/** How this shop cuts: what every estimate and plan rests on. Kept as it is written, undone like all else. */
@Component({
  selector: 'al-cutting-habits',
  imports: [MatDialogTitle, MatDialogContent, MatDialogClose],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2 mat-dialog-title>How this shop cuts</h2>
    <mat-dialog-content>
      <p>Every estimate and every plan rests on these, in {{ store.unit() === 'mm' ? 'mm' : 'inches' }}.</p>
      <div class="habits">
        @for (habit of habits; track habit.key) {
          <label class="field">
            {{ habit.name }}
            <input
              #entry
              inputmode="decimal"
              [value]="text(habit)"
              [attr.aria-invalid]="fault()?.key === habit.key"
              (change)="write(habit, entry.value)"
            />
            <span>{{ habit.about }}</span>
          </label>
        }
      </div>
      @if (fault(); as found) {
        <p class="fault" role="alert">{{ found.message }}</p>
      }
      <button type="button" class="btn strong" mat-dialog-close>Done</button>
    </mat-dialog-content>
  `,
  styles: `
    p {
      color: var(--ink);
    }
    .habits {
      display: grid;
      grid-template-columns: repeat(auto-fit, minmax(200px, 1fr));
      gap: 14px;
      margin: 14px 0;
    }
    .fault {
      margin-bottom: 12px;
      color: var(--hazard);
    }
  `,
})
export class CuttingHabitsSheet {
  protected readonly store = inject(ShopStore);
  protected readonly habits = HABITS;
  protected readonly fault = signal<{ readonly key: string; readonly message: string } | null>(null);

  protected text({ key }: Habit): string {
    const mm = this.store.habits()[key];
    // A kerf is told to a hundredth: 3.18 is an eighth of an inch.
    return this.store.unit() === 'mm' ? String(Math.round(mm * 100) / 100) : formatLength(mm, 'inch', 64);
  }

  protected write(habit: Habit, text: string): void {
    const unit = this.store.unit();
    const zero = /^0+([.,]0+)?$/.test(text.trim());
    const length = zero ? { ok: true as const, value: 0 } : parseLength(text, unit);
    if (!length.ok) {
      this.fault.set({ key: habit.key, message: `${habit.name}: ${length.fault.message}` });
    } else if (length.value < habit.least || length.value > habit.most) {
      const [least, most] = [habit.least, habit.most].map((mm) => formatLength(mm, unit));
      this.fault.set({ key: habit.key, message: `${habit.name}: from ${least} to ${most}` });
    } else {
      this.fault.set(null);
      const shop = this.store.shop();
      const habits = { ...shop.settings.habits, [habit.key]: length.value };
      this.store.change(`set ${habit.name}`, { ...shop, settings: { ...shop.settings, habits } });
    }
  }
}
