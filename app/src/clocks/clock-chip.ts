import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { MatButton } from '@angular/material/button';
import { mdiTimerSand } from '@mdi/js';
import { CLOCK_FREES_NAMES } from '@aldrek/core/floor';
import { Icon } from '../ui/icon';
import { Clocks } from './clocks';
import { leftText } from './words';

/** In every station: how long the nearest clock still runs. */
@Component({
  selector: 'al-clock-chip',
  imports: [Icon, MatButton, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (shown(); as clock) {
      <a matButton="outlined" routerLink="/shop" [attr.aria-label]="clock.spoken">
        <al-icon [path]="icon" /><span>{{ clock.left }}</span>
      </a>
    }
  `,
})
export class ClockChip {
  private readonly clocks = inject(Clocks);
  protected readonly icon = mdiTimerSand;
  protected readonly shown = computed(() => {
    const [first, ...others] = this.clocks.running();
    if (!first) return null;
    const { next, clock, name } = first;
    const left =
      clock.pausedAt !== undefined
        ? 'paused'
        : Number.isFinite(next.leftMin)
          ? leftText(next.leftMin)
          : 'cold';
    const more = others.length === 0 ? '' : `, and ${others.length} more`;
    return { left, spoken: `Clock: ${left} to ${CLOCK_FREES_NAMES[next.frees]}, ${name}${more}` };
  });
}
