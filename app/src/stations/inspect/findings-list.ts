import { ChangeDetectionStrategy, Component, computed, inject, input, model } from '@angular/core';
import { MatButton } from '@angular/material/button';
import {
  FACE_NAMES,
  FATE_NAMES,
  findingKindFacts,
  isInTheWay,
  isMarkKind,
  type Finding,
  type FindingId,
  type Grade,
  type Piece,
} from '@aldrek/core/wood';
import { isPlanedOff, trimsOf } from '@aldrek/core/yield';
import { aMarkOf, FindingMark } from '../../drawing/finding-mark';
import { LengthFigure } from '../../format/length-figure';
import { ShopStore } from '../../shop-store/shop.store';

/** What is noted of a piece: its defects, then its marks, each with what the grade makes of it. */
@Component({
  selector: 'al-findings-list',
  imports: [MatButton, FindingMark, LengthFigure],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (piece().findings.length === 0) {
      <h2>Defects and marks</h2>
      <p class="muted">None noted yet: look at both faces, both edges and both ends.</p>
    }
    @for (group of groups(); track group.name) {
      <h2>
        {{ group.name }} <span class="muted">{{ group.entries.length }}</span>
      </h2>
      <ul>
        @for (entry of group.entries; track entry.finding.id) {
          <li class="lined">
            <button
              type="button"
              matButton
              class="entry row-button"
              [attr.aria-pressed]="entry.finding.id === selectedId()"
              (click)="selectedId.set(entry.finding.id)"
            >
              <svg class="on-wood" width="22" height="22" aria-hidden="true">
                <g alFindingMark [finding]="entry.mark" [pxPerMm]="1" />
              </svg>
              <span class="grow stack gap-2">
                <strong>{{ entry.name }}</strong>
                <span class="muted t-small">
                  <al-length [mm]="entry.finding.length" /> × <al-length [mm]="entry.finding.width" /> at
                  <al-length [mm]="entry.finding.x" /> {{ entry.where }}
                </span>
              </span>
              <span class="fate t-small blue" [class.cut]="entry.cut">{{ entry.fate }}</span>
            </button>
          </li>
        }
      </ul>
    }
  `,
  styles: `
    :host {
      display: block;
    }
    h2 {
      margin-top: 4px;
    }

    .fate.cut {
      color: var(--ink);
      font-weight: 600;
    }

    .entry[aria-pressed='true'] strong {
      color: var(--blue);
    }
  `,
})
export class FindingsList {
  readonly piece = input.required<Piece>();
  readonly grade = input.required<Grade>();
  readonly showFace = input<'A' | 'B'>('A');
  readonly selectedId = model<FindingId | null>(null);

  private readonly store = inject(ShopStore);

  protected readonly groups = computed(() => {
    const { findings } = this.piece();
    const defects = findings.filter(({ kind }) => !isMarkKind(kind));
    const marks = findings.filter(({ kind }) => isMarkKind(kind));
    return [
      { name: 'Defects', entries: defects.map((finding) => this.entry(finding)) },
      { name: 'Marks', entries: marks.map((finding) => this.entry(finding)) },
    ].filter(({ entries }) => entries.length > 0);
  });

  private entry(finding: Finding) {
    const [piece, grade, face] = [this.piece(), this.grade(), this.showFace()];
    const trims = trimsOf(this.store.habits(), this.store.machines());
    const planed = isPlanedOff(finding, piece, grade, trims, face);
    const cut = !planed && isInTheWay(grade, finding, piece, face, trims.limits);
    const { name } = findingKindFacts(finding.kind);
    const decided =
      finding.fate === undefined || finding.fate === 'cut' ? '' : `${FATE_NAMES[finding.fate]}: `;
    return {
      finding,
      mark: aMarkOf(finding.kind),
      name: finding.fix === undefined ? name : `${name}, ${finding.fix}`,
      where: FACE_NAMES[finding.face],
      cut,
      fate: planed ? 'planed off' : `${decided}${cut ? 'cut out' : 'stays'}`,
    };
  }
}
