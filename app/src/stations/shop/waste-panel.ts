import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButton } from '@angular/material/button';
import type { Entry, WasteUse } from '@aldrek/core/shop';
import { hazardsIn, keptFromLandfill, wasteAnswers, wasteKg, WASTE_USE_NAMES } from '@aldrek/core/floor';
import { volumeInDm3 } from '../../format/measures';
import { FloorActions } from '../../shop-store/floor-actions';
import { ShopStore } from '../../shop-store/shop.store';
import { ToggleField } from '../../ui/toggle-field';

/** Waste that has not gone anywhere yet, by what its wood allows, and what was kept from landfill. */
@Component({
  selector: 'al-waste-panel',
  imports: [MatButton, ToggleField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'stack' },
  template: `
    <h2>Waste</h2>
    @for (heap of heaps(); track heap.key) {
      <section class="stack" [attr.aria-label]="heap.name">
        <p>
          <span class="figure t-heading">{{ heap.kg }}</span> {{ heap.name }}. Where does it go?
        </p>
        <al-toggle-field
          label="where the waste goes"
          [value]="null"
          [choices]="heap.choices"
          (changed)="goes(heap.entries, $event)"
        />
        @for (answer of heap.against; track answer.use) {
          <p class="muted">
            <b>{{ names[answer.use] }}: {{ answer.ruling === 'never' ? 'never' : 'ask first' }}.</b>
            {{ answer.why }}
          </p>
        }
      </section>
    } @empty {
      <p class="muted">None that has not gone its way.</p>
    }
    @if (gone() > 0) {
      <button type="button" matButton="outlined" class="no-print to-start" (click)="back()">
        Take back where it went last
      </button>
    }
    <p>
      <span class="figure t-heading">{{ kept() }}</span> kept from landfill: parts and offcuts.
    </p>
  `,
})
export class WastePanel {
  private readonly store = inject(ShopStore);
  private readonly actions = inject(FloorActions);
  protected readonly names = WASTE_USE_NAMES;

  private readonly lossy = computed(() =>
    this.store.entries().filter(({ lost }) => lost.wasteM3 + lost.kerfM3 > 1e-9),
  );
  protected readonly gone = computed(
    () => this.lossy().filter(({ wasteTo }) => wasteTo !== undefined).length,
  );

  /** One heap for all wood that the same hazards follow. */
  protected readonly heaps = computed(() => {
    const byHazards = new Map<string, Entry[]>();
    for (const entry of this.lossy()) {
      if (entry.wasteTo !== undefined) continue;
      const key = [...hazardsIn(entry)].sort().join(' ');
      byHazards.set(key, [...(byHazards.get(key) ?? []), entry]);
    }
    return [...byHazards].map(([key, entries]) => {
      const [first] = entries as [Entry];
      const answers = wasteAnswers(hazardsIn(first));
      return {
        key,
        entries,
        name: key === '' ? 'of plain wood, shavings included' : 'of wood with something in it',
        kg: this.weight(entries),
        choices: answers
          .filter(({ ruling }) => ruling !== 'never')
          .map(({ use, ruling }) => ({
            value: use,
            name: ruling === 'ask' ? `${WASTE_USE_NAMES[use]}?` : WASTE_USE_NAMES[use],
          })),
        against: answers.filter(({ ruling }) => ruling === 'never' || ruling === 'ask'),
      };
    });
  });

  protected readonly kept = computed(() => {
    const { kg, unknown } = keptFromLandfill(this.store.entries(), this.store.pieces());
    return `${kg.toFixed(1)} kg${unknown > 0 ? ` and ${unknown} of unknown weight` : ''}`;
  });

  protected goes(entries: readonly Entry[], use: WasteUse): void {
    this.actions.wasteGoes(entries, use);
  }

  protected back(): void {
    const last = this.lossy()
      .filter(({ wasteTo }) => wasteTo !== undefined)
      .slice(-1);
    this.actions.wasteGoes(last, null);
  }

  private weight(entries: readonly Entry[]): string {
    const weights = entries.map(wasteKg);
    if (weights.includes(null)) {
      const m3 = entries.reduce((sum, { lost }) => sum + lost.wasteM3 + lost.kerfM3, 0);
      return volumeInDm3(m3, this.store.unit());
    }
    return `${weights.reduce<number>((sum, kg) => sum + (kg ?? 0), 0).toFixed(1)} kg`;
  }
}
