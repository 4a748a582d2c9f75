import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import type { PartInHand, PartState } from '@aldrek/core/shop';
import { stateOf } from '@aldrek/core/floor';
import { LengthFigure } from '../../format/length-figure';
import { Notices } from '../../notices/notices';
import { FloorActions } from '../../shop-store/floor-actions';
import { ShopStore } from '../../shop-store/shop.store';
import { ChoiceField } from '../../ui/choice-field';
import { LengthField } from '../../ui/length-field';
import { FloorView } from './floor-view';
import { SAID_STATES, STATE_NAMES } from './words';

/** What has been cut out and waits: each part with the board it came from; one that is spoilt is said to be. */
@Component({
  selector: 'al-parts-in-hand',
  imports: [ChoiceField, LengthField, LengthFigure, MatButton],
  host: { class: 'stack' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2>
      Parts in hand <span class="muted">{{ view.parts().length }}</span>
    </h2>
    @for (group of groups(); track group.id) {
      <h3 class="label">{{ group.name }}</h3>
      <ul>
        @for (one of all() ? group.parts : group.parts.slice(0, most); track one.part.id) {
          <li>
            <strong class="t-heading">{{ one.letter }}</strong>
            <span class="what">
              {{ one.name }}{{ one.copies > 1 ? ' × ' + one.copies : '' }}
              <span class="muted">{{ one.part.wood.tag }}</span>
              <span class="muted"
                ><al-length [mm]="one.part.wood.length" /> × <al-length [mm]="one.part.wood.width" /> ×
                <al-length [mm]="one.part.wood.thickness"
              /></span>
            </span>
            <span class="strong">{{ one.state }}</span>
            <button
              type="button"
              matButton="outlined"
              [attr.aria-expanded]="asked() === one.part.id"
              [attr.aria-label]="'Spoilt, or further on: ' + one.part.wood.tag"
              (click)="ask(one.part)"
            >
              Change…
            </button>
            @for (fault of one.faults; track fault) {
              <p class="fault t-small cautious" role="note">{{ fault }}.</p>
            }
            @if (one.ways.length > 0) {
              <div class="ways t-small">
                <p class="muted">Ways out:</p>
                @for (way of one.ways; track way) {
                  <p>{{ way }}</p>
                }
              </div>
            }
            @if (asked() === one.part.id) {
              <div
                class="pair whole tinted"
                role="group"
                [attr.aria-label]="'What is good of ' + one.part.wood.tag"
              >
                <al-length-field
                  label="good, length"
                  [value]="good().length"
                  [most]="one.part.wood.length"
                  (changed)="good.set({ length: $event, width: good().width })"
                />
                <al-length-field
                  label="good, width"
                  [value]="good().width"
                  [most]="one.part.wood.width"
                  (changed)="good.set({ length: good().length, width: $event })"
                />
                <button type="button" matButton="filled" (click)="spoil(one.part, true)">
                  Keep the good piece
                </button>
                <button type="button" matButton="outlined" (click)="spoil(one.part, false)">
                  All of it is waste
                </button>
                <al-choice-field
                  label="or it is not spoilt, but"
                  [value]="one.said"
                  [choices]="states"
                  (changed)="moveOn(one.part, $event)"
                />
              </div>
            }
          </li>
        }
      </ul>
      @if (!all() && group.parts.length > most) {
        <button type="button" matButton="outlined" (click)="all.set(true)">
          {{ group.parts.length - most }} more parts
        </button>
      }
    } @empty {
      <p class="muted">Nothing yet. When a board is sawn, its parts stand here, each with its letter.</p>
    }
  `,
  styles: `
    li {
      display: grid;
      grid-template-columns: 26px minmax(0, 1fr) auto auto;
      align-items: center;
      gap: 4px 8px;
      padding: 4px 0;
      border-top: 1px solid var(--line-soft);
    }
    .what > .muted {
      display: inline-block;
      white-space: nowrap;
    }
    .what > .muted:last-child {
      display: block;
    }
    .fault {
      grid-column: 2 / -1;
      padding-left: 8px;
    }
    .ways {
      grid-column: 2 / -1;
      padding-left: 11px;
    }
  `,
})
export class PartsInHand {
  protected readonly view = inject(FloorView);
  private readonly store = inject(ShopStore);
  private readonly actions = inject(FloorActions);
  private readonly notices = inject(Notices);
  protected readonly asked = signal<string | null>(null);
  protected readonly good = signal({ length: 0, width: 0 });

  protected readonly all = signal(false);
  protected readonly most = 12;

  protected readonly groups = computed(() => {
    const byProject = new Map<string, PartInHand[]>();
    for (const part of this.view.parts())
      byProject.set(part.projectId, [...(byProject.get(part.projectId) ?? []), part]);
    return [...byProject].map(([id, parts]) => ({
      id,
      name: this.store.projectById().get(id)?.name ?? 'a project that is gone',
      parts: parts.map((part) => ({
        part,
        letter: this.view.letters().get(part.partId) ?? '',
        name: this.view.partOf(part)?.name ?? 'part',
        copies: this.view.partOf(part)?.blank?.k ?? 1,
        state: STATE_NAMES[stateOf(part, this.view.milling())],
        said: part.state ?? ('milled' as const),
        faults: this.view.faultsOf(part),
        ways: this.view.waysWith(part),
      })),
    }));
  });

  protected readonly states = SAID_STATES.map((value) => ({
    value,
    name: value === 'milled' ? 'as ticked: sawn or milled' : STATE_NAMES[value],
  }));

  protected moveOn(part: PartInHand, state: PartState): void {
    this.actions.moveOn([part], state);
    this.asked.set(null);
  }

  protected ask(part: PartInHand): void {
    const { length, width } = part.wood;
    this.good.set({ length: Math.round(length / 2), width });
    this.asked.set(this.asked() === part.id ? null : part.id);
  }

  protected spoil(part: PartInHand, keeps: boolean): void {
    const good = this.good();
    this.actions.spoil(part, keeps && good.length > 0 && good.width > 0 ? good : null);
    this.asked.set(null);
    this.notices.undoable(`${part.wood.tag} is spoilt; what is missing can be matched again.`);
  }
}
