import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { MatIconButton } from '@angular/material/button';
import { MatTooltip } from '@angular/material/tooltip';
import { Router } from '@angular/router';
import { mdiChevronLeft, mdiChevronRight } from '@mdi/js';
import { speciesLabel, type Piece } from '@aldrek/core/wood';
import { LengthFigure } from '../../format/length-figure';
import { Notices } from '../../notices/notices';
import { ShopStore } from '../../shop-store/shop.store';
import { Icon } from '../../ui/icon';
import { TextField } from '../../ui/text-field';

/** Which piece lies on the bench, its size, and the way to another. */
@Component({
  selector: 'al-inspect-head',
  imports: [MatIconButton, MatTooltip, Icon, LengthFigure, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="head flow">
      <h1>
        {{ piece().tag }} <span class="muted plain t-text">{{ title() }}</span>
      </h1>
      <span class="size t-heading">
        <al-length [mm]="piece().length" /> × <al-length [mm]="piece().width" />
        @if (piece().widthFar; as far) {
          <span>→<al-length [mm]="far" /></span>
        }
        × <al-length [mm]="piece().thickness" />
        <span class="muted">{{ store.unit() === 'mm' ? 'mm' : 'in' }}</span>
        @if (piece().moisturePct !== undefined) {
          <span class="muted"> · {{ piece().moisturePct }} %</span>
        }
      </span>
      <span class="in-line gap-4">
        <button
          type="button"
          matIconButton
          aria-label="Piece before"
          matTooltip="Piece before  ["
          (click)="stepped.emit(-1)"
        >
          <al-icon [path]="icons.before" />
        </button>
        <al-text-field
          #tag
          class="tag"
          spoken="Go to tag"
          placeholder="tag"
          value=""
          [names]="tags()"
          (changed)="jump($event); tag.clear()"
        />
        <button
          type="button"
          matIconButton
          aria-label="Next piece"
          matTooltip="Next piece  ]"
          (click)="stepped.emit(1)"
        >
          <al-icon [path]="icons.next" />
        </button>
      </span>
    </div>
  `,
  styles: `
    .head {
      gap: 6px 20px;
    }

    h1 {
      flex: 1;
      min-width: 0;
      font-size: var(--large);
      font-weight: 700;
    }

    .tag {
      width: 84px;
    }

    @media (max-width: 620px) {
      h1 {
        flex-basis: 100%;
      }
    }
  `,
})
export class InspectHead {
  readonly piece = input.required<Piece>();
  /** On to the next piece, or back to the one before. */
  readonly stepped = output<-1 | 1>();

  protected readonly store = inject(ShopStore);
  private readonly router = inject(Router);
  private readonly notices = inject(Notices);
  protected readonly icons = { before: mdiChevronLeft, next: mdiChevronRight };
  protected readonly tags = computed(() => [...this.store.tags()]);
  protected readonly title = computed(() => {
    const piece = this.piece();
    return [`${speciesLabel(piece)} ${piece.name}`.trim(), piece.place, piece.find]
      .filter(Boolean)
      .join(' · ');
  });

  protected jump(text: string): void {
    const wanted = text.trim().toLowerCase();
    const piece = this.store.pieces().find((one) => one.tag.toLowerCase() === wanted);
    if (!piece) {
      this.notices.say(`No piece bears the tag ${text}.`);
      return;
    }
    void this.router.navigate(['/inspect', piece.id]);
  }
}
