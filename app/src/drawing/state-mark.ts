import { ChangeDetectionStrategy, Component, input } from '@angular/core';

/** A sign that tells by its shape: reserved (a pennant), changed since planned (a broken ring), in doubt (a triangle). */
@Component({
  selector: 'al-state-mark',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg width="15" height="15" viewBox="0 0 15 15" aria-hidden="true">
      @switch (of()) {
        @case ('reserved') {
          <path d="M2 1v13M2 1.5h11l-3.5 3.8L13 9H2z" class="flag" />
        }
        @case ('changed') {
          <circle cx="7.5" cy="7.5" r="5.6" class="ring" />
          <path d="M7.5 4v4l2.6 1.6" class="hand" />
        }
        @case ('doubt') {
          <path d="M7.5 1.5 14 13.5H1z" class="doubt" />
          <path d="M7.5 6v3.4M7.5 11.2v.6" class="hand hot" />
        }
      }
    </svg>
  `,
  styles: `
    :host {
      display: inline-block;
      vertical-align: -2px;
    }
    svg {
      fill: none;
      stroke-width: 1.7;
      stroke-linejoin: round;
    }
    .flag {
      fill: var(--blue);
      stroke: var(--blue);
    }
    .ring {
      stroke: var(--ink);
      stroke-dasharray: 3.4 1.9;
    }
    .hand {
      stroke: var(--ink);
      stroke-linecap: round;
    }
    .doubt,
    .hot {
      stroke: var(--hazard);
    }
  `,
})
export class StateMark {
  readonly of = input.required<'reserved' | 'changed' | 'doubt'>();
}
