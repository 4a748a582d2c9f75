/**
 * How a thing moves with the seasons: each part across its grain, and what that does to its joints — slots, clearances, and
 * glue lines across the grain with what they would have to hold. Source of the limits: usual figures of the trade. mm, %.
 */
import type { Grain } from '../../stock/inspection.ts';
import { movementMm, FIBRE_SATURATION_PCT } from '../../timber/movement.ts';
import { greenSizeMm, slotLengthMm } from '../../timber/sizes-to-come.ts';
import { speciesById, type SpeciesId } from '../../timber/species.ts';
import type { Part } from '../project.ts';
import { JOINT_FACTS } from './joint-facts.ts';
import { mm, of, type CheckLevel, type JointAsked } from './joint.ts';

/** The wood of a part as far as it moves. */
export interface PartWood {
  readonly species: SpeciesId;
  readonly grain: Grain | null;
  /** % of dry mass; null where nobody has read it. */
  readonly moisturePct: number | null;
}

/** What is taken for the moisture of wood that nobody has read, %: air-dry. */
const UNREAD_MOISTURE_PCT = 12;

/** The wood that most of a part is of, and the mean of its readings. */
export function woodOfPart(
  woods: readonly {
    readonly species: SpeciesId;
    readonly grain?: Grain | undefined;
    readonly moisturePct?: number | undefined;
  }[],
): PartWood | null {
  const [first] = woods;
  if (!first) return null;
  const most = <T>(all: readonly T[]): T =>
    all.reduce((best, one) =>
      all.filter((other) => other === one).length > all.filter((other) => other === best).length ? one : best,
    );
  const readings = woods.flatMap(({ moisturePct }) => moisturePct ?? []);
  return {
    species: most(woods.map(({ species }) => species)),
    grain: most(woods.map(({ grain }) => grain ?? null)),
    moisturePct: readings.length === 0 ? null : readings.reduce((sum, one) => sum + one, 0) / readings.length,
  };
}

/** Shrinkage across the width of a board, %: radial for quarter-sawn and riven, tangential for flat-sawn, their mean for rift. */
export function shrinkageAcross({ species, grain }: Pick<PartWood, 'species' | 'grain'>): number | null {
  const facts = speciesById(species);
  if (!facts) return null;
  const { radialPct, tangentialPct } = facts;
  switch (grain) {
    case 'quarter':
    case 'riven':
      return radialPct;
    case 'rift':
      return (radialPct + tangentialPct) / 2;
    case 'flat':
    case null:
      return tangentialPct;
  }
}

export interface Moistures {
  readonly driest: number;
  readonly wettest: number;
}

export interface PartMovement {
  readonly shrinkagePct: number;
  readonly nowPct: number;
  /** Whether the moisture was read, or taken for air-dry. */
  readonly read: boolean;
  /** Change of the width from now on: below zero it shrinks. */
  readonly dryMm: number;
  readonly wetMm: number;
  /** Room at each side that a panel needs in a groove, so that it never binds. */
  readonly clearanceMm: number;
  /** For stock wetter than it will ever be again: what to cut it to, so that it comes to its size. */
  readonly greenWidthMm: number | null;
}

/** How the width of a part moves; null where its species is not known. */
export function partMovement(
  part: Pick<Part, 'width'>,
  wood: PartWood | null,
  { driest, wettest }: Moistures,
): PartMovement | null {
  const shrinkagePct = wood && shrinkageAcross(wood);
  if (wood === null || shrinkagePct === null) return null;
  const nowPct = wood.moisturePct ?? UNREAD_MOISTURE_PCT;
  const wetMm = movementMm(part.width, shrinkagePct, nowPct, wettest);
  const green = nowPct > wettest + 3;
  return {
    shrinkagePct,
    nowPct,
    read: wood.moisturePct !== null,
    dryMm: movementMm(part.width, shrinkagePct, nowPct, driest),
    wetMm,
    clearanceMm: Math.ceil(Math.max(0, wetMm) / 2) + 1,
    greenWidthMm: green
      ? greenSizeMm(part.width, shrinkagePct, Math.min(nowPct, FIBRE_SATURATION_PCT), (driest + wettest) / 2)
      : null,
  };
}

/** What crosses at a joint: which part’s wood is held, and over how much of its width. */
export interface Crossing {
  readonly moving: 'a' | 'b';
  readonly heldMm: number;
}

/**
 * Whether grain crosses where parts lie on each other: a batten as long as the other is wide lies across it. The maker may
 * know better.
 */
export function crossingOf(asked: JointAsked): Crossing | null {
  const { joint, a, b } = asked;
  if (joint.crossing === false) return null;
  if (joint.at !== 'along') {
    const heldMm = JOINT_FACTS[joint.kind].held(asked);
    return heldMm > 0 ? { moving: 'a', heldMm } : null;
  }
  const widthB = b.width * (b.qty > 1 ? b.qty : 1);
  const apart = (one: number, other: number): number => Math.abs(Math.log(one / other));
  const ways: readonly (readonly [Crossing | null, number])[] = [
    // Side by side, along the grain of both.
    [null, apart(a.length, b.length)],
    [{ moving: 'b', heldMm: Math.min(a.length, b.width) }, apart(a.length, widthB)],
    [{ moving: 'a', heldMm: Math.min(b.length, a.width) }, apart(b.length, a.width)],
  ];
  const [best] = [...ways].sort((p, q) => p[1] - q[1])[0] as readonly [Crossing | null, number];
  if (best !== null || joint.crossing !== true) return best;
  return ([ways[1], ways[2]] as (typeof ways)[number][]).sort((p, q) => p[1] - q[1])[0]?.[0] ?? null;
}

interface Slot {
  readonly name: string;
  /** From the line that is fixed. */
  readonly fromFixedMm: number;
  readonly lengthMm: number;
}

export interface JointMovement {
  readonly crossing: Crossing | null;
  /** The most that it moves either way from now on; null where the species is not known. */
  readonly changeMm: number | null;
  readonly level: CheckLevel;
  readonly words: string;
  /** Slots and holes that let it move, where it has them. */
  readonly slots: readonly Slot[];
}

/** As wide as this, glue across the grain holds. */
const HELD_FINE_MM = 75;
const CHANGE_FINE_MM = 0.5;
const CHANGE_CAUTION_MM = 1.5;

/** Whether the joint is slotted where grain crosses. */
const isSlotted = ({ joint, sizes }: JointAsked): boolean =>
  joint.kind === 'breadboard' ? of(sizes, 'all') === 0 : joint.kind === 'bracket' || of(sizes, 'slots') > 0;

/** What the seasons do to a joint; `wood` is of the part whose width is held. */
export function jointMovement(
  asked: JointAsked,
  woods: { readonly a: PartWood | null; readonly b: PartWood | null },
  { driest, wettest }: Moistures,
): JointMovement {
  const { joint, a, b } = asked;
  const across =
    joint.kind === 'breadboard' ? ({ moving: 'a', heldMm: a.width } as const) : crossingOf(asked);
  if (across === null)
    return {
      crossing: null,
      changeMm: 0,
      level: 'note',
      words: 'grain runs alike, or nothing is held across it',
      slots: [],
    };
  const wood = woods[across.moving];
  const part = across.moving === 'a' ? a : b;
  const shrinkage = wood && shrinkageAcross(wood);
  if (wood === null || shrinkage === null) {
    const fine = across.heldMm <= HELD_FINE_MM;
    return {
      crossing: across,
      changeMm: null,
      level: fine ? 'note' : 'caution',
      words: fine
        ? `${mm(across.heldMm)} across the grain hold in any wood`
        : `${mm(across.heldMm)} across the grain of ${part.name}: how much it moves is not known before its species is`,
      slots: [],
    };
  }
  const nowPct = wood.moisturePct ?? UNREAD_MOISTURE_PCT;
  const changes = [driest, wettest].map((pct) => Math.abs(movementMm(across.heldMm, shrinkage, nowPct, pct)));
  const changeMm = Math.max(...changes);
  const later = changes[0] === changeMm ? driest : wettest;
  if (isSlotted(asked))
    return {
      crossing: across,
      changeMm,
      level: 'note',
      words: `free to move ${mm(changeMm)}: the middle is fixed`,
      slots: slotsOf(asked, across, { shrinkage, nowPct, later }),
    };
  const moves = `${part.name} moves ${mm(changeMm)} over the ${mm(across.heldMm)} that are held`;
  if (across.heldMm <= HELD_FINE_MM || changeMm < CHANGE_FINE_MM)
    return { crossing: across, changeMm, level: 'note', words: `${moves}: glue takes that`, slots: [] };
  if (changeMm <= CHANGE_CAUTION_MM)
    return {
      crossing: across,
      changeMm,
      level: 'caution',
      words: `${moves}: it may show, or creak`,
      slots: [],
    };
  const cure =
    joint.kind === 'breadboard'
      ? 'glue the middle only and slot the outer pegs; some glue all of it and get away with it'
      : 'slots, brackets, or a narrower joint';
  return {
    crossing: across,
    changeMm,
    level: 'error',
    words: `${moves}: it splits, or breaks the joint. ${cure}`,
    slots: [],
  };
}

function slotsOf(
  { joint, sizes }: JointAsked,
  { heldMm }: Crossing,
  {
    shrinkage,
    nowPct,
    later,
  }: { readonly shrinkage: number; readonly nowPct: number; readonly later: number },
): Slot[] {
  const [n, shank, what] =
    joint.kind === 'breadboard'
      ? [of(sizes, 'n'), of(sizes, 'peg'), 'peg']
      : [
          Math.max(2, Math.round(of(sizes, 'n'))),
          of(sizes, 'd') || 4,
          joint.kind === 'bracket' ? 'screw' : joint.kind,
        ];
  const inset = joint.kind === 'breadboard' ? Math.min(40, heldMm / 6) : Math.min(30, heldMm / 8);
  const places =
    n === 1
      ? [0]
      : Array.from({ length: n }, (_, i) => -heldMm / 2 + inset + ((heldMm - 2 * inset) * i) / (n - 1));
  const middle = places.reduce((best, y) => (Math.abs(y) < Math.abs(best) ? y : best), places[0] ?? 0);
  return places.map((y, i) => ({
    name: `${what} ${i + 1}`,
    fromFixedMm: Math.round(Math.abs(y - middle) * 10) / 10,
    lengthMm:
      y === middle ? shank : Math.round(slotLengthMm(shank, y - middle, shrinkage, nowPct, later) * 10) / 10,
  }));
}
