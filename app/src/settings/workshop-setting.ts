import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { parseStretches, WEEKDAYS, writeStretches, type Weekday, type Workshop } from '@aldrek/core/shop';
import { DEFAULT_MACHINES, HAND_TOOL_SHOP, type Machines } from '@aldrek/core/yield';
import { parseClamps, writeClamps, type MillingSchool, type RouteMachine } from '@aldrek/core/floor';
import { ShopStore } from '../shop-store/shop.store';
import { ChoiceField } from '../ui/choice-field';
import { TextField } from '../ui/text-field';

const DAYS: Readonly<Record<Weekday, string>> = {
  mon: 'Monday',
  tue: 'Tuesday',
  wed: 'Wednesday',
  thu: 'Thursday',
  fri: 'Friday',
  sat: 'Saturday',
  sun: 'Sunday',
};

const BLADES: readonly { readonly machine: RouteMachine; readonly name: string }[] = [
  { machine: 'table-saw', name: 'table saw' },
  { machine: 'mitre-saw', name: 'mitre saw' },
  { machine: 'bandsaw', name: 'bandsaw' },
  { machine: 'guided-saw', name: 'guided saw' },
  { machine: 'jigsaw', name: 'jigsaw' },
];

const SCHOOLS: readonly { readonly value: MillingSchool | 'machines'; readonly name: string }[] = [
  { value: 'machines', name: 'as the machines have it' },
  { value: 'jointer', name: 'jointer first, then planer' },
  { value: 'planer', name: 'planer first, many light passes' },
  { value: 'hand', name: 'hand tools' },
];

/** The workshop beside its figures: which machines, how it mills, which blades are on, and when the maker is there. */
@Component({
  selector: 'al-workshop-setting',
  imports: [ChoiceField, MatButton, TextField],
  host: { class: 'stack' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2 class="label">Machines</h2>
    <p class="muted">
      A starting point for the limits on the page Milling; each can be changed there. Plans that rest on other
      machines say that they are out of date.
    </p>
    <div class="row flow">
      <button type="button" matButton="outlined" (click)="machines('a small machine shop', small)">
        Small machine shop
      </button>
      <button type="button" matButton="outlined" (click)="machines('a hand-tool shop', hand)">
        Hand-tool shop
      </button>
      <button type="button" matButton="outlined" (click)="keep()">Keep these machines as mine</button>
      @if (store.workshop().ownMachines; as own) {
        <button type="button" matButton="outlined" (click)="machines('my own machines', own)">
          Back to my own
        </button>
      }
    </div>
    <h2 class="label">Milling</h2>
    <al-choice-field
      label="how the shop mills; a project may say otherwise"
      [value]="store.workshop().school ?? 'machines'"
      [choices]="schools"
      (changed)="school($event)"
    />
    <h2 class="label">Blades that are on</h2>
    <div class="fields roomy">
      @for (blade of blades; track blade.machine) {
        <al-text-field
          [label]="blade.name"
          placeholder="40 teeth, thin kerf"
          [value]="store.workshop().park[blade.machine]?.blade ?? ''"
          [longest]="100"
          (changed)="setBlade(blade.machine, $event)"
        />
      }
    </div>
    <h2 class="label">Clamps on hand</h2>
    <p class="muted">How many that open how far: 6 × 600, 4 × 1000. Glue-ups are held against them.</p>
    <al-text-field
      label="clamps"
      placeholder="6 × 600, 4 × 1000"
      [value]="clamps()"
      [longest]="200"
      [fault]="clampFault()"
      (changed)="setClamps($event)"
    />
    <h2 class="label">Your hours</h2>
    <p class="muted">When you are in the shop: 18:00–20:00, or several stretches with a comma between.</p>
    <div class="fields roomy">
      @for (day of days; track day) {
        <al-text-field
          [label]="dayNames[day]"
          placeholder="not in the shop"
          [value]="hours()[day]"
          [longest]="80"
          [fault]="faults()[day] ?? null"
          (changed)="setHours(day, $event)"
        />
      }
    </div>
  `,
  styles: `
    h2:not(:first-child) {
      margin-top: 14px;
    }
    al-choice-field {
      max-width: 340px;
    }
  `,
})
export class WorkshopSetting {
  protected readonly store = inject(ShopStore);
  protected readonly small = DEFAULT_MACHINES;
  protected readonly hand = HAND_TOOL_SHOP;
  protected readonly schools = SCHOOLS;
  protected readonly blades = BLADES;
  protected readonly days = WEEKDAYS;
  protected readonly dayNames = DAYS;
  protected readonly faults = signal<Readonly<Partial<Record<Weekday, string>>>>({});
  protected readonly hours = computed(() => {
    const { hours } = this.store.workshop();
    return Object.fromEntries(WEEKDAYS.map((day) => [day, writeStretches(hours[day] ?? [])])) as Record<
      Weekday,
      string
    >;
  });

  protected readonly clampFault = signal<string | null>(null);
  protected readonly clamps = computed(() => writeClamps(this.store.workshop().glue.clamps));

  protected setClamps(text: string): void {
    const clamps = parseClamps(text);
    this.clampFault.set(
      clamps === null ? 'a number, a times sign and an opening in mm: 6 × 600, 4 × 1000' : null,
    );
    const workshop = this.store.workshop();
    if (clamps !== null)
      this.put('set the clamps on hand', { ...workshop, glue: { ...workshop.glue, clamps } });
  }

  protected machines(what: string, machines: Machines): void {
    const shop = this.store.shop();
    this.store.change(`set ${what}`, { ...shop, settings: { ...shop.settings, machines } });
  }

  protected keep(): void {
    this.put('keep these machines as mine', { ...this.store.workshop(), ownMachines: this.store.machines() });
  }

  protected school(school: MillingSchool | 'machines'): void {
    const { school: _before, ...rest } = this.store.workshop();
    this.put('set how the shop mills', school === 'machines' ? rest : { ...rest, school });
  }

  protected setBlade(machine: RouteMachine, text: string): void {
    const workshop = this.store.workshop();
    const { blade: _before, ...rest } = workshop.park[machine] ?? {};
    const blade = text.trim();
    const park = { ...workshop.park, [machine]: blade === '' ? rest : { ...rest, blade } };
    this.put(`set the blade of the ${machine}`, { ...workshop, park });
  }

  protected setHours(day: Weekday, text: string): void {
    const stretches = parseStretches(text);
    const { [day]: _fault, ...others } = this.faults();
    if (stretches === null) {
      this.faults.set({ ...others, [day]: 'hours such as 18:00–20:00, one after the other' });
      return;
    }
    this.faults.set(others);
    const workshop = this.store.workshop();
    this.put(`set the hours of ${DAYS[day]}`, {
      ...workshop,
      hours: { ...workshop.hours, [day]: stretches },
    });
  }

  private put(what: string, workshop: Workshop): void {
    const shop = this.store.shop();
    this.store.change(what, { ...shop, settings: { ...shop.settings, workshop } });
  }
}
