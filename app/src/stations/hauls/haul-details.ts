import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { LEAVE_HOW, LEAVE_NAMES, type Haul, type LeaveHow } from '@aldrek/core';
import { FigureField } from '../../fields/figure-field';
import { HaulActions } from '../../state/haul-actions';
import { HaulPhotos } from './haul-photos';

/** Where a haul was, when, who gave leave, what it cost. */
@Component({
  selector: 'al-haul-details',
  imports: [FigureField, HaulPhotos],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="fields">
      <label class="field wide"
        ><span>place</span
        ><input
          #place
          id="haul-place"
          maxlength="120"
          [value]="haul().place"
          (change)="set('place', place.value.trim())"
      /></label>
      <label class="field"
        ><span>date</span><input #date type="date" [value]="haul().date" (change)="setDate(date)"
      /></label>
      <label class="field"
        ><span>leave given by</span
        ><input #by maxlength="120" [value]="haul().leaveBy" (change)="set('leaveBy', by.value.trim())"
      /></label>
      <label class="field"
        ><span>how</span
        ><select #how (change)="setHow(how.value)">
          @for (way of leaves; track way) {
            <option [value]="way" [selected]="way === haul().leaveHow">{{ names[way] }}</option>
          }
        </select></label
      >
      <al-figure-field
        [label]="'price, ' + currency()"
        kind="number"
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
      <label class="field wide"
        ><span>note</span
        ><textarea
          #note
          rows="2"
          maxlength="4000"
          [value]="haul().note"
          (change)="set('note', note.value)"
        ></textarea>
      </label>
    </div>
    <al-haul-photos [haul]="haul()" />
    @if (askFirst()) {
      <p class="hazard">Ask for leave and note who gave it: a skip belongs to someone.</p>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 10px;
    }
    .fields {
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(140px, 1fr));
      gap: 8px 10px;
    }
    .wide {
      grid-column: span 2;
    }
  `,
})
export class HaulDetails {
  readonly haul = input.required<Haul>();
  readonly currency = input.required<string>();
  private readonly actions = inject(HaulActions);
  protected readonly leaves = LEAVE_HOW;
  protected readonly names = LEAVE_NAMES;
  protected readonly askFirst = computed(() => this.haul().leaveHow === 'not-asked');

  protected set<K extends 'place' | 'leaveBy' | 'price' | 'distanceKm' | 'hours' | 'note'>(
    key: K,
    value: Haul[K],
  ): void {
    if (this.haul()[key] === value) return;
    this.actions.update(`haul: ${LABELS[key]}`, { ...this.haul(), [key]: value });
  }

  protected setDate(entry: HTMLInputElement): void {
    // An emptied date is no date: it stays what it was.
    if (entry.value === '') entry.value = this.haul().date;
    else this.actions.update('haul: date', { ...this.haul(), date: entry.value });
  }

  protected setHow(value: string): void {
    const leaveHow = LEAVE_HOW.find((known): known is LeaveHow => known === value);
    if (leaveHow) this.actions.update('haul: leave', { ...this.haul(), leaveHow });
  }
}

const LABELS = {
  place: 'place',
  leaveBy: 'who gave leave',
  price: 'price',
  distanceKm: 'distance',
  hours: 'hours',
  note: 'note',
};
