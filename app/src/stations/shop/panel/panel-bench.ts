import { CdkDrag, CdkDropList, type CdkDragDrop } from '@angular/cdk/drag-drop';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  type ElementRef,
  inject,
  input,
  viewChild,
} from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatExpansionPanel, MatExpansionPanelHeader } from '@angular/material/expansion';
import { MatSlider, MatSliderThumb } from '@angular/material/slider';
import { RouterLink } from '@angular/router';

import {
  bestFacesUp,
  leastInSight,
  overPlace,
  ringsAlternating,
  shiftOf,
  spareOf,
  turnedPlace,
  type PanelElement,
} from '@aldrek/core/floor';
import { PanelEnds } from '../../../drawing/panel-ends';
import { Ruler } from '../../../drawing/ruler';
import { widthOf } from '../../../drawing/width-of';
import { WoodFace } from '../../../drawing/wood-face';
import { LengthFigure } from '../../../format/length-figure';
import { bound, Keys } from '../../../keys/keys';
import { FigureField } from '../../../ui/figure-field';
import { FloorView } from '../floor-view';
import { GluePanel } from './glue-panel';
import { PANEL_KEYS } from './panel-keys';
import { PanelDrawing } from './panel-drawing';
import { PanelFigures } from './panel-figures';
import { PanelState } from './panel-state';

/** The panel bench: strips side by side to scale, in order, turned, over and along by hand, and how they are glued. */
@Component({
  selector: 'al-panel-bench',
  imports: [
    CdkDrag,
    CdkDropList,
    FigureField,
    GluePanel,
    LengthFigure,
    MatButton,
    MatExpansionPanel,
    MatExpansionPanelHeader,
    MatSlider,
    MatSliderThumb,
    PanelEnds,
    PanelFigures,
    RouterLink,
    Ruler,
    WoodFace,
  ],
  providers: [FloorView, PanelState],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'scrolls' },
  templateUrl: './panel-bench.html',
  styleUrl: './panel-bench.scss',
})
export class PanelBench {
  readonly projectId = input.required<string>();
  readonly partId = input.required<string>();
  readonly unit = input.required<string>();

  protected readonly state = inject(PanelState);
  private readonly bench = viewChild<ElementRef<HTMLElement>>('bench');
  protected readonly drawn = new PanelDrawing(this.state, widthOf(this.bench, 820));
  protected readonly shift = computed(() => {
    const [panel, element] = [this.state.panel(), this.state.element()];
    if (!panel || !element) return null;
    const most = spareOf(element, panel.part) / 2;
    return { most, at: shiftOf(element, panel.part) };
  });

  constructor() {
    effect(() => {
      this.state.address.set({
        projectId: this.projectId(),
        partId: this.partId(),
        unit: Number(this.unit()),
      });
    });
    inject(Keys).use({
      title: 'Panel bench',
      bindings: bound(PANEL_KEYS, {
        turn: () => this.turn(),
        over: () => this.over(),
        best: () => this.state.findBest(),
      }),
    });
  }

  protected dropped({ previousIndex, currentIndex }: CdkDragDrop<unknown>): void {
    this.state.moveTo(previousIndex, currentIndex);
  }

  /** Arrow keys on a strip: up and down in the order, left and right along it. */
  protected key(event: KeyboardEvent, element: PanelElement): void {
    const by = { ArrowUp: -1, ArrowDown: 1 }[event.key];
    const along = { ArrowLeft: -1, ArrowRight: 1 }[event.key];
    if (by === undefined && along === undefined) return;
    event.preventDefault();
    event.stopPropagation();
    this.state.selected.set(element.key);
    if (by !== undefined) {
      this.state.move(element.key, by);
      return;
    }
    this.shiftBy(element, (along ?? 0) * (event.shiftKey ? 10 : 1));
  }

  private shiftBy(element: PanelElement, mm: number): void {
    const panel = this.state.panel();
    if (panel) this.shiftTo(element.key, shiftOf(element, panel.part) + mm);
  }

  protected shiftTo(key: string, mm: number): void {
    const panel = this.state.panel();
    const element = panel?.elements.find((one) => one.key === key);
    if (!panel || !element) return;
    const shiftMm = shiftOf({ ...element, place: { ...element.place, shiftMm: mm } }, panel.part);
    this.state.place('shift a strip', key, ({ shiftMm: _before, ...place }) =>
      shiftMm === 0 ? place : { ...place, shiftMm },
    );
  }

  protected turn(): boolean {
    const key = this.state.selected();
    if (key === null) return false;
    this.state.place('turn a strip end for end', key, turnedPlace);
    return true;
  }

  protected over(): boolean {
    const key = this.state.selected();
    if (key === null) return false;
    this.state.place('turn a strip over', key, overPlace);
    return true;
  }

  protected hide(): void {
    const [panel, key] = [this.state.panel(), this.state.selected()];
    const place = panel && key !== null ? leastInSight(panel, key) : null;
    if (place) this.state.place('shift a strip so that less shows', place.key, () => place);
  }

  protected alternate(): void {
    const panel = this.state.panel();
    if (panel) this.state.lay('rings alternating', ringsAlternating(panel.elements));
  }

  protected facesUp(): void {
    const panel = this.state.panel();
    if (panel) this.state.lay('best faces up', bestFacesUp(panel.elements));
  }
}
