import { computed, type Signal } from '@angular/core';
import { asLaid, barkUp, sapEdges, spareOf, startOf, type PanelElement } from '@aldrek/core/floor';
import { toneCss } from '../../../colour/tone';
import type { StripEnd } from '../../../drawing/panel-ends';
import { scaleNote } from '../../../drawing/scale';
import type { PanelState } from './panel-state';

/** Beside the wood, for clamps above and below, px. */
const CLAMP_PX = 26;
/** A strip is not drawn lower than this, px, unless the panel became so many times wider than the screen. */
const STRIP_PX = 30;
const MOST_TIMES_WIDER = 2.5;
const MOST_PX_PER_MM = 1.6;

/** Where everything of a panel is drawn on its bench, to one scale: strips, joints, outline, cauls, clamps, ends. */
export class PanelDrawing {
  readonly clampPx = CLAMP_PX;
  /** In height: the figures below it stay in view. */
  private readonly roomPx = Math.max(240, innerHeight - 430);

  constructor(
    private readonly state: PanelState,
    readonly benchPx: Signal<number>,
  ) {}

  /** How far strips stand out over the ends, mm. */
  private readonly overhang = computed(() => {
    const panel = this.state.panel();
    return panel ? Math.max(0, ...panel.elements.map((element) => spareOf(element, panel.part))) : 0;
  });
  readonly pxPerMm = computed(() => {
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
  readonly scaleNote = computed(() => scaleNote(this.pxPerMm()));
  readonly panelPx = computed(
    () => ((this.state.panel()?.part.length ?? 0) + this.overhang()) * this.pxPerMm(),
  );
  /** Beside the panel where there is room, else below it. */
  readonly beside = computed(() => this.benchPx() - this.panelPx() - 40 > 300);
  readonly endsPx = computed(() => (this.beside() ? this.benchPx() - this.panelPx() - 40 : this.benchPx()));
  readonly leftPx = computed(() => (this.overhang() / 2) * this.pxPerMm());

  readonly rows = computed(() => {
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
        figure: figureOf(element, element.wood.length * scale, height),
        saps: [...(above ? [0] : []), ...(below ? [height - height * 0.08] : [])],
        how: [
          ...(element.place.turned === true ? ['end for end'] : []),
          ...(element.place.over === true ? ['over'] : []),
        ].join(', '),
        spoken: `Strip ${i + 1} of ${panel.elements.length}: ${element.name}, ${Math.round(element.size.width)} wide${spokenPlace(element)}`,
      };
    });
  });
  readonly heightPx = computed(() => this.rows().reduce((sum, { height }) => sum + height, 0));

  /** Lines of joints: those of the next stage are solid. */
  readonly joints = computed(() => {
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
  readonly outline = computed(() => {
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
  readonly cauls = computed(() => {
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
  readonly clamps = computed(() =>
    (this.state.plan()?.clamps.places ?? []).map(({ at, above }) => ({
      x: this.leftPx() + at * this.pxPerMm(),
      above,
    })),
  );
  readonly ends = computed((): readonly StripEnd[] =>
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
}

/**
 * The figure of a face: flat-sawn wood shows nested arches that point along the board, and turn with it; quarter-sawn and
 * riven wood shows straight lines. Drawn only where the grain was noted.
 */
function figureOf({ wood, place }: PanelElement, width: number, height: number): string {
  const middle = height / 2;
  switch (wood.grain) {
    case 'flat': {
      const way = place.turned === true ? -1 : 1;
      return [0.42, 0.5, 0.58]
        .map((share, i) => {
          const [tip, reach] = [width * share, height * (0.7 + i * 0.5) * way];
          const half = middle * (0.35 + i * 0.2);
          return `M${tip - reach} ${middle - half}Q${tip + reach * 0.6} ${middle} ${tip - reach} ${middle + half}`;
        })
        .join('');
    }
    case 'quarter':
    case 'riven':
      return [0.25, 0.5, 0.75].map((share) => `M${width * 0.3} ${height * share}H${width * 0.7}`).join('');
    case 'rift':
    case undefined:
    default:
      // Rift-sawn wood has no figure to speak of; of what nobody noted none is known.
      return '';
  }
}

function spokenPlace({ place, handId }: PanelElement): string {
  return `${place.turned === true ? ', end for end' : ''}${place.over === true ? ', over' : ''}${handId === null ? ', not sawn yet' : ''}`;
}
