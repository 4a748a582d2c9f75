import { computed, inject, Injectable, signal } from '@angular/core';
import { flatteningOf } from '@aldrek/core/match';
import { partLetter } from '@aldrek/core/project';
import { partsInHand } from '@aldrek/core/shop';
import { pieceWeightKg, type Piece } from '@aldrek/core/wood';
import {
  bestOrder,
  cupOfPanel,
  DEFAULT_LAYING_WEIGHTS,
  extremesOf,
  faultsOf,
  gluedUps,
  gluePlanOf,
  glueStepId,
  jointLooks,
  openNeeds,
  panelWidth,
  ringsOf,
  roomOf,
  type GluedUp,
  type LayingWeights,
  type StripPlace,
} from '@aldrek/core/floor';
import { Clocks } from '../../../clocks/clocks';
import { toneApart } from '../../../colour/tone';
import { FloorActions } from '../../../shop-store/floor-actions';
import { GlueActions } from '../../../shop-store/glue-actions';
import { ShopStore } from '../../../shop-store/shop.store';
import { FloorView } from '../floor-view';

const WEIGHTS_KEY = 'aldrek.laying-weights';
/** Taken for the moisture of wood that nobody has read, %. */
const AIR_DRY_PCT = 12;

export interface PanelAddress {
  readonly projectId: string;
  readonly partId: string;
  readonly unit: number;
}

/** The panel on the bench: its strips as they lie, what that comes to, and its glue-up. */
@Injectable()
export class PanelState {
  private readonly store = inject(ShopStore);
  private readonly floor = inject(FloorView);
  private readonly actions = inject(GlueActions);
  private readonly floorActions = inject(FloorActions);
  private readonly clocks = inject(Clocks);

  readonly address = signal<PanelAddress>({ projectId: '', partId: '', unit: 0 });
  readonly selected = signal<string | null>(null);
  readonly weights = signal<LayingWeights>(storedWeights());
  /** What the search for the best order said. */
  readonly found = signal<string | null>(null);

  private readonly all = computed(() => {
    const { pieces, projects, entries } = this.store.shop();
    return gluedUps({ pieces, projects, parts: partsInHand(entries) }, this.store.machines());
  });
  readonly panel = computed((): GluedUp | null => {
    const { projectId, partId, unit } = this.address();
    return (
      this.all().find((one) => one.project.id === projectId && one.part.id === partId && one.unit === unit) ??
      null
    );
  });
  readonly letter = computed(() => {
    const panel = this.panel();
    return panel ? partLetter(panel.project.parts.indexOf(panel.part)) : '';
  });
  readonly element = computed(
    () => this.panel()?.elements.find(({ key }) => key === this.selected()) ?? null,
  );

  private readonly rules = computed(() => {
    const { machines, workshop, habits } = this.store.shop().settings;
    return { machines, workshop, kerfMm: habits.kerfMm };
  });
  readonly caulMm = computed(() => this.store.workshop().glue.caulMm);
  readonly plan = computed(() => {
    const panel = this.panel();
    return panel && !panel.whole ? gluePlanOf(panel, this.rules()) : null;
  });

  /** Stages with what each still waits for. */
  readonly stages = computed(() => {
    const [panel, plan] = [this.panel(), this.plan()];
    if (!panel || !plan) return [];
    const steps = this.floor.stepById();
    const now = this.clocks.now();
    const parts = this.floor.partById();
    const gluedBy = new Map(panel.elements.map(({ key, handId }) => [key, parts.get(handId ?? '')?.gluedBy]));
    return plan.stages.map((stage) => {
      const step = steps.get(glueStepId(panel, stage)) ?? null;
      const open = step ? openNeeds(step, steps) : [];
      const freeAt = step?.freeAt;
      return {
        stage,
        step,
        waits: open.filter(({ do: deed }) => deed !== 'glue-up').length,
        after: open.some(({ do: deed }) => deed === 'glue-up'),
        early: freeAt === undefined ? null : freeAt === null || freeAt > now ? freeAt : null,
        // Its own strips are out of the clamps, but the clamps are elsewhere.
        clampsInUse:
          step?.waitsFor !== undefined &&
          !(step.glues ?? []).flat().some((key) => gluedBy.get(key) === step.waitsFor),
        held: freeAt !== undefined && (freeAt === null || freeAt > now),
      };
    });
  });

  /** How far the moisture will move from what it is now, %. */
  readonly moisture = computed(() => {
    const panel = this.panel();
    if (!panel) return { now: AIR_DRY_PCT, change: 0, read: false };
    const readings = panel.elements.flatMap(({ wood }) => wood.moisturePct ?? []);
    const now =
      readings.length === 0 ? AIR_DRY_PCT : readings.reduce((sum, one) => sum + one, 0) / readings.length;
    const { brief } = panel.project;
    const { driest, wettest } = extremesOf(roomOf(brief?.room, brief?.outdoors === true));
    const change = Math.max(Math.abs(driest.pct - now), Math.abs(wettest.pct - now));
    return { now, change, read: readings.length > 0 };
  });

  readonly figures = computed(() => {
    const panel = this.panel();
    if (!panel) return null;
    const { elements, part } = panel;
    const looks = jointLooks(elements, toneApart);
    const tones = looks.flatMap(({ tone }) => tone ?? []);
    const flattening = panel.whole ? 0 : flatteningOf(part, this.store.machines());
    const kg = elements.map(({ wood, size }) =>
      pieceWeightKg({
        ...(wood as Piece),
        length: part.length,
        width: size.width,
        thickness: part.thickness,
        findings: [],
      }),
    );
    return {
      tone: tones.length === 0 ? null : Math.max(...tones),
      tonesKnown: tones.length,
      joints: looks.length,
      sapwood: looks.filter(({ sapMeetsHeart }) => sapMeetsHeart).length,
      gap: Math.max(0, ...looks.map(({ gapMm }) => gapMm)),
      faults: faultsOf(panel),
      rings: ringsOf(elements),
      cup: cupOfPanel(elements, this.moisture().change),
      width: panelWidth(panel),
      startFrom: part.thickness + flattening,
      thinnest: Math.min(...elements.map(({ size }) => size.thickness)),
      flattening,
      kg: kg.some((one) => one === null) ? null : kg.reduce<number>((sum, one) => sum + (one ?? 0), 0),
    };
  });

  lay(label: string, strips: readonly StripPlace[]): void {
    const panel = this.panel();
    if (panel) this.actions.lay(label, panel, strips);
  }

  /** One strip in another way. */
  place(label: string, key: string, change: (place: StripPlace) => StripPlace): void {
    const panel = this.panel();
    if (!panel) return;
    this.lay(
      label,
      panel.elements.map((element) => (element.key === key ? change(element.place) : element.place)),
    );
  }

  move(key: string, by: number): void {
    const panel = this.panel();
    if (!panel) return;
    const from = panel.elements.findIndex((element) => element.key === key);
    this.moveTo(from, Math.max(0, Math.min(panel.elements.length - 1, from + by)));
  }

  moveTo(from: number, to: number): void {
    const places = (this.panel()?.elements ?? []).map(({ place }) => place);
    const [moved] = places.splice(from, 1);
    if (!moved || from === to) return;
    places.splice(to, 0, moved);
    this.lay('move a strip', places);
  }

  findBest(): void {
    const panel = this.panel();
    if (!panel) return;
    const best = bestOrder(panel.elements, toneApart, this.weights());
    const round = (value: number): string => String(Math.round(value * 10) / 10);
    if (best.cost >= best.before - 1e-9) {
      this.found.set(
        best.exact
          ? `No order is better: every one of them was tried (${round(best.cost)}).`
          : `Nothing better was found; no order costs less than ${round(best.bound)}.`,
      );
      return;
    }
    this.lay('the best order of strips', best.strips);
    this.found.set(
      best.exact
        ? `From ${round(best.before)} to ${round(best.cost)}: the best of all orders and turns.`
        : `From ${round(best.before)} to ${round(best.cost)}; no order costs less than ${round(best.bound)}.`,
    );
  }

  weigh(change: Partial<LayingWeights>): void {
    const weights = { ...this.weights(), ...change };
    this.weights.set(weights);
    localStorage.setItem(WEIGHTS_KEY, JSON.stringify(weights));
  }

  /** The clamps closed on a stage: the clock starts. False where it can’t be. */
  closeClamps(stepId: string): boolean {
    const step = this.floor.stepById().get(stepId);
    return step !== undefined && this.floorActions.done([step], {}) !== null;
  }

  /** The clock of a stage before is not waited for, in the maker’s words. */
  pass(stepId: string, words: string): void {
    const step = this.floor.stepById().get(stepId);
    if (step) this.floorActions.pass([step], words);
  }
}

function storedWeights(): LayingWeights {
  try {
    const stored = JSON.parse(localStorage.getItem(WEIGHTS_KEY) ?? '{}') as Partial<LayingWeights>;
    return { ...DEFAULT_LAYING_WEIGHTS, ...stored };
  } catch {
    return DEFAULT_LAYING_WEIGHTS;
  }
}
