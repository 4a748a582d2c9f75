import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatBottomSheet } from '@angular/material/bottom-sheet';
import { MatButton } from '@angular/material/button';
import { RackView } from '../../in-hand/rack-view';
import type { Deed, DeedsSheet, DeedsSheetData } from '../../ui/deeds-sheet';
import { isNarrow } from '../../ui/narrow';
import { RackHand } from './rack-hand';

/** What can be done with the piece in hand, or with all that are chosen; on a phone the rest lies in a sheet. */
@Component({
  selector: 'al-rack-toolbar',
  imports: [MatButton],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (bar(); as bar) {
      <div class="actions in-line" role="toolbar" [attr.aria-label]="bar.of">
        <strong>{{ bar.name }}</strong>
        @for (deed of shown(); track deed.name; let first = $first) {
          <button
            type="button"
            [matButton]="first ? 'filled' : 'outlined'"
            [disabled]="deed.disabled ?? false"
            (click)="deed.run()"
          >
            {{ deed.name }}
            @if (deed.key) {
              <kbd>{{ deed.key }}</kbd>
            }
          </button>
        }
        @if (shown().length < bar.deeds.length) {
          <button type="button" matButton="outlined" (click)="openRest(bar.of)">More…</button>
        }
      </div>
    }
  `,
  styles: `
    :host {
      display: contents;
    }
    .actions {
      position: absolute;
      z-index: 4;
      right: 12px;
      bottom: 10px;
      padding: 6px 6px 6px 14px;
      border: 1px solid var(--line);
      border-radius: 10px;
      background: var(--raised);
      box-shadow: 0 2px 10px rgb(0 0 0 / 0.14);
    }
    strong {
      flex: 1;
      margin-right: 6px;
      white-space: nowrap;
    }
    @media (max-width: 900px) {
      .actions {
        left: 0;
        right: 0;
      }
      kbd {
        display: none;
      }
    }
  `,
})
export class RackToolbar {
  private readonly view = inject(RackView);
  private readonly hand = inject(RackHand);
  private readonly sheets = inject(MatBottomSheet);
  private readonly narrow = isNarrow(900);

  protected readonly bar = computed((): { of: string; name: string; deeds: readonly Deed[] } | null => {
    const chosen = this.hand.chosen();
    if (chosen.length > 0 || this.view.choosing())
      return { of: 'Actions on the chosen pieces', name: `${chosen.length} chosen`, deeds: this.ofSeveral() };
    const piece = this.hand.selected();
    return piece && { of: `Actions on ${piece.tag}`, name: piece.tag, deeds: this.ofOne() };
  });
  /** All of them where there is room; the first two on a phone. */
  protected readonly shown = computed(() => {
    const deeds = this.bar()?.deeds ?? [];
    return this.narrow() ? deeds.slice(0, 2) : deeds;
  });

  private readonly ofSeveral = computed((): readonly Deed[] => {
    const { hand, view } = this;
    const chosen = hand.chosen();
    const disabled = chosen.length === 0;
    return [
      { name: 'Change…', disabled, run: () => hand.changeChosen() },
      { name: 'Screen…', disabled, run: () => hand.screen(chosen) },
      { name: 'Labels', key: 'L', disabled, run: () => hand.label(chosen) },
      { name: 'Compare', key: 'C', disabled, run: () => hand.compare(chosen) },
      { name: 'All found', run: () => hand.chooseAll() },
      { name: 'Delete', key: 'Del', disabled, run: () => hand.removeChosen() },
      { name: 'Done', key: 'Esc', run: () => view.clearChosen() },
    ];
  });

  private readonly ofOne = computed((): readonly Deed[] => {
    const { hand, view } = this;
    const piece = hand.selected();
    if (!piece) return [];
    return [
      { name: 'Inspect', key: 'I', run: () => hand.inspect(piece) },
      { name: 'Edit', key: 'E', run: () => hand.edit(piece) },
      { name: 'Duplicate', key: 'D', run: () => hand.duplicate(piece) },
      { name: 'Label', run: () => hand.label([piece]) },
      { name: 'Screen…', run: () => hand.screen([piece]) },
      { name: 'Choose several', run: () => view.choosing.set(true) },
      { name: 'Delete', key: 'Del', run: () => hand.remove(piece) },
    ];
  });

  protected async openRest(of: string): Promise<void> {
    const { DeedsSheet: Sheet } = await import('../../ui/deeds-sheet');
    const deeds = this.bar()?.deeds.slice(this.shown().length) ?? [];
    this.sheets
      .open<DeedsSheet, DeedsSheetData, Deed>(Sheet, { data: { of, deeds }, ariaLabel: of })
      .afterDismissed()
      .subscribe((deed) => deed?.run());
  }
}
