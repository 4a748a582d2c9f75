import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MAT_DIALOG_DATA, MatDialogClose, MatDialogContent, MatDialogTitle } from '@angular/material/dialog';
import { MatButton } from '@angular/material/button';
import { breakdownOf, speciesName, type FindKind, type SpeciesId } from '@aldrek/core/wood';
import { DEFAULT_TRADE, priceOfNew, ownRecord, usableShare, type Trade } from '@aldrek/core/yield';
import { FigureField } from '../../ui/figure-field';
import { ShopStore } from '../../shop-store/shop.store';
import { LengthField } from '../../ui/length-field';
import { TextField } from '../../ui/text-field';

interface Asked {
  readonly species: readonly SpeciesId[];
  readonly kind: FindKind | null;
}

/** What the shop counts its time, trips and new wood at; what goes into the vehicle; what finds give. */
@Component({
  selector: 'al-trade-sheet',
  imports: [MatButton, MatDialogTitle, MatDialogContent, MatDialogClose, FigureField, LengthField, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2 mat-dialog-title>What these sums rest on</h2>
    <mat-dialog-content>
      <div class="fields">
        <al-text-field
          label="currency"
          [longest]="8"
          [value]="trade().currency"
          (changed)="set('currency', { currency: $event || '¤' })"
        />
        <al-figure-field
          label="your hour"
          kind="money"
          [value]="trade().perHour"
          [most]="100000"
          (changed)="set('your hour', { perHour: $event })"
        />
        <al-figure-field
          label="a km"
          kind="money"
          [value]="trade().perKm"
          [most]="1000"
          (changed)="set('a km', { perKm: $event })"
        />
      </div>
      <h3>New wood, per m³</h3>
      <p class="muted">Guesses to begin with. Put in what your merchant asks.</p>
      <div class="fields">
        @for (price of prices(); track price.species) {
          <al-figure-field
            [label]="price.name"
            kind="money"
            [value]="price.perM3"
            [most]="1000000"
            (changed)="setPrice(price.species, $event)"
          />
        }
      </div>
      @if (usable(); as share) {
        <h3>Usable share of a {{ share.name }}, worn, in %</h3>
        <p class="muted">{{ share.source }}</p>
        <div class="fields">
          @for (part of parts; track part) {
            <al-figure-field
              [label]="part"
              kind="number"
              [value]="share.percent[part]"
              [most]="100"
              (changed)="setUsable(part, $event)"
            />
          }
        </div>
      }
      <h3>The vehicle’s load space</h3>
      <div class="fields">
        @for (side of sides; track side) {
          <al-length-field
            [label]="side"
            [value]="trade().vehicle[side]"
            [least]="100"
            [most]="20000"
            (changed)="set('vehicle', { vehicle: withSide(side, $event) })"
          />
        }
        <al-figure-field
          label="load, kg"
          kind="number"
          [value]="trade().vehicle.payloadKg"
          [least]="1"
          [most]="100000"
          (changed)="set('vehicle', { vehicle: withSide('payloadKg', $event) })"
        />
      </div>
      <div class="row flow">
        <button type="button" matButton="filled" mat-dialog-close>Done</button>
        <button type="button" matButton="outlined" (click)="reset()">Back to the starting guesses</button>
      </div>
    </mat-dialog-content>
  `,
  styles: `
    h3 {
      margin: 16px 0 4px;
      color: var(--ink);
    }
    .fields {
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(130px, 1fr));
      gap: 8px 10px;
      margin-top: 6px;
    }
    .row {
      margin-top: 18px;
    }
  `,
})
export class TradeSheet {
  private readonly store = inject(ShopStore);
  private readonly asked = inject<Asked>(MAT_DIALOG_DATA);

  protected readonly parts = ['low', 'likely', 'high'] as const;
  protected readonly sides = ['length', 'width', 'height'] as const;
  protected readonly trade = this.store.trade;
  protected readonly prices = computed(() =>
    this.asked.species.map((species) => ({
      species,
      name: speciesName(species),
      perM3: priceOfNew(this.trade(), species),
    })),
  );
  protected readonly usable = computed(() => {
    const { kind } = this.asked;
    if (kind === null || kind === 'metal' || kind === 'glass') return null;
    const own = this.trade().usable[kind];
    const share = usableShare(kind, 'worn', [], own);
    const records = ownRecord(this.store.finds(), this.store.milled())(kind).length;
    const percent = (part: number): number => Math.round(part * 1000) / 10;
    return {
      name: breakdownOf(kind).name,
      percent: { low: percent(share.low), likely: percent(share.likely), high: percent(share.high) },
      source:
        (own ? 'Your own guess' : 'A starting guess') +
        (records > 0
          ? `, drawn towards the ${records} on your record.`
          : '. Your own record will replace it.'),
    };
  });

  protected set(what: string, patch: Partial<Trade>): void {
    const shop = this.store.shop();
    const trade = { ...shop.settings.trade, ...patch };
    this.store.change(`set ${what}`, { ...shop, settings: { ...shop.settings, trade } });
  }

  protected setPrice(species: SpeciesId, perM3: number): void {
    this.set(`the price of ${speciesName(species)}`, {
      pricePerM3: { ...this.trade().pricePerM3, [species]: perM3 },
    });
  }

  protected setUsable(part: 'low' | 'likely' | 'high', percent: number): void {
    const { kind } = this.asked;
    const now = this.usable();
    if (kind === null || !now) return;
    const share = { ...now.percent, [part]: percent } as Record<'low' | 'likely' | 'high', number>;
    // Whichever was changed stays; the others give way, so that low ≤ likely ≤ high.
    if (part === 'low') share.likely = Math.max(share.likely, share.low);
    if (part === 'high') share.likely = Math.min(share.likely, share.high);
    const range = {
      low: Math.min(share.low, share.likely) / 100,
      likely: share.likely / 100,
      high: Math.max(share.high, share.likely) / 100,
    };
    this.set(`the usable share of a ${now.name}`, { usable: { ...this.trade().usable, [kind]: range } });
  }

  protected withSide(side: keyof Trade['vehicle'], value: number): Trade['vehicle'] {
    return { ...this.trade().vehicle, [side]: value };
  }

  protected reset(): void {
    this.set('the starting guesses', DEFAULT_TRADE);
  }
}
