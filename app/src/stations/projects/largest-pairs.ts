import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { largestPair, type LargestOfTwo, type LargestPair } from '@aldrek/core/match';
import { type DesignSize } from '@aldrek/core/project';
import { formatLength } from '@aldrek/core/wood';
import { ShopStore } from '../../shop-store/shop.store';

/** Room for the drawing, px. */
const ROOM = { width: 170, height: 150 };

/** How large a design may be in two sizes at once: the pairs, drawn over each other to one scale, to take one of. */
@Component({
  selector: 'al-largest-pairs',
  imports: [MatButton],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'stack tinted gap-6' },
  template: `
    <p class="t-small" role="status">
      @if (best(); as most) {
        {{ found().finished ? 'The largest found' : 'So far' }}: {{ most.text }}, by its face.
      } @else {
        {{ found().finished ? 'Not even the least sizes were found.' : 'Nothing found yet.' }}
      }
      @if (!found().finished) {
        {{ found().tries }} tries, at most {{ found().most }}.
      }
    </p>
    @if (boxes().length > 0) {
      <div class="in-line ends">
        <svg [attr.width]="room.width" [attr.height]="heightPx()" role="img" [attr.aria-label]="spoken()">
          @for (box of boxes(); track box.text) {
            <rect
              [class.best]="box.best"
              x="0.75"
              [attr.y]="heightPx() - 0.75 - box.h"
              [attr.width]="box.w"
              [attr.height]="box.h"
            />
          }
        </svg>
        <ul>
          @for (box of boxes(); track box.text) {
            <li>
              <button
                type="button"
                [matButton]="box.best ? 'filled' : 'outlined'"
                (click)="taken.emit(box.pair)"
              >
                {{ box.text }}
              </button>
            </li>
          }
        </ul>
      </div>
      @if (found().finished) {
        <p class="muted t-small">
          A size beyond these was not covered in a short search: a doubt, no proof. Press a pair to take it.
        </p>
      }
    }
  `,
  styles: `
    svg {
      flex: none;
    }
    rect {
      fill: none;
      stroke: var(--muted);
      stroke-width: 1.5;
    }
    rect.best {
      fill: rgb(27 85 176 / 0.12);
      stroke: var(--blue);
      stroke-width: 2.5;
    }
    ul {
      flex: 1;
      display: grid;
      gap: 4px;
      max-height: 220px;
      overflow-y: auto;
    }
    li button {
      width: 100%;
    }
  `,
})
export class LargestPairs {
  readonly found = input.required<LargestOfTwo>();
  readonly sizes = input.required<readonly [DesignSize, DesignSize]>();
  readonly taken = output<LargestPair>();
  private readonly store = inject(ShopStore);
  protected readonly room = ROOM;

  protected readonly boxes = computed(() => {
    const { pairs } = this.found();
    const best = largestPair(pairs);
    const scale = Math.min(
      (ROOM.width - 2) / Math.max(1, ...pairs.map(({ first }) => first)),
      (ROOM.height - 2) / Math.max(1, ...pairs.map(({ second }) => second)),
    );
    return pairs.map((pair) => ({
      pair,
      best: pair === best,
      w: pair.first * scale,
      h: pair.second * scale,
      text: this.textOf(pair),
    }));
  });
  protected readonly heightPx = computed(() => 2 + Math.max(0, ...this.boxes().map(({ h }) => h)));
  protected readonly best = computed(() => this.boxes().find(({ best }) => best) ?? null);
  protected readonly spoken = computed(() => {
    const [one, other] = this.sizes();
    return `${one.name} by ${other.name}: ${this.boxes()
      .map(({ text }) => text)
      .join('; ')}`;
  });

  private textOf({ first, second }: LargestPair): string {
    const size = (mm: number): string => formatLength(mm, this.store.unit());
    return `${size(first)} × ${size(second)}`;
  }
}
