/**
 * Where a brief and the sizes, the weight or the wood of a project are at odds. Lengths in mm, weights in kg. They
 * inform; local rules, labels and a competent person decide.
 */
import { flattenWay, type Machines } from '../yield/machines.ts';
import { drawDesign, type Design } from './designs/design.ts';
import type { Sizes } from './designs/formula.ts';
import { roughSize, SOLID, type Brief, type Part } from './project.ts';

/** A door is taken to be so high where only its width is told. */
const DOOR_HEIGHT_MM = 1980;

/**
 * The longest thing, `deep` across in plan, that goes flat round a right-angled turn of a passage `wide` on both
 * sides: it just clears at 45°, where the passage is 2·√2·wide across, less the thing's depth on either side.
 */
export const longestRoundTurn = (wide: number, deep: number): number =>
  Math.max(0, 2 * Math.SQRT2 * wide - 2 * deep);

export interface OuterSize {
  /** Across the elevation, its height, and its depth where the design has one. */
  readonly width: number;
  readonly height: number;
  readonly depth: number | null;
  /** Free under the lowest member that does not stand on the floor. */
  readonly under: number;
}

const FLOOR = 0.5;

/** The whole thing as its elevation shows it. */
export function outerSize(design: Design, sizes: Sizes): OuterSize | null {
  const boxes = drawDesign(design, sizes);
  if (boxes.length === 0) return null;
  const left = Math.min(...boxes.map(({ x }) => x));
  const right = Math.max(...boxes.map(({ x, width }) => x + width));
  const width = right - left;
  // What stands on the floor and is as long as half of the thing leaves nothing free under it.
  const free = boxes.map((box) => (box.y <= FLOOR ? (box.width > width / 2 ? 0 : Infinity) : box.y));
  const under = Math.min(...free);
  return {
    width,
    height: Math.max(...boxes.map(({ y, height }) => y + height)),
    depth: sizes['D'] ?? design.sizes.find(({ key }) => key === 'D')?.usual ?? null,
    under: Number.isFinite(under) ? under : 0,
  };
}

/** Its edges from the shortest to the longest. */
const sorted = (edges: readonly number[]): [number, number, number] => {
  const [a = 0, b = 0, c = 0] = [...edges].sort((p, q) => p - q);
  return [a, b, c];
};

const throughDoor = ([a, b]: readonly [number, number, number], wide: number): boolean =>
  a <= wide && b <= DOOR_HEIGHT_MM;
const roundTurn = ([a, , c]: readonly [number, number, number], wide: number): boolean =>
  a <= wide && c <= longestRoundTurn(wide, a);

/** Limits of the way in, the stairs, what stands beneath, and what two can carry. */
export function sizeLimits(
  brief: Brief,
  parts: readonly Part[],
  outer: OuterSize | null,
  weightKg: number,
  size: (mm: number) => string,
): string[] {
  const notes: string[] = [];
  const whole = outer && outer.depth !== null ? sorted([outer.width, outer.height, outer.depth]) : null;
  const check = (
    wide: number | undefined,
    passes: (edges: readonly [number, number, number], wide: number) => boolean,
    where: string,
  ): void => {
    if (wide === undefined) return;
    const stuck = parts.find((part) => !passes(sorted([part.length, part.width, part.thickness]), wide));
    if (stuck)
      notes.push(
        `${stuck.name} alone does not go ${where} of ${size(wide)}: make it in parts that do, and join them there.`,
      );
    else if (whole && !passes(whole, wide))
      notes.push(`Assembled it does not go ${where} of ${size(wide)}: put it together where it will live.`);
  };
  check(brief.doorwayMm, throughDoor, 'through a way in');
  check(brief.stairsMm, roundTurn, 'round a turn of the stairs');
  if (brief.clearanceMm !== undefined && outer && outer.under < brief.clearanceMm)
    notes.push(
      `Only ${size(outer.under)} stays free under it; ${size(brief.clearanceMm)} is asked for: raise it, or leave out the lowest rail.`,
    );
  if (brief.clearanceMm !== undefined && !outer)
    notes.push(
      `${size(brief.clearanceMm)} is to stay free under it: without a design its height is not known here, so measure.`,
    );
  if (brief.carryKg !== undefined && weightKg > brief.carryKg)
    notes.push(
      `The parts weigh about ${weightKg.toFixed(0)} kg, more than two are to carry: bring it in parts.`,
    );
  return notes;
}

/** What is said of a thing for children, whatever wood it is of. */
export const CHILDREN_NOTE =
  'For children, and wherever it bears people: graded timber and a competent person decide, not this program.';

/** How the shop's machines meet the parts: what has to be done another way. Sizes rough, mm. */
export function machineLimits(
  parts: readonly Part[],
  machines: Machines,
  size: (mm: number) => string,
): string[] {
  const notes: string[] = [];
  for (const part of parts) {
    const { make = SOLID } = part;
    const { length, width } = roughSize(part);
    const planer = machines.planerWidthMm;
    if (machines.handTools) continue;
    if (make.kind === 'panel') {
      if (planer !== null && part.width > planer - PLANER_ROOM_MM)
        notes.push(
          `${part.name} is wider than the planer takes (${size(planer)}): glue it in sub-panels up to ${size(planer - PLANER_ROOM_MM)}, plane those, then glue the last joints; or flatten it by sled or hand.`,
        );
    } else {
      const way = flattenWay({ width }, machines);
      if (way === null)
        notes.push(
          `${part.name}, ${size(width)} wide, can’t be flattened here: no planer so wide, no sled, no hand planes. Make it a panel of strips, or change “How this shop works”.`,
        );
      else if (way === 'sled')
        notes.push(
          planer === null
            ? `${part.name}: there is no planer, so it is flattened with the router on a sled.`
            : `${part.name} is wider than the planer takes (${size(planer)}): a sled, or halve it, plane, and glue it again.`,
        );
    }
    if (planer !== null && length < machines.planerLeastLengthMm)
      notes.push(
        `${part.name} is shorter than the planer takes safely (${size(machines.planerLeastLengthMm)}): mill ${Math.ceil(machines.planerLeastLengthMm / part.length)} of them as one blank.`,
      );
  }
  return notes;
}

/** A panel must go through the planer with a little room beside it, mm. */
const PLANER_ROOM_MM = 5;
