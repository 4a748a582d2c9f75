import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatDialogClose, MatDialogContent, MatDialogTitle } from '@angular/material/dialog';
import { MatButton } from '@angular/material/button';
import {
  SHELTER_NAMES,
  SHELTERS,
  SETTLES_AT_PCT,
  stockByPlace,
  type Place,
  type Shelter,
} from '@aldrek/core/wood';
import type { Choice } from '../../ui/choice-field';
import { ShopStore } from '../../shop-store/shop.store';
import { Today } from '../../shop-store/today';
import { ChoiceField } from '../../ui/choice-field';
import { TextField } from '../../ui/text-field';

/** Where wood lies, how sheltered it is there, and how long it has been drying. */
@Component({
  selector: 'al-places-sheet',
  imports: [MatButton, MatDialogTitle, MatDialogContent, MatDialogClose, ChoiceField, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2 mat-dialog-title>Places</h2>
    <mat-dialog-content>
      <p>A place is known as soon as a piece lies there. How sheltered it is says how dry wood gets.</p>
      <ul>
        @for (row of rows(); track row.name) {
          <li>
            <div class="stack">
              <strong>{{ row.name }}</strong>
              <span class="muted">{{ row.about }}</span>
            </div>
            <al-choice-field
              [spoken]="row.name + ': shelter'"
              [value]="row.shelter ?? ''"
              [choices]="shelters"
              (changed)="set(row.name, $event)"
            />
          </li>
        } @empty {
          <li>Nothing lies anywhere yet. Say “at bay 2” on the tally line.</li>
        }
      </ul>
      <div class="flow ends">
        <al-text-field
          #another
          label="another place"
          placeholder="drying shed"
          [longest]="120"
          value=""
          (changed)="add($event, another)"
        />
        <button type="button" matButton="outlined" (click)="another.keep()">Add</button>
        <button type="button" matButton="filled" mat-dialog-close>Done</button>
      </div>
    </mat-dialog-content>
  `,
  styles: `
    ul {
      margin: 12px 0;
    }
    li {
      display: grid;
      grid-template-columns: minmax(0, 1fr) 260px;
      gap: 12px;
      align-items: center;
      padding: 6px 0;
      border-top: 1px solid var(--line-soft);
      color: var(--ink);
    }
    @media (max-width: 600px) {
      li {
        grid-template-columns: minmax(0, 1fr);
      }
    }
  `,
})
export class PlacesSheet {
  private readonly store = inject(ShopStore);
  private readonly today = inject(Today).get();
  protected readonly shelters: readonly Choice<Shelter | ''>[] = [
    { value: '', name: 'not said' },
    ...SHELTERS.map((kind) => ({
      value: kind,
      name: `${SHELTER_NAMES[kind]}, settles near ${SETTLES_AT_PCT[kind]} %`,
    })),
  ];
  private readonly places = computed(() => this.store.shop().settings.places);
  protected readonly rows = computed(() =>
    stockByPlace(this.store.pieces(), this.places(), this.today).map((stock) => ({
      name: stock.name,
      shelter: stock.shelter,
      about: [
        stock.pieces.length === 1 ? '1 piece' : `${stock.pieces.length} pieces`,
        ...(stock.days ? [`there for ${daysText(stock.days)}`] : []),
        ...(stock.moisturePct === null ? [] : [`${stock.moisturePct.toFixed(0)} % on average`]),
      ].join(' · '),
    })),
  );

  protected set(name: string, shelter: Shelter | ''): void {
    const others = this.places().filter((place) => place.name !== name);
    this.keep(`shelter of ${name}`, shelter !== '' ? [...others, { name, shelter }] : others);
  }

  protected add(name: string, entry: TextField): void {
    if (name === '' || this.rows().some((row) => row.name === name)) return;
    this.keep(`place ${name}`, [...this.places(), { name, shelter: 'shed' }]);
    entry.clear();
  }

  private keep(label: string, places: readonly Place[]): void {
    const shop = this.store.shop();
    this.store.change(label, { ...shop, settings: { ...shop.settings, places } });
  }
}

const daysText = ({ least, most }: { readonly least: number; readonly most: number }): string =>
  least === most ? `${most} days` : `${least} to ${most} days`;
