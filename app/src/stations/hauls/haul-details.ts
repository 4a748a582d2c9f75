import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { LEAVE_HOW, LEAVE_NAMES, type Haul, type LeaveHow } from '@aldrek/core/wood';
import { FigureField } from '../../ui/figure-field';
import { HaulActions } from '../../shop-store/haul-actions';
import { HaulPhotos } from './haul-photos';
import { ChoiceField } from '../../ui/choice-field';
import { TextField } from '../../ui/text-field';
import { DayField } from '../../ui/day-field';

/** Where a haul was, when, who gave permission, what it cost. */
@Component({
  selector: 'al-haul-details',
  imports: [FigureField, HaulPhotos, ChoiceField, TextField, DayField],
  host: { class: 'stack' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="fields">
      <al-text-field
        id="haul-place"
        class="wide"
        label="place"
        [longest]="120"
        [value]="haul().place"
        (changed)="set('place', $event)"
      />
      <al-day-field label="date" [value]="haul().date" (changed)="setDate($event)" />
      <al-text-field
        label="permission from"
        [longest]="120"
        [value]="haul().leaveBy"
        (changed)="set('leaveBy', $event)"
      />
      <al-choice-field
        label="how given"
        [value]="haul().leaveHow"
        [choices]="leaves"
        (changed)="setHow($event)"
      />
      <al-figure-field
        [label]="'price, ' + currency()"
        kind="money"
        [value]="haul().price"
        [most]="1000000"
        (changed)="set('price', $event)"
      />
      <al-figure-field
        label="there and back, km"
        kind="number"
        [value]="haul().distanceKm"
        [most]="100000"
        (changed)="set('distanceKm', $event)"
      />
      <al-figure-field
        label="hours of the trip"
        kind="number"
        [value]="haul().hours"
        [most]="1000"
        (changed)="set('hours', $event)"
      />
      <al-text-field
        class="wide"
        label="note"
        [rows]="2"
        [longest]="4000"
        [value]="haul().note"
        (changed)="set('note', $event)"
      />
    </div>
    <al-haul-photos [haul]="haul()" />
    @if (askFirst()) {
      <p class="hazard">Ask for permission and note who gave it: a skip belongs to someone.</p>
    }
  `,
  styles: `
    .wide {
      grid-column: span 2;
    }
  `,
})
export class HaulDetails {
  readonly haul = input.required<Haul>();
  readonly currency = input.required<string>();
  private readonly actions = inject(HaulActions);
  protected readonly leaves = LEAVE_HOW.map((value) => ({ value, name: LEAVE_NAMES[value] }));
  protected readonly askFirst = computed(() => this.haul().leaveHow === 'not-asked');

  protected set<K extends 'place' | 'leaveBy' | 'price' | 'distanceKm' | 'hours' | 'note'>(
    key: K,
    value: Haul[K],
  ): void {
    if (this.haul()[key] === value) return;
    this.actions.update(`haul: ${LABELS[key]}`, { ...this.haul(), [key]: value });
  }

  protected setDate(date: string | null): void {
    // An emptied date is no date: it stays what it was.
    if (date !== null) this.actions.update('haul: date', { ...this.haul(), date });
  }

  protected setHow(leaveHow: LeaveHow): void {
    this.actions.update('haul: permission', { ...this.haul(), leaveHow });
  }
}

const LABELS = {
  place: 'place',
  leaveBy: 'who gave permission',
  price: 'price',
  distanceKm: 'distance',
  hours: 'hours',
  note: 'note',
};
