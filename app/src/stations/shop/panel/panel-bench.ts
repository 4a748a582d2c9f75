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
  asLaid,
  barkUp,
  bestFacesUp,
  leastInSight,
  overPlace,
  ringsAlternating,
  sapEdges,
  shiftOf,
  spareOf,
  startOf,
  turnedPlace,
  type PanelElement,
} from '@aldrek/core/floor';
import { toneCss } from '../../../colour/tone';
import { PanelEnds, type StripEnd } from '../../../drawing/panel-ends';
import { Ruler } from '../../../drawing/ruler';
import { scaleNote } from '../../../drawing/scale';
import { widthOf } from '../../../drawing/width-of';
import { WoodFace } from '../../../drawing/wood-face';
import { LengthFigure } from '../../../format/length-figure';
import { bound, Keys } from '../../../keys/keys';
import { FigureField } from '../../../ui/figure-field';
import { FloorView } from '../floor-view';
import { GluePanel } from './glue-panel';
import { PANEL_KEYS } from './panel-keys';
import { PanelFigures } from './panel-figures';
import { PanelState } from './panel-state';

/** Beside the wood, for clamps above and below, px. */
const CLAMP_PX = 26;
/** A strip is not drawn lower than this, px, unless the panel became so many times wider than the screen. */
const STRIP_PX = 30;
const MOST_TIMES_WIDER = 2.5;
const MOST_PX_PER_MM = 1.6;

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
  templateUrl: './panel-bench.html',
  styleUrl: './panel-bench.scss',
})
export class PanelBench {
  readonly projectId = input.required<string>();
  readonly partId = input.required<string>();
  readonly unit = input.required<string>();

  protected readonly state = inject(PanelState);
  private readonly bench = viewChild<ElementRef<HTMLElement>>('bench');
  protected readonly benchPx = widthOf(this.bench, 820);
  protected readonly clampPx = CLAMP_PX;
  /** In height: the figures below it stay in view. */
  private readonly roomPx = Math.max(240, innerHeight - 430);

  /** How far strips stand out over the ends, mm. */
  private readonly overhang = computed(() => {
    const panel = this.state.panel();
    return panel ? Math.max(0, ...panel.elements.map((element) => spareOf(element, panel.part))) : 0;
  });
  protected readonly pxPerMm = computed(() => {
    const panel = this.state.panel();
    const long = (panel?.part.length ?? 1000) + this.overhang();
    const wide = this.state.figures()?.width.comesTo ?? 400;
    const room = (this.benchPx() - 4) / long;
    const fits = Math.min(room, this.roomPx / Math.max(1, wide));
    // Where strips would be too low for a finger the panel is drawn larger, and scrolls.
    const narrowest = Math.min(...(panel?.elements.map(({ size }) => size.width) ?? [100]));
    const touch = Math.min(STRIP_PX / Math.max(1, narrowest), room * MOST_TIMES_WIDER);
    return Math.min(MOST_PX_PER_MM, Math.max(0.05, fits, touch));
  });
  protected readonly scaleNote = computed(() => scaleNote(this.pxPerMm()));
  protected readonly panelPx = computed(
    () => ((this.state.panel()?.part.length ?? 0) + this.overhang()) * this.pxPerMm(),
  );
  /** Beside the panel where there is room, else below it. */
  protected readonly beside = computed(() => this.benchPx() - this.panelPx() - 40 > 300);
  protected readonly endsPx = computed(() =>
    this.beside() ? this.benchPx() - this.panelPx() - 40 : this.benchPx(),
  );
  protected readonly leftPx = computed(() => (this.overhang() / 2) * this.pxPerMm());

  protected readonly rows = computed(() => {
    const panel = this.state.panel();
    if (!panel) return [];
    const scale = this.pxPerMm();
    const laid = panel.by === 'edge' ? panel.elements : panel.elements.slice(0, 1);
    return laid.map((element, i) => {
      const { above, below } = sapEdges(element);
      const height = element.size.width * scale;
      return {
        key: element.key,
        element,
        number: i + 1,
        wood: { ...asLaid(element.wood, element.place), id: element.key, tag: element.name },
        fill: element.wood.tone === undefined ? null : toneCss(element.wood.tone),
        x: this.leftPx() + startOf(element, panel.part) * scale,
        height,
        length: element.wood.length * scale,
        saps: [...(above ? [0] : []), ...(below ? [height - height * 0.08] : [])],
        how: [
          ...(element.place.turned === true ? ['end for end'] : []),
          ...(element.place.over === true ? ['over'] : []),
        ].join(', '),
        spoken: `Strip ${i + 1} of ${panel.elements.length}: ${element.name}, ${Math.round(element.size.width)} wide${spokenPlace(element)}`,
      };
    });
  });
  protected readonly heightPx = computed(() => this.rows().reduce((sum, { height }) => sum + height, 0));

  /** Lines of joints: those of the next stage are solid. */
  protected readonly joints = computed(() => {
    const next = new Set<number>();
    const panel = this.state.panel();
    const keys = panel?.elements.map(({ key }) => key) ?? [];
    for (const { elements } of this.state.plan()?.stages[0]?.assemblies ?? [])
      for (const { key } of elements.slice(0, -1)) next.add(keys.indexOf(key));
    let y = 0;
    return this.rows()
      .slice(0, -1)
      .map((row, i) => ({ y: (y += row.height), next: next.has(i) }));
  });
  protected readonly outline = computed(() => {
    const panel = this.state.panel();
    if (!panel) return null;
    const scale = this.pxPerMm();
    const [width, height] = [panel.part.length * scale, panel.part.width * scale];
    return {
      x: this.leftPx(),
      y: (this.heightPx() - height) / 2,
      width,
      height,
      round: panel.part.shape?.kind === 'round',
    };
  });
  /** Cauls along both edges, as thick as they are to scale. */
  protected readonly cauls = computed(() => {
    const panel = this.state.panel();
    const caul = this.state.caulMm();
    if (!panel || panel.whole || panel.by === 'face' || caul === 0) return [];
    const height = Math.min(CLAMP_PX, caul * this.pxPerMm());
    const width = panel.part.length * this.pxPerMm();
    return [CLAMP_PX - height, CLAMP_PX + this.heightPx()].map((y) => ({
      x: this.leftPx(),
      y,
      width,
      height,
    }));
  });
  protected readonly clamps = computed(() =>
    (this.state.plan()?.clamps.places ?? []).map(({ at, above }) => ({
      x: this.leftPx() + at * this.pxPerMm(),
      above,
    })),
  );
  protected readonly ends = computed((): readonly StripEnd[] =>
    (this.state.panel()?.elements ?? []).map((element) => ({
      key: element.key,
      name: element.name,
      width: element.size.width,
      thickness: element.size.thickness,
      species: element.wood.species,
      fill: element.wood.tone === undefined ? null : toneCss(element.wood.tone),
      grain: element.wood.grain ?? null,
      barkUp: barkUp(element),
    })),
  );
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

function spokenPlace({ place, handId }: PanelElement): string {
  return `${place.turned === true ? ', end for end' : ''}${place.over === true ? ', over' : ''}${handId === null ? ', not sawn yet' : ''}`;
}
