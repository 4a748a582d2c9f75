/**
 * How the strips of a panel are best laid, and what an order comes to: tone steps and sapwood at the joints, edges that gap,
 * faults in sight, and the cup that its rings would show. mm, % moisture, ΔE.
 */
import type { PartShape } from '../../project/project.ts';
import type { StripPlace } from '../../project/panel-layout.ts';
import type { ToneApart } from '../../project/likeness.ts';
import { showsOn } from '../../stock/finding.ts';
import { speciesById } from '../../timber/species.ts';
import { panelCupMm, type RingsOfPanel } from '../glue/glue-sums.ts';
import { barkUp, panelFaults, sapEdges, type GluedUp, type PanelElement } from './panel.ts';
import { panelOrder, type PanelStrip } from './panel-order.ts';

/** How much each counts: a tone step by ΔE, a joint of sapwood with heartwood, a gap by mm, a fault in sight. */
export interface LayingWeights {
  readonly tone: number;
  readonly sapwood: number;
  readonly gap: number;
}

export const DEFAULT_LAYING_WEIGHTS: LayingWeights = { tone: 1, sapwood: 10, gap: 4 };

/** A strip bent so far along its edge gapes at a joint until it is jointed, mm. */
const crookOf = ({ wood }: PanelElement): number => Math.abs(wood.warp?.crook ?? 0);

const toneStep = (a: PanelElement, b: PanelElement, apart: ToneApart): number | null =>
  a.wood.tone && b.wood.tone ? apart(a.wood.tone, b.wood.tone) : null;

export interface JointLook {
  /** ΔE, or null where one of the tones is not known. */
  readonly tone: number | null;
  readonly sapMeetsHeart: boolean;
  readonly gapMm: number;
}

/** Joint by joint, from the top. */
export const jointLooks = (elements: readonly PanelElement[], apart: ToneApart): JointLook[] =>
  elements.slice(1).map((below, i) => {
    const above = elements[i] as PanelElement;
    return {
      tone: toneStep(above, below, apart),
      sapMeetsHeart: sapEdges(above).below !== sapEdges(below).above,
      gapMm: crookOf(above) + crookOf(below),
    };
  });

/** What an order costs by the weights; a tone that is not known counts nothing. */
export const layingCost = (
  elements: readonly PanelElement[],
  apart: ToneApart,
  { tone, sapwood, gap }: LayingWeights,
): number =>
  jointLooks(elements, apart).reduce(
    (sum, joint) => sum + tone * (joint.tone ?? 0) + (joint.sapMeetsHeart ? sapwood : 0) + gap * joint.gapMm,
    0,
  );

export interface BestOrder {
  readonly strips: readonly StripPlace[];
  readonly cost: number;
  readonly before: number;
  /** No order costs less than this. */
  readonly bound: number;
  readonly exact: boolean;
}

/** The best order that is found; faces stay up as they are, strips are turned end for end. Never worse than as it is. */
export function bestOrder(
  elements: readonly PanelElement[],
  apart: ToneApart,
  weights: LayingWeights,
): BestOrder {
  const strips = elements.map((element): PanelStrip => {
    const { above, below } = sapEdges(element);
    return { id: element.key, left: above ? 'sap' : 'heart', right: below ? 'sap' : 'heart' };
  });
  const steps = elements.map((a) =>
    elements.map(
      (b) => weights.tone * (toneStep(a, b, apart) ?? 0) + weights.gap * (crookOf(a) + crookOf(b)),
    ),
  );
  const { order, cost, bound, exact } = panelOrder(strips, steps, { tone: 1, sapwood: weights.sapwood });
  const byKey = new Map(elements.map((element) => [element.key, element.place]));
  return {
    strips: order.map(({ id, turned }) => {
      const place = byKey.get(id) ?? { key: id };
      return turned ? turnedPlace(place) : place;
    }),
    cost,
    before: layingCost(elements, apart, weights),
    bound,
    exact,
  };
}

/** A strip turned end for end, or back. */
export function turnedPlace(place: StripPlace): StripPlace {
  const { turned, ...rest } = place;
  return turned === true ? rest : { ...rest, turned: true };
}

/** A strip turned over, or back. */
export function overPlace(place: StripPlace): StripPlace {
  const { over, ...rest } = place;
  return over === true ? rest : { ...rest, over: true };
}

/** How the rings lie: in turn, all one way, or neither; unknown where nobody has said which face was toward the bark. */
export function ringsOf(elements: readonly PanelElement[]): RingsOfPanel | 'mixed' | 'unknown' {
  const up = elements.map(barkUp);
  if (up.some((one) => one === null)) return 'unknown';
  if (elements.length < 2) return 'oneWay';
  if (up.slice(1).every((one, i) => one !== up[i])) return 'alternating';
  return up.every((one) => one === up[0]) ? 'oneWay' : 'mixed';
}

/** The strips turned over so that their rings alternate, the first one as it lies; those that nobody knows stay. */
export function ringsAlternating(elements: readonly PanelElement[]): StripPlace[] {
  let before: boolean | null = null;
  return elements.map((element) => {
    const up = barkUp(element);
    if (up === null) return element.place;
    const turn = before !== null && up === before;
    before = turn ? !up : up;
    return turn ? overPlace(element.place) : element.place;
  });
}

/** The strips with the face up on which less shows. */
export const bestFacesUp = (elements: readonly PanelElement[]): StripPlace[] =>
  elements.map(({ wood, place }) => {
    const area = (face: 'A' | 'B'): number =>
      wood.findings
        .filter((finding) => showsOn(finding, face))
        .reduce((sum, { length, width }) => sum + length * width, 0);
    const [a, b] = [area('A'), area('B')];
    if (a === b) return place;
    const up = a < b ? 'A' : 'B';
    return (place.over === true ? 'B' : 'A') === up ? place : overPlace(place);
  });

/** Rings of sawn boards lie about so far from the heart where nobody has measured, mm. */
export const USUAL_RING_RADIUS_MM = 80;

/**
 * What a flat-sawn strip cups when its moisture changes: its rings, r from the heart, open or close by the difference of
 * both shrinkages, so that w across it the middle stands up by (S_T − S_R)/100/30·|ΔMC|·w²/(8r). Quarter-sawn strips hardly
 * cup at all.
 */
export function stripCupMm(
  widthMm: number,
  { radialPct, tangentialPct }: { readonly radialPct: number; readonly tangentialPct: number },
  moistureChangePct: number,
  radiusMm = USUAL_RING_RADIUS_MM,
): number {
  const strain = ((tangentialPct - radialPct) / 100 / 30) * Math.abs(moistureChangePct);
  return (strain * widthMm ** 2) / (8 * radiusMm);
}

/** The cup of the panel as its rings lie, and as they might, mm; null where the species is not known. */
export function cupOfPanel(
  elements: readonly PanelElement[],
  moistureChangePct: number,
): { readonly now: number; readonly alternating: number; readonly oneWay: number } | null {
  const width = elements.reduce((sum, { size }) => sum + size.width, 0);
  const cups = elements.flatMap(({ wood, size }) => {
    const facts = speciesById(wood.species);
    if (!facts) return [];
    const quarter = wood.grain === 'quarter' || wood.grain === 'riven';
    return [{ cup: quarter ? 0 : stripCupMm(size.width, facts, moistureChangePct), width: size.width }];
  });
  if (cups.length < elements.length || cups.length === 0) return null;
  const worst = cups.reduce((most, one) => (one.cup > most.cup ? one : most));
  const alternating = panelCupMm(worst.cup, worst.width, width, 'alternating');
  const oneWay = panelCupMm(worst.cup, worst.width, width, 'oneWay');
  return { now: ringsOf(elements) === 'alternating' ? alternating : oneWay, alternating, oneWay };
}

/** Whether a place of the panel is in it once it is trimmed to length, and to its round. */
function insideOf(
  { part }: Pick<GluedUp, 'part'>,
  widthMm: number,
): (at: {
  readonly x: number;
  readonly y: number;
  readonly length: number;
  readonly width: number;
}) => boolean {
  // What is over in width comes off both edges.
  const edge = Math.max(0, (widthMm - part.width) / 2);
  return ({ x, y, length, width }) => {
    const [left, right] = [Math.max(0, x), Math.min(part.length, x + length)];
    const [top, low] = [Math.max(0, y - edge), Math.min(part.width, y - edge + width)];
    if (right - left <= 0 || low - top <= 0) return false;
    return !isRound(part.shape) || touchesRound({ left, right, top, low }, part);
  };
}

const isRound = (shape: PartShape | undefined): boolean => shape?.kind === 'round';

/** Whether the nearest point of a rectangle to the middle lies in the ellipse. */
function touchesRound(
  { left, right, top, low }: { left: number; right: number; top: number; low: number },
  { length, width }: { readonly length: number; readonly width: number },
): boolean {
  const nearest = (from: number, to: number, middle: number): number =>
    Math.max(from, Math.min(to, middle)) - middle;
  const dx = nearest(left, right, length / 2) / (length / 2);
  const dy = nearest(top, low, width / 2) / (width / 2);
  return dx ** 2 + dy ** 2 < 1;
}

/** Faults in sight, on the underside and cut away, as the strips lie. */
export function faultsOf(panel: GluedUp): {
  readonly shows: number;
  readonly underside: number;
  readonly outside: number;
} {
  const width = panel.elements.reduce((sum, { size }) => sum + size.width, 0);
  const all = panelFaults(panel, insideOf(panel, width));
  const count = (place: string): number => all.filter((fault) => fault.place === place).length;
  return { shows: count('shows'), underside: count('underside'), outside: count('outside') };
}

/** The shift of a strip, among as it is and its ends, at which least shows; the strip is left where nothing is gained. */
export function leastInSight(panel: GluedUp, key: string): StripPlace | null {
  const index = panel.elements.findIndex((element) => element.key === key);
  const element = panel.elements[index];
  if (!element) return null;
  const width = panel.elements.reduce((sum, { size }) => sum + size.width, 0);
  const inside = insideOf(panel, width);
  const most = Math.max(0, element.size.length - panel.part.length) / 2;
  const shown = (place: StripPlace): number => {
    const elements = panel.elements.map((one, i) => (i === index ? { ...one, place } : one));
    return panelFaults({ ...panel, elements }, inside).filter((fault) => fault.place === 'shows').length;
  };
  const places = [
    element.place,
    ...[-most, most].map((shiftMm): StripPlace => ({ ...element.place, shiftMm })),
  ];
  return places.reduce((best, one) => (shown(one) < shown(best) ? one : best));
}
