import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatProgressBar } from '@angular/material/progress-bar';
import { speciesName, type SpeciesId } from '@aldrek/core/wood';
import { LengthFigure } from '../format/length-figure';
import { ChoiceField } from '../ui/choice-field';
import { FigureField } from '../ui/figure-field';
import { LengthField } from '../ui/length-field';
import { PieceInHand } from '../in-hand/piece-in-hand';
import { Instruments, type Link } from './instruments';

const LINK_TEXT: Readonly<Record<Link, string>> = {
  off: 'not connected',
  connecting: 'connecting…',
  on: 'connected',
  lost: 'the line is lost; what you have entered is safe. Trying again…',
};

/** The simulated instruments, as they would lie beside the work: their buttons, and what they answer. */
@Component({
  selector: 'al-instrument-tray',
  imports: [MatButton, MatProgressBar, ChoiceField, FigureField, LengthField, LengthFigure],
  host: { 'data-instruments': '', role: 'region', 'aria-label': 'Instruments' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p class="state flow whole" [class.lost]="instruments.link() === 'lost'" role="status">
      <strong>{{ instruments.simulated() ? 'Simulated instruments' : 'Instruments' }}</strong>
      <span>{{ linkText() }}</span>
      <span class="strong to-end">{{ instruments.last() }}</span>
    </p>
    <div class="one flow">
      <al-length-field
        label="caliper opened to"
        [value]="openMm()"
        [most]="300"
        (changed)="openMm.set($event)"
      />
      <button
        type="button"
        matButton="outlined"
        [disabled]="!on()"
        (pointerdown)="$event.preventDefault()"
        (click)="instruments.pressCaliper(openMm())"
      >
        Press its button
      </button>
    </div>
    <div class="one flow">
      <al-figure-field
        label="wood really holds"
        kind="percent"
        [value]="woodPct()"
        [most]="100"
        (changed)="woodPct.set($event)"
      />
      <al-choice-field
        label="meter set to group"
        [value]="meterGroup()"
        [choices]="groupChoices()"
        (changed)="groupChosen.set($event)"
      />
      <button
        type="button"
        matButton="outlined"
        [disabled]="!on()"
        (pointerdown)="$event.preventDefault()"
        (click)="instruments.pressMeter(woodPct(), species(), meterGroup())"
      >
        Push the pins in
      </button>
      <span class="muted note t-small">{{ groupText() }}</span>
    </div>
    <div class="one flow">
      <mat-progress-bar
        [class.near]="near() !== null"
        [value]="(instruments.metal()?.signal ?? 0) * 100"
        aria-label="metal detector"
      />
      <span class="note t-small">
        @if (near(); as at) {
          <strong class="hazard">metal near <al-length [mm]="at" /></strong>
        } @else {
          <span class="muted">{{ detectorText() }}</span>
        }
      </span>
    </div>
  `,
  styles: `
    :host {
      display: flex;
      flex-wrap: wrap;
      align-items: end;
      gap: 8px 24px;
      padding: 8px 20px 10px;
      background: var(--surface);
      border-bottom: 1px solid var(--line);
    }
    .state.lost {
      color: var(--hazard);
    }
    .one {
      align-items: end;
      min-height: 44px;
    }
    al-length-field,
    al-figure-field {
      width: 138px;
    }
    al-choice-field {
      width: 126px;
    }
    mat-progress-bar {
      width: 150px;
      align-self: center;
    }
    .near {
      --mat-progress-bar-active-indicator-color: var(--hazard);
    }
    .note {
      align-self: center;
      max-width: 210px;
    }
  `,
})
export class InstrumentTray {
  protected readonly instruments = inject(Instruments);
  private readonly hand = inject(PieceInHand);
  protected readonly openMm = signal(98);
  protected readonly woodPct = signal(14);
  protected readonly groupChosen = signal<number | null>(null);
  protected readonly on = computed(() => this.instruments.link() === 'on');
  protected readonly linkText = computed(() => LINK_TEXT[this.instruments.link()]);
  protected readonly species = computed((): SpeciesId => this.hand.piece()?.species ?? 'unknown');
  /** The group that the meter's leaflet gives for the wood in hand. */
  private readonly right = computed(
    () =>
      this.instruments.groups().find(({ woods }) => woods.some((wood) => this.species().startsWith(wood)))
        ?.group ?? null,
  );
  protected readonly meterGroup = computed(() => this.groupChosen() ?? this.right() ?? 1);
  protected readonly groupChoices = computed(() =>
    this.instruments.groups().map(({ group }) => ({ value: group, name: String(group) })),
  );
  protected readonly groupText = computed(() => {
    if (this.species() === 'unknown') return 'No wood in hand: the meter can’t be set to it.';
    const right = this.right();
    const name = speciesName(this.species());
    if (right === null) return `The leaflet has no group for ${name}; take the reading as rough.`;
    return right === this.meterGroup()
      ? `Right for ${name}.`
      : `${name} is group ${right}: it will read wrong.`;
  });
  protected readonly near = computed(() => {
    const metal = this.instruments.metal();
    return metal && metal.signal > 0.6 ? metal.atMm : null;
  });
  protected readonly detectorText = computed(() =>
    this.instruments.metal() ? 'no metal here' : 'Detector: move the cursor rule along a piece in Inspect.',
  );
}
