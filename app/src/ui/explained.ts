import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import type { Explained } from '@aldrek/core/yield';
import { LENGTH_UNIT } from '../format/length-unit';
import { quantityText } from '../format/quantity';

/** A figure that can be tapped to say where it comes from: its formula, what went in, the source. */
@Component({
  selector: 'al-explained',
  imports: [MatButton],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <button
      type="button"
      matButton
      class="tap"
      [attr.aria-expanded]="open()"
      [attr.aria-label]="spoken() === null ? null : spoken() + ': where it comes from'"
      (click)="open.set(!open())"
      (keydown.escape)="close($event)"
    >
      <ng-content /><span class="mark t-small strong" aria-hidden="true">?</span>
    </button>
    @if (open()) {
      <div class="whence t-small" role="region" [attr.aria-label]="of().title">
        <p class="strong">{{ of().formula }}</p>
        <dl class="facts">
          @for (input of inputs(); track input.name) {
            <dt class="muted">{{ input.name }}</dt>
            <dd>{{ input.text }}</dd>
          }
        </dl>
        <p class="source muted">{{ of().source }}</p>
        @if (of().ofTheShop) {
          <button type="button" matButton="outlined" (click)="profile.emit()">
            Change the shop’s figures…
          </button>
        }
      </div>
    }
  `,
  styles: `
    :host {
      display: block;
      min-width: 0;
    }
    .tap.tap {
      min-width: 0;
      max-width: 100%;
      height: auto;
      padding: 4px 0;
      color: inherit;
      font: inherit;
      letter-spacing: inherit;
      text-align: start;
      white-space: normal;
    }
    .tap ::ng-deep .mdc-button__label {
      align-items: baseline;
      gap: 0;
    }
    .mark {
      margin-inline-start: 5px;
      color: var(--blue);
    }
    .whence {
      margin: 4px 0 8px;
      padding: 10px 12px;
      border-left: 3px solid var(--blue);
      border-radius: 4px;
      background: var(--raised);
      font-weight: 400;
      line-height: 1.4;
      text-align: start;
    }
    .whence button {
      margin-top: 8px;
    }
  `,
})
export class ExplainedFigure {
  readonly of = input.required<Explained>();
  /** What the figure is, where its text alone does not say. */
  readonly spoken = input<string | null>(null);
  readonly profile = output();

  private readonly unit = inject(LENGTH_UNIT);
  protected readonly open = signal(false);
  protected readonly inputs = computed(() =>
    this.of().inputs.map(({ name, quantity }) => ({ name, text: quantityText(quantity, this.unit()) })),
  );

  protected close(event: Event): void {
    if (!this.open()) return;
    event.stopPropagation();
    this.open.set(false);
  }
}
