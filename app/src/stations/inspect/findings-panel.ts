import { ChangeDetectionStrategy, Component, inject, input } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatTooltip } from '@angular/material/tooltip';
import { FINDING_KINDS, findingKindFacts, isMarkKind, type FindingKind, type Piece } from '@aldrek/core/wood';
import { aMarkOf, FindingMark } from '../../drawing/finding-mark';
import { FindingHand } from './finding-hand';
import { FindingInHand } from './finding-in-hand';
import { InspectView } from './inspect-view';

const kindsWhere = (those: (kind: FindingKind) => boolean) =>
  FINDING_KINDS.filter(those).map((kind) => ({
    kind,
    ...findingKindFacts(kind),
    mark: aMarkOf(kind),
  }));

/** Notes what is found in the piece: what is in hand, and every kind of defect and mark to pick from. */
@Component({
  selector: 'al-findings-panel',
  imports: [MatButton, MatTooltip, FindingInHand, FindingMark],
  host: { class: 'stack' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (hand.typed() !== '' || hand.armedKind() !== null || hand.selected() === null) {
      <p class="say t-text" role="status">
        @if (hand.typed() !== '') {
          <strong class="t-large blue">{{ hand.typed() }}</strong> Enter puts the rule there; a letter drops
          what you found there{{ hand.selected() === null ? '' : '; a comma lays a row of so many' }}.
        } @else if (hand.armedKind() !== null) {
          Tap where it is: on a face, an edge or an end. Esc puts it down.
        } @else {
          Nothing in hand. Type a distance, then the letter of what you found; or pick it below and tap where
          it is. What shows on one face only lands on face
          <strong>{{ view.dropFace() }}</strong> (P changes it).
        }
      </p>
    }
    @if (hand.selected(); as finding) {
      <al-finding-in-hand
        [finding]="finding"
        [piece]="piece()"
        [grade]="view.grade()"
        [showFace]="showFace()"
        (changed)="hand.changed($event)"
        (rewritten)="hand.rewrite($event.what, $event.findings)"
        (removed)="hand.remove($event)"
        (letGo)="hand.selectedId.set(null)"
      />
    }
    @for (group of groups; track group.name) {
      <h3 class="label">
        {{ group.name }} <span class="plain">{{ group.about }}</span>
      </h3>
      <div class="palette" role="toolbar" [attr.aria-label]="group.name">
        @for (kind of group.kinds; track kind.kind) {
          <button
            type="button"
            [matButton]="hand.armedKind() === kind.kind ? 'filled' : 'outlined'"
            [attr.aria-pressed]="hand.armedKind() === kind.kind"
            [matTooltip]="kind.name + ': ' + kind.about"
            (click)="pick(kind.kind, $event)"
          >
            <kbd>{{ kind.key }}</kbd>
            <svg class="on-wood" width="20" height="20" aria-hidden="true">
              <g alFindingMark [finding]="kind.mark" [pxPerMm]="1" />
            </svg>
            <span>{{ kind.name }}</span>
          </button>
        }
      </div>
    }
  `,
  styles: `
    h3 {
      margin-top: 2px;
    }
    .plain {
      font-weight: 400;
      text-transform: none;
      letter-spacing: 0;
    }
    .say {
      max-width: 66ch;
      line-height: 1.5;
      color: var(--ink-soft);
    }

    .palette {
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(132px, 1fr));
      gap: 6px;

      button {
        height: auto;
        min-height: 44px;
        padding: 2px 8px;
        justify-content: start;
        font-weight: 450;
        font-size: var(--text);
        line-height: 1.15;
        white-space: normal;
        text-align: start;
      }
      kbd {
        min-width: 14px;
        font-size: var(--text);
        font-weight: 700;
      }
    }
  `,
})
export class FindingsPanel {
  readonly piece = input.required<Piece>();
  /** The face that shall show. */
  readonly showFace = input<'A' | 'B'>('A');

  protected readonly view = inject(InspectView);
  protected readonly hand = inject(FindingHand);
  protected readonly groups = [
    {
      name: 'Defects',
      about: 'what weakens the wood, or is missing from it',
      kinds: kindsWhere((kind) => !isMarkKind(kind)),
    },
    { name: 'Marks', about: 'what only shows', kinds: kindsWhere(isMarkKind) },
  ];

  /** With the pointer a kind is armed for the piece; with the keyboard one drops at the rule. */
  protected pick(kind: FindingKind, event: MouseEvent): void {
    if (event.detail === 0) this.hand.dropAtRule(kind);
    else this.hand.arm(kind);
  }
}
