import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { MatButtonToggle, MatButtonToggleGroup } from '@angular/material/button-toggle';
import { MatExpansionPanel, MatExpansionPanelHeader } from '@angular/material/expansion';
import {
  formatLength,
  fullWidth,
  pieceVolumeM3,
  breakdownOf,
  type Grade,
  type Piece,
  type School,
} from '@aldrek/core/wood';
import {
  explainShare,
  explainSure,
  explainThickness,
  KNOWLEDGE_NAMES,
  knowledgeOf,
  SCHOOL_NAMES,
  shopBias,
  WISH_NAMES,
  WISHES,
  type PieceYield,
} from '@aldrek/core/yield';
import { LengthFigure } from '../../format/length-figure';
import { volumeInDm3 } from '../../format/measures';
import { ExplainedFigure } from '../../ui/explained';
import { PieceActions } from '../../shop-store/piece-actions';
import { ShopStore } from '../../shop-store/shop.store';
import { InspectView } from './inspect-view';
import { LengthField } from '../../ui/length-field';
import { ToggleField } from '../../ui/toggle-field';

/** What a piece gives for a grade and a wish: share, thickness, how sure, both schools, and why one gives more. */
@Component({
  selector: 'al-yield-panel',
  imports: [
    LengthFigure,
    ExplainedFigure,
    LengthField,
    MatButtonToggle,
    MatButtonToggleGroup,
    MatExpansionPanel,
    MatExpansionPanelHeader,
    ToggleField,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './yield-panel.html',
  styleUrl: './yield-panel.scss',
})
export class YieldPanel {
  readonly piece = input.required<Piece>();
  readonly given = input.required<PieceYield>();
  readonly grade = input.required<Grade>();
  readonly drawn = input.required<School>();
  readonly drawnChange = output<School>();
  readonly profile = output();

  private readonly store = inject(ShopStore);
  private readonly actions = inject(PieceActions);
  protected readonly view = inject(InspectView);

  protected readonly wishes = [
    ...WISHES.map((value) => ({ value, name: WISH_NAMES[value] })),
    { value: 'pieces', name: 'most of a size' } as const,
  ];
  protected readonly percent = computed(() => Math.round(this.given().share * 100));
  protected readonly share = computed(() =>
    explainShare(this.piece(), this.given(), this.grade(), this.store.habits(), this.store.machines()),
  );
  protected readonly pieces = computed(() => {
    if (this.view.wish() !== 'pieces') return null;
    const { crosscutFirst, ripFirst } = this.given();
    return { pieces: Math.max(crosscutFirst.cuttings.length, ripFirst.cuttings.length) };
  });
  protected readonly thickWhole = computed(() => Math.floor(this.given().thicknessWhole * 10) / 10);
  protected readonly thickness = computed(() => {
    const piece = this.piece();
    const whole = { length: piece.length, width: fullWidth(piece) };
    return explainThickness(piece, whole, this.store.machines(), this.grade(), this.given().showFace);
  });

  private readonly knowledge = computed(() => knowledgeOf(this.piece()));
  protected readonly known = computed(() => KNOWLEDGE_NAMES[this.knowledge()]);
  private readonly estimated = computed(() => this.actions.sureOf(this.piece(), this.given().volumeM3));
  private readonly sure = computed(() => this.estimated().sure);
  protected readonly sureWhy = computed(() =>
    explainSure(this.piece(), this.estimated().m3, this.knowledge(), this.sure(), this.store.sureness()),
  );
  protected readonly sureText = computed(() => {
    const { low, likely, high } = this.sure();
    const text = (m3: number): string => volumeInDm3(m3, this.store.unit());
    const bare = (m3: number): string => text(m3).replace(/ .*$/, '');
    return { low: bare(low), likely: bare(likely), high: text(high) };
  });
  /** The range on a bar as long as the whole piece is large, %. */
  protected readonly bar = computed(() => {
    const { low, likely, high } = this.sure();
    const whole = Math.max(1e-9, pieceVolumeM3(this.piece()));
    return { low: (low / whole) * 100, likely: (likely / whole) * 100, width: ((high - low) / whole) * 100 };
  });
  protected readonly bias = computed(() => {
    const kind = this.actions.kindOf(this.piece());
    const own = shopBias(this.store.milled(), this.store.sureness()).find(
      ({ findKind }) => findKind === kind,
    );
    if (!own) return '';
    const points = Math.round(Math.abs(1 - own.recorded) * 100);
    const from = kind === undefined ? 'pieces without a find' : `${breakdownOf(kind).name} finds`;
    const over = `Over ${own.records} ${own.records === 1 ? 'piece' : 'pieces'} milled, you come off the planer`;
    if (points === 0) return `${over} as estimated from ${from}.`;
    return `${over} ${points} % ${own.recorded < 1 ? 'under' : 'over'} your estimates from ${from}.`;
  });

  protected readonly schools = computed(() => {
    const given = this.given();
    const most = Math.max(1, given.crosscutFirst.areaMm2, given.ripFirst.areaMm2);
    return (['crosscutFirst', 'ripFirst'] as const).map((school) => ({
      school,
      name: SCHOOL_NAMES[school],
      area: (given[school].areaMm2 / 1e6).toFixed(most < 2e5 ? 4 : 3),
      share: (given[school].areaMm2 / most) * 100 * Math.min(1, given.share),
      note: noteOf(given[school].cuttings.length, school === this.drawn()),
      best: given.better === 'same' || given.better === school,
    }));
  });

  /** Finished sizes of the drawn school, alike ones together, largest first. */
  protected readonly sizes = computed(() => {
    const unit = this.store.unit();
    const size = (mm: number): string => formatLength(Math.floor(mm * 2) / 2, unit);
    const counts = new Map<string, number>();
    const cuttings = [...this.given()[this.drawn()].cuttings].sort(
      (a, b) => b.length * b.finishedWidth - a.length * a.finishedWidth,
    );
    for (const { length, finishedWidth, thickness } of cuttings) {
      const text = `${size(length)} × ${size(finishedWidth)} × ${size(thickness)}`;
      counts.set(text, (counts.get(text) ?? 0) + 1);
    }
    return [...counts].map(([text, count]) => (count === 1 ? text : `${count} of ${text}`));
  });

  protected resize(patch: Partial<{ length: number; width: number }>): void {
    this.view.size.update((size) => ({ ...size, ...patch }));
  }
}

const noteOf = (cuttings: number, drawn: boolean): string =>
  `${cuttings} ${cuttings === 1 ? 'clear piece' : 'clear pieces'}${drawn ? ', drawn' : ''}`;
