import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { MatChipListbox, MatChipOption } from '@angular/material/chips';
import { MatButton } from '@angular/material/button';
import { MatExpansionPanel, MatExpansionPanelHeader } from '@angular/material/expansion';
import {
  HAUL_REASON_NAMES,
  HAUL_REASONS,
  LIFT_PLAN_KG,
  screen,
  speciesName,
  TWO_PEOPLE_KG,
  type Find,
  type FindKind,
  type Haul,
  type HaulReason,
  type LengthUnit,
} from '@aldrek/core/wood';
import {
  fitsVehicle,
  usableShare,
  VERDICT_NAMES,
  worthOfHaul,
  type Range,
  type Trade,
} from '@aldrek/core/yield';
import { LengthFigure } from '../../format/length-figure';
import { areaText, volumeText } from '../../format/measures';

/** Is it worth taking? The verdict, what drives it, what would turn it, and whether it can be carried. */
@Component({
  selector: 'al-haul-worth',
  imports: [
    MatButton,
    LengthFigure,
    MatChipListbox,
    MatChipOption,
    MatExpansionPanel,
    MatExpansionPanelHeader,
  ],
  host: { class: 'stack' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2 class="label">Worth taking?</h2>
    <p class="verdict t-large blue" [class.against]="worth().verdict === 'leave'">
      {{ verdictName() }}<span class="muted">{{ worth().sure ? '' : ', on balance' }}</span>
    </p>
    <p class="net">
      <span class="figure t-great">{{ money(worth().net.likely) }}</span>
      <span class="muted"> likely, {{ money(worth().net.low) }} to {{ money(worth().net.high) }}</span>
    </p>
    @if (worth().unpriced.length > 0) {
      <p>
        <strong>{{ unpricedNames() }}</strong> count for nothing yet: no wood comes out of them. Say what they
        are worth whole.
      </p>
    }
    <mat-chip-listbox
      multiple
      aria-label="Reasons that are not money"
      [value]="haul().reasons ?? []"
      (change)="reasoned.emit($event.value)"
    >
      @for (reason of reasons; track reason) {
        <mat-chip-option [value]="reason">{{ reasonNames[reason] }}</mat-chip-option>
      }
    </mat-chip-listbox>
    @if (only(); as names) {
      <p>Worth its work: {{ names }}.</p>
    }
    <ul>
      @for (driver of worth().drivers; track driver.name) {
        <li class="lined">
          <mat-expansion-panel>
            <mat-expansion-panel-header>
              <span>{{ driver.name }}</span> <strong>{{ money(driver.amount) }}</strong>
            </mat-expansion-panel-header>
            <p class="muted t-small">{{ driver.source }}</p>
          </mat-expansion-panel>
        </li>
      }
    </ul>
    @if (worth().turns.length > 0) {
      <p class="t-small">{{ worth().turns.join(', ') }}.</p>
    }
    @for (one of finds(); track one.id) {
      <mat-expansion-panel>
        <mat-expansion-panel-header>
          <strong>{{ one.name }}</strong>
          <span class="muted">{{ one.usable }}</span>
        </mat-expansion-panel-header>
        <dl class="facts">
          <div>
            <dt>of face</dt>
            <dd>{{ one.area }}</dd>
          </div>
          <div>
            <dt>longest clear</dt>
            <dd>
              <al-length [mm]="one.longest.low" /> – <al-length [mm]="one.longest.likely" /> –
              <al-length [mm]="one.longest.high" />
            </dd>
          </div>
          <div>
            <dt>weight</dt>
            <dd>{{ one.weight }}</dd>
          </div>
        </dl>
        <p class="muted t-small">{{ one.source }}</p>
      </mat-expansion-panel>
    }
    @for (remark of remarks(); track remark) {
      <p class="t-small hazard">{{ remark }}</p>
    }
    @if (remarks().length === 0) {
      <p class="t-small muted">{{ fitText() }}</p>
    }
    <button class="to-start" type="button" matButton="outlined" (click)="priced.emit()">
      Prices, hours, vehicle…
    </button>
  `,
  styles: `
    .verdict.against {
      color: var(--ink);
    }
    .verdict .muted {
      font-size: var(--text);
      font-weight: 500;
    }
    mat-expansion-panel-header :last-child {
      margin-inline: auto 10px;
      text-align: end;
    }
  `,
})
export class HaulWorth {
  readonly haul = input.required<Haul>();
  readonly trade = input.required<Trade>();
  readonly unit = input.required<LengthUnit>();
  /** The shop's own record: usable shares so far, by kind of find. */
  readonly record = input.required<(kind: FindKind) => readonly number[]>();
  readonly priced = output();
  readonly reasoned = output<HaulReason[]>();
  protected readonly reasons = HAUL_REASONS;
  protected readonly reasonNames = HAUL_REASON_NAMES;

  protected readonly worth = computed(() =>
    worthOfHaul(this.haul(), this.trade(), this.record(), (find) => screen(find).outcome === 'leave'),
  );
  protected readonly verdictName = computed(() => VERDICT_NAMES[this.worth().verdict]);
  protected readonly unpricedNames = computed(() =>
    this.worth()
      .unpriced.map(({ find }) => find.name)
      .join(', '),
  );
  /** Named where it is not all of them. */
  protected readonly only = computed(() => {
    const { worthwhile, verdict } = this.worth();
    return verdict === 'take-part' ? worthwhile.map(({ find }) => find.name).join(', ') : null;
  });

  protected readonly finds = computed(() =>
    this.worth().finds.map((one) => ({
      id: one.find.id,
      name: one.find.name,
      usable: one.left ? 'left where it is' : this.range(one.usableM3, (m3) => volumeText(m3, this.unit())),
      area: this.range(one.usableM2, (m2) => areaText(m2, this.unit())),
      longest: one.longestMm,
      weight: `${one.weightKg.toFixed(0)} kg, heaviest member ${one.heaviestKg.toFixed(0)} kg`,
      source: this.sourceOf(one.find, one.pricePerM3, one.breakdown.piecesM3),
    })),
  );

  protected readonly remarks = computed(() => {
    const lifts = this.worth().finds.flatMap(({ find, heaviestKg }) =>
      heaviestKg > LIFT_PLAN_KG
        ? [`${find.name}: a member of ${heaviestKg.toFixed(0)} kg asks for a plan to lift it.`]
        : heaviestKg > TWO_PEOPLE_KG
          ? [`${find.name}: a member of ${heaviestKg.toFixed(0)} kg asks for two people.`]
          : [],
    );
    return [...fitsVehicle(this.worth(), this.trade().vehicle).remarks, ...lifts];
  });
  protected readonly fitText = computed(
    () => `${this.worth().weightKg.toFixed(0)} kg in all; taken apart it fits the vehicle.`,
  );

  protected money(amount: number): string {
    const figure = Math.abs(amount).toLocaleString('en', { maximumFractionDigits: 0 });
    return `${amount <= -0.5 ? '−' : ''}${this.trade().currency} ${figure}`;
  }

  private range({ low, likely, high }: Range, text: (value: number) => string): string {
    const bare = (value: number): string => text(value).replace(/ .*$/, '');
    return `${bare(low)} – ${bare(likely)} – ${text(high)}`;
  }

  private sourceOf(find: Find, perM3: number, piecesM3: number): string {
    const recorded = this.record()(find.kind);
    const share = usableShare(find.kind, find.condition, recorded, this.trade().usable[find.kind]);
    const percent = [share.low, share.likely, share.high].map((part) => (part * 100).toFixed(0)).join(' – ');
    const source = share.records > 0 ? `guess and ${share.records} of your own record` : 'starting guess';
    return (
      `${volumeText(piecesM3, this.unit())} of pieces × ${percent} % usable (${source}, ${find.condition}) × ` +
      `${this.trade().currency} ${perM3} a m³ of new ${speciesName(find.species)}`
    );
  }
}
