import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { fullWidth, type Correction, type Piece, type SortOutcome, type SpeciesId } from '@aldrek/core/wood';
import { WoodFace } from '../../drawing/wood-face';
import { FigureField } from '../../ui/figure-field';
import { LengthField } from '../../ui/length-field';

/** The drawn strip is at most so large, px. */
const STRIP = { width: 180, height: 56 };

/** One sort of member in the dry run: what one comes to, and what really differs. */
@Component({
  selector: 'al-sort-row',
  imports: [WoodFace, FigureField, LengthField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="head stack">
      <strong>{{ name() }}</strong>
      <span class="muted">{{ result() }}</span>
    </div>
    <div class="strip">
      @if (drawn(); as strip) {
        <svg [attr.width]="strip.width" [attr.height]="strip.height" aria-hidden="true">
          <g transform="translate(1 1)"><g alWoodFace [piece]="strip.piece" [pxPerMm]="strip.pxPerMm" /></g>
        </svg>
      }
    </div>
    <div class="fields">
      <al-figure-field
        label="count"
        [spoken]="name() + ' count'"
        kind="count"
        [value]="outcome().sort.count"
        [most]="5000"
        (changed)="correct('count', $event)"
      />
      <al-length-field
        label="length"
        [spoken]="name() + ' length'"
        [value]="outcome().sort.length"
        [least]="1"
        [most]="20000"
        (changed)="correct('length', $event)"
      />
      <al-length-field
        label="width"
        [spoken]="name() + ' width'"
        [value]="outcome().sort.width"
        [least]="1"
        [most]="20000"
        (changed)="correct('width', $event)"
      />
      <al-length-field
        label="thick"
        [spoken]="name() + ' thickness'"
        [value]="outcome().sort.thickness"
        [least]="1"
        [most]="2000"
        (changed)="correct('thickness', $event)"
      />
      <al-figure-field
        label="break"
        [spoken]="name() + ', how many break'"
        kind="count"
        [value]="outcome().broken"
        [most]="outcome().members"
        (changed)="correct('broken', $event)"
      />
    </div>
  `,
  styles: `
    :host {
      display: grid;
      grid-template-columns: 118px 184px minmax(0, 1fr);
      gap: 6px 10px;
      align-items: center;
      padding: 8px 0;
      border-top: 1px solid var(--line-soft);
    }
    .fields {
      --field-padding: 6px;
      display: grid;
      grid-template-columns: repeat(5, minmax(0, 1fr));
      gap: 4px;
    }
    @media (max-width: 900px) {
      :host {
        grid-template-columns: minmax(0, 1fr);
      }
    }
  `,
})
export class SortRow {
  readonly outcome = input.required<SortOutcome>();
  readonly species = input.required<SpeciesId>();
  readonly corrected = output<Correction>();

  protected readonly name = computed(() => this.outcome().sort.name);
  protected readonly result = computed(() => {
    const { pieces, each, members, broken } = this.outcome();
    if (each.length === 0) return 'nothing for the rack';
    const of = `${pieces} ${pieces === 1 ? 'piece' : 'pieces'}`;
    return each.length > 1 || broken > 0 ? `${of} from ${members}` : of;
  });

  protected readonly drawn = computed(() => {
    const [first] = this.outcome().each;
    if (!first) return null;
    const piece: Piece = {
      ...first,
      id: '',
      tag: '',
      species: this.species(),
      speciesSure: 'sure',
      place: '',
      find: '',
      findings: first.findings.map((finding, i) => ({ ...finding, id: String(i) })),
    };
    const [length, width] = [piece.length, fullWidth(piece)];
    const pxPerMm = Math.min(STRIP.width / length, STRIP.height / width);
    return { piece, pxPerMm, width: length * pxPerMm + 2, height: width * pxPerMm + 2 };
  });

  protected correct(key: keyof Correction, value: number): void {
    this.corrected.emit({ [key]: value });
  }
}
