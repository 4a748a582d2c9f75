/** Where waste may go, answered by the wood it came from, and what is kept from landfill. */
import { hazardRule, rulingOn, type Ruling, type Use } from '../hazards/hazard.ts';
import type { HazardKind } from '../stock/hazard-kind.ts';
import { speciesById } from '../timber/species.ts';
import { densityAt } from '../timber/weight.ts';
import { pieceWeightKg, type Piece } from '../stock/piece.ts';
import { partsInHand, WASTE_USES, type Entry, type WasteUse } from './entry.ts';

export const WASTE_USE_NAMES: Readonly<Record<WasteUse, string>> = {
  bedding: 'bedding',
  mulch: 'mulch',
  firelighters: 'firelighters',
  stove: 'stove',
  tip: 'tip',
};

const ASKED: Readonly<Record<WasteUse, Use | null>> = {
  bedding: 'bedding',
  mulch: 'bedding',
  firelighters: 'burning',
  stove: 'burning',
  tip: null,
};

export interface WasteAnswer {
  readonly use: WasteUse;
  /** Null: nothing known speaks against it. */
  readonly ruling: Ruling | null;
  /** In words, with who decides. */
  readonly why: string;
}

/** Whether waste of wood with these hazards may go each way. The strictest hazard answers. */
export function wasteAnswers(hazards: readonly HazardKind[]): WasteAnswer[] {
  return WASTE_USES.map((use) => {
    // What must not be burnt must not lie with plain wood at the tip either.
    const verdict = rulingOn(hazards, ASKED[use] ?? 'burning');
    const [kind] = verdict?.because ?? [];
    if (verdict === null || kind === undefined) {
      const why =
        use === 'tip' ? 'Sorted as your locality says.' : 'Nothing known of this wood speaks against it.';
      return { use, ruling: null, why };
    }
    const { name, reason, whoDecides } = hazardRule(kind);
    return ASKED[use] === null
      ? { use, ruling: 'ask', why: `${name}: sorted apart from plain wood. ${whoDecides}` }
      : { use, ruling: verdict.ruling, why: `${name}: ${reason} ${whoDecides}` };
  });
}

/** The wood that an entry lost something of. */
const woodOf = ({ took }: Pick<Entry, 'took'>): readonly Piece[] => [
  ...took.pieces,
  ...took.parts.map(({ wood }) => wood),
];

export const hazardsIn = (entry: Pick<Entry, 'took'>): readonly HazardKind[] => [
  ...new Set(woodOf(entry).flatMap(({ hazards = [] }) => hazards)),
];

/** The same entry with where its waste went; null takes it back. */
export function wasteGoes(entry: Entry, use: WasteUse | null): Entry {
  const { wasteTo: _, ...rest } = entry;
  return use === null ? rest : { ...rest, wasteTo: use };
}

/** Weight of what was lost, kg; null where no species is known. */
export function wasteKg(entry: Entry): number | null {
  const [wood] = woodOf(entry);
  const facts = wood && speciesById(wood.species);
  if (!wood || !facts) return null;
  return (entry.lost.wasteM3 + entry.lost.kerfM3) * densityAt(facts.densityKgM3, wood.moisturePct ?? 12);
}

/** Weight of what became parts and offcuts, kg, and of how much it is not known. */
export function keptFromLandfill(
  entries: readonly Entry[],
  onRack: readonly Piece[],
): { readonly kg: number; readonly unknown: number } {
  const made = new Set(
    entries.flatMap(({ kind, gave }) => (kind === 'broken-down' ? [] : gave.pieces.map(({ id }) => id))),
  );
  const kept = [...partsInHand(entries).map(({ wood }) => wood), ...onRack.filter(({ id }) => made.has(id))];
  const weights = kept.map(pieceWeightKg);
  return {
    kg: weights.reduce<number>((sum, kg) => sum + (kg ?? 0), 0),
    unknown: weights.filter((kg) => kg === null).length,
  };
}
