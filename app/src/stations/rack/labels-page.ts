import { DOCUMENT } from '@angular/common';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  inject,
  input,
  signal,
} from '@angular/core';
import { RouterLink } from '@angular/router';
import { MatButton } from '@angular/material/button';
import { clearanceOf, hazardRule, hazardsOf, speciesLabel, type Piece } from '@aldrek/core/wood';
import { LengthFigure } from '../../format/length-figure';
import { FigureField } from '../../ui/figure-field';
import { qrPath } from '../../labels/qr-code';
import { SHEETS, sheetsOf, type SheetId } from '../../labels/sheets';
import { codeOfTag } from '../../labels/tag-code';
import { ShopStore } from '../../shop-store/shop.store';
import { ChoiceField } from '../../ui/choice-field';

/** Labels for pieces, with a code that leads back to them: black on white, on the sheets that shops sell. */
@Component({
  selector: 'al-labels-page',
  imports: [MatButton, RouterLink, FigureField, LengthFigure, ChoiceField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'scrolls' },
  templateUrl: './labels-page.html',
  styleUrl: './labels-page.scss',
})
export class LabelsPage {
  /** Ids from the address; all pieces without them. */
  readonly of = input<string>();

  protected readonly store = inject(ShopStore);
  private readonly document = inject(DOCUMENT);
  protected readonly sheetChoices = (Object.keys(SHEETS) as SheetId[]).map((value) => ({
    value,
    name: SHEETS[value].name,
  }));
  protected readonly sheetId = signal<SheetId>('a4');
  protected readonly skipped = signal(0);
  protected readonly sheet = computed(() => SHEETS[this.sheetId()]);
  protected readonly perSheet = computed(() => this.sheet().columns * this.sheet().rows);

  private readonly pieces = computed(() => {
    const asked = this.of()?.split(',');
    if (!asked) return this.store.pieces();
    return asked.flatMap((id) => this.store.pieceById().get(id) ?? []);
  });
  protected readonly count = computed(() => this.pieces().length);
  protected readonly pages = computed(() =>
    sheetsOf(this.pieces().map(labelOf), this.perSheet(), Math.min(this.skipped(), this.perSheet() - 1)),
  );

  constructor() {
    // The page's size can't be set in a component's own styles: it belongs to the whole document.
    const rule = this.document.createElement('style');
    this.document.head.append(rule);
    effect(() => {
      rule.textContent = `@page { size: ${this.sheet().page.css}; margin: 0; }`;
    });
    inject(DestroyRef).onDestroy(() => rule.remove());
  }

  protected print(): void {
    this.document.defaultView?.print();
  }
}

const labelOf = (piece: Piece) => ({
  piece,
  species: speciesLabel(piece),
  code: qrPath(codeOfTag(piece.tag)),
  hazards: [...metalOf(piece), ...hazardsOf(piece).map((kind) => hazardRule(kind).name)].join(', '),
});

/** What a saw has to know, on the wood itself. */
function metalOf(piece: Piece): string[] {
  switch (clearanceOf(piece)) {
    case 'metal-in':
      return ['metal not cleared'];
    case 'not-scanned':
      return ['pulled, not scanned'];
    case 'unknown':
      return ['not scanned'];
    case 'scanned':
    case 'cleared':
      return [];
  }
}
