/**
 * What is missing of a project in hand, as a project of its own to be matched around what is sawn and planned: copies that
 * are missing whole, and of a panel or a lamination that is there in part just the strips or layers that it lacks.
 */
import { strayUnit } from '../project/sawn.ts';
import { SOLID, type Part, type PlannedCut, type Project } from '../project/project.ts';
import type { SpeciesId } from '../timber/species.ts';
import type { Machines } from '../yield/machines.ts';
import { flatteningOf } from './project-instance.ts';

/** What wood a strip or layer is of, that is sawn or planned; undefined where it is not known. */
type SpeciesOfCut = (cut: PlannedCut) => SpeciesId | undefined;

/** Null where nothing is missing. Joints take `machines.jointingMm` off each edge. */
export function restOf(
  project: Project,
  machines: Machines,
  speciesOf: SpeciesOfCut = () => undefined,
): Project | null {
  const { plan } = project;
  if (!plan || plan.missing.length === 0) return null;
  const short = new Map(plan.missing.map((entry) => [entry.partId, entry.short]));
  const { plan: _plan, putBy: _aside, locks: _locks, together: _together, ...rest } = project;
  const there = [...plan.cuts, ...(plan.sawn ?? [])];
  return {
    ...rest,
    parts: project.parts.flatMap((part) => {
      const qty = short.get(part.id);
      if (qty === undefined) return [];
      const own = new Map<number, PlannedCut[]>();
      for (const cut of there)
        if (cut.partId === part.id) own.set(cut.unit, [...(own.get(cut.unit) ?? []), cut]);
      const lacking = [...own].flatMap(([unit, cuts]) => lackOf(part, unit, cuts, machines, speciesOf) ?? []);
      const whole = qty - lacking.length;
      return [...(whole > 0 ? [{ ...part, qty: whole }] : []), ...lacking];
    }),
    // What the plan cuts already is spoken for.
    excluded: [...new Set([...(project.excluded ?? []), ...plan.cuts.map(({ pieceId }) => pieceId)])],
  };
}

/** Of a copy that is there in part: what it lacks, of the wood of the rest; null where it lacks nothing. */
function lackOf(
  part: Part,
  unit: number,
  there: readonly PlannedCut[],
  machines: Machines,
  speciesOf: SpeciesOfCut,
): Part | null {
  const { make = SOLID } = part;
  const id = strayUnit(part.id, unit);
  const found = there.flatMap((cut) => speciesOf(cut) ?? []);
  const { shape: _round, ...rest } = part;
  const wood = { species: found.length === 0 ? part.species : [...new Set(found)] };
  switch (make.kind) {
    case 'solid':
      return null;
    case 'panel': {
      const have = there.reduce((sum, { width }) => sum + width, 0);
      const width = part.width - have;
      if (width <= 0.1) return null;
      // Every strip that is there is jointed to another.
      const joints = there.length * 2 * machines.jointingMm;
      return {
        ...rest,
        ...wood,
        id,
        qty: 1,
        width: width + joints,
        make: { ...make, leastStripMm: Math.min(make.leastStripMm, width + joints) },
        // One strip alone asks for none; this one is flattened with its panel.
        flatteningMm: flatteningOf(part, machines),
      };
    }
    case 'laminated': {
      const qty = make.layers - there.length;
      if (qty <= 0) return null;
      const thickness = (part.thickness + flatteningOf(part, machines)) / make.layers;
      const { group: _group, leastThicknessMm: _least, flatteningMm: _flat, ...layer } = part;
      return { ...layer, ...wood, id, qty, thickness, make: SOLID };
    }
  }
}
