import {
  ChangeDetectionStrategy,
  Component,
  computed,
  type ElementRef,
  inject,
  output,
  viewChild,
} from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatExpansionPanel, MatExpansionPanelHeader } from '@angular/material/expansion';
import { MatFormField } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { RackFigures } from '../../estimates/rack-figures';
import { RackView, STACK_BY, type StackBy } from '../../in-hand/rack-view';
import { ShopStore } from '../../shop-store/shop.store';
import { isNarrow } from '../../ui/narrow';
import { ToggleField } from '../../ui/toggle-field';
import { RackGives } from './rack-gives';
import { RackHand } from './rack-hand';
import { RackLayout } from './rack-layout';
import { countBelow, rackTotals, totalsSource } from './rack-totals';
import { STACK_NAMES } from './stacks';

/** A hand that rests so long has written what it looks for, ms. */
const REST_MS = 90;

/** Beside the rack: search, what it is stacked by, what it gives, and what lies on it in all. */
@Component({
  selector: 'al-rack-side',
  imports: [
    MatButton,
    MatExpansionPanel,
    MatExpansionPanelHeader,
    MatFormField,
    MatInput,
    RackGives,
    ToggleField,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './rack-side.html',
  styleUrl: './rack-side.scss',
})
export class RackSide {
  readonly stack = output<StackBy>();

  protected readonly store = inject(ShopStore);
  protected readonly view = inject(RackView);
  protected readonly rackFigures = inject(RackFigures);
  protected readonly layout = inject(RackLayout);
  protected readonly hand = inject(RackHand);
  private readonly searchField = viewChild.required<ElementRef<HTMLInputElement>>('search');

  private typing: ReturnType<typeof setTimeout> | undefined;

  protected readonly stackBy = STACK_BY.map((value) => ({ value, name: STACK_NAMES[value] }));
  /** Where the page has no room for a side of its own. */
  protected readonly narrow = isNarrow(900);
  protected readonly reach = computed(
    () => this.hand.found().length - countBelow(this.layout.laid().lengths, this.view.cursor()),
  );
  protected readonly totals = computed(() => rackTotals(this.layout.laid().stacks, this.store.unit()));
  protected readonly totalsSource = computed(() => totalsSource(this.hand.found().length));

  /** The rack is laid again once the hand rests, not for each letter. */
  protected type(query: string, after = REST_MS): void {
    clearTimeout(this.typing);
    this.typing = setTimeout(() => this.view.query.set(query), after);
  }

  focusSearch(): void {
    this.searchField().nativeElement.focus();
  }
}
