import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatDialogClose, MatDialogContent, MatDialogTitle } from '@angular/material/dialog';
import { formatLength, parseLength, type CuttingHabits, type Machines } from '@aldrek/core';
import { ShopStore } from '../state/shop.store';

type Measured = Exclude<keyof Machines, 'handTools'>;

interface Figure {
  readonly key: keyof CuttingHabits | Measured;
  readonly name: string;
  readonly about: string;
  readonly least: number;
  readonly most: number;
}

const CUTS: readonly Figure[] = [
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

const PLANES: readonly Figure[] = [
  { key: 'cleanUpMm', name: 'clean-up', about: 'off each face, once it is flat', least: 0, most: 20 },
  { key: 'jointingMm', name: 'jointing', about: 'off each edge, to a straight joint', least: 0, most: 20 },
];

const MACHINES: readonly Figure[] = [
  { key: 'planerWidthMm', name: 'planer, width', about: 'the widest it takes', least: 10, most: 3000 },
  { key: 'planerMostThicknessMm', name: 'planer, thickest', about: 'that goes in', least: 5, most: 1000 },
  {
    key: 'planerLeastThicknessMm',
    name: 'planer, thinnest',
    about: 'that may come out',
    least: 0,
    most: 100,
  },
  {
    key: 'planerLeastLengthMm',
    name: 'planer, shortest',
    about: 'shorter tips between the rollers',
    least: 0,
    most: 3000,
  },
  { key: 'jointerWidthMm', name: 'jointer, width', about: 'the widest it takes', least: 10, most: 3000 },
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
      @for (group of groups(); track group.name) {
        <h3 class="label">{{ group.name }}</h3>
        <div class="habits">
          @for (figure of group.figures; track figure.key) {
            <label class="field">
              {{ figure.name }}
              <input
                #entry
                inputmode="decimal"
                [value]="text(figure)"
                [attr.aria-invalid]="fault()?.key === figure.key"
                (change)="write(figure, entry.value)"
              />
              <span>{{ figure.about }}</span>
            </label>
          }
        </div>
      }
      <label class="hand">
        <input
          type="checkbox"
          [checked]="store.machines().handTools"
          (change)="handTools($any($event.target).checked)"
        />
        A hand-tool shop: by scrub, try and smoothing plane, so no machine sets a limit
      </label>
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
    .hand {
      display: flex;
      gap: 10px;
      align-items: center;
      min-height: 44px;
      color: var(--ink);
    }
    .hand input {
      width: 20px;
      height: 20px;
    }
    .fault {
      margin-bottom: 12px;
      color: var(--hazard);
    }
  `,
})
export class CuttingHabitsSheet {
  protected readonly store = inject(ShopStore);
  protected readonly groups = computed(() => [
    { name: 'Saws', figures: CUTS },
    { name: 'Planing', figures: PLANES },
    ...(this.store.machines().handTools ? [] : [{ name: 'Machines', figures: MACHINES }]),
  ]);
  protected readonly fault = signal<{ readonly key: string; readonly message: string } | null>(null);

  protected text({ key }: Figure): string {
    const mm = { ...this.store.habits(), ...this.store.machines() }[key];
    // A kerf is told to a hundredth: 3.18 is an eighth of an inch.
    return this.store.unit() === 'mm' ? String(Math.round(mm * 100) / 100) : formatLength(mm, 'inch', 64);
  }

  protected write(figure: Figure, text: string): void {
    const unit = this.store.unit();
    const zero = /^0+([.,]0+)?$/.test(text.trim());
    const length = zero ? { ok: true as const, value: 0 } : parseLength(text, unit);
    if (!length.ok) {
      this.fault.set({ key: figure.key, message: `${figure.name}: ${length.fault.message}` });
    } else if (length.value < figure.least || length.value > figure.most) {
      const [least, most] = [figure.least, figure.most].map((mm) => formatLength(mm, unit));
      this.fault.set({ key: figure.key, message: `${figure.name}: from ${least} to ${most}` });
    } else {
      this.fault.set(null);
      this.set(figure.name, { [figure.key]: length.value });
    }
  }

  protected handTools(on: boolean): void {
    this.set(on ? 'hand tools' : 'machines', { handTools: on });
  }

  private set(what: string, patch: Partial<CuttingHabits & Machines>): void {
    const shop = this.store.shop();
    const { habits, machines } = shop.settings;
    const [key] = Object.keys(patch);
    const ofHabits = key !== undefined && key in habits;
    const settings = ofHabits
      ? { ...shop.settings, habits: { ...habits, ...patch } }
      : { ...shop.settings, machines: { ...machines, ...patch } };
    this.store.change(`set ${what}`, { ...shop, settings });
  }
}
