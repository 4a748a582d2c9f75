/** Ways out by other wood: a species of like tone, a lower grade, findings that may stay. */
import { GRADE_NAMES, type Grade } from '../../stock/grade.ts';
import { findingKindFacts, type Finding, type FindingKind } from '../../stock/finding.ts';
import type { Tone } from '../../stock/inspection.ts';
import type { Piece } from '../../stock/piece.ts';
import { speciesById, speciesName, UNKNOWN_SPECIES, type SpeciesId } from '../../timber/species.ts';
import type { ToneApart } from '../likeness.ts';
import type { Part, Project } from '../project.ts';
import { replaced, way, type WayOut, type WaysContext } from './way.ts';

/** Findings offered one by one for each part. */
const MOST_FINDINGS = 3;
const LOWER: Readonly<Partial<Record<Grade, Grade>>> = {
  clear: 'one-face',
  'one-face': 'character',
  character: 'hidden',
};

export function otherWood(project: Project, part: Part, context: WaysContext): WayOut[] {
  const ways: WayOut[] = [];
  const { species } = part;
  if (species !== 'any') {
    for (const other of alikeSpecies(species, context.pieces, context.toneApart).slice(0, 2)) {
      ways.push(
        way(
          'species',
          part,
          `Take ${speciesName(other.id)} as well for ${part.name}`,
          other.about,
          replaced(project, part, [{ ...part, species: [...species, other.id] }]),
          context,
          { id: `species ${other.id} ${part.id}` },
        ),
      );
    }
  }
  const lower = LOWER[part.grade];
  if (lower) {
    ways.push(
      way(
        'grade',
        part,
        `Take ${GRADE_NAMES[lower]} wood for ${part.name}`,
        lower === 'hidden' ? 'Only where it can’t be seen.' : 'What the grade lets stay will be seen.',
        replaced(project, part, [{ ...part, grade: lower }]),
        context,
      ),
    );
  }
  const kinds: readonly FindingKind[] = ['check', 'split', 'loose-knot'];
  let found = 0;
  const pieces = context.pieces.map((piece) => {
    if (species !== 'any' && !species.includes(piece.species)) return piece;
    const findings = piece.findings.map((finding): Finding => {
      if (!kinds.includes(finding.kind) || finding.fate !== undefined || finding.fix !== undefined)
        return finding;
      found++;
      return { ...finding, fate: 'stabilise' };
    });
    return { ...piece, findings };
  });
  if (found > 0) {
    const names = kinds.map((kind) => findingKindFacts(kind).name).join(', ');
    ways.push(
      way(
        'stabilise',
        part,
        `Stabilise ${found} findings (${names}) in place of cutting them out`,
        'Resin or butterfly keys, and the hours they take; not for what bears a load.',
        project,
        context,
        { id: 'stabilise', pieces },
      ),
    );
  }
  return [...ways, ...letStay(project, part, context)];
}

/** One finding at a time: what a piece would give if it might stay. */
function letStay(project: Project, part: Part, context: WaysContext): WayOut[] {
  return (context.inTheWay.get(part.id) ?? []).slice(0, MOST_FINDINGS).map(({ piece, finding, fate }) => {
    const { name } = findingKindFacts(finding.kind);
    const where = `${name} at ${context.size(finding.x)} in ${piece.tag}`;
    return way(
      'let-it-stay',
      part,
      fate === 'keep' ? `Let the ${where} stay` : `Stabilise the ${where}`,
      fate === 'keep'
        ? 'It will be seen; look at it first.'
        : 'Resin or a butterfly key, and an hour; not for what bears a load.',
      project,
      context,
      {
        id: `let-it-stay ${part.id} ${piece.id} ${finding.id}`,
        pieces: context.pieces.map((one) =>
          one.id === piece.id
            ? { ...one, findings: one.findings.map((f) => (f.id === finding.id ? { ...f, fate } : f)) }
            : one,
        ),
      },
    );
  });
}

/** Species on the rack that come nearest in tone, or in weight and hardness where no tone is known. */
function alikeSpecies(
  wanted: readonly SpeciesId[],
  pieces: readonly Piece[],
  toneApart: ToneApart,
): { id: SpeciesId; about: string }[] {
  const first = speciesById(wanted[0] ?? '');
  const toneOf = (id: SpeciesId): Tone | null => {
    const tones = pieces.flatMap((piece) => (piece.species === id && piece.tone ? [piece.tone] : []));
    if (tones.length === 0) return null;
    const mean = (pick: (tone: (typeof tones)[number]) => number): number =>
      tones.reduce((sum, tone) => sum + pick(tone), 0) / tones.length;
    return {
      l: mean(({ l }) => l),
      a: mean(({ a }) => a),
      b: mean(({ b }) => b),
      spread: mean(({ spread }) => spread),
      samples: tones.length,
    };
  };
  const tone = toneOf(wanted[0] ?? '');
  return [...new Set(pieces.map(({ species }) => species))]
    .filter((id) => id !== UNKNOWN_SPECIES && !wanted.includes(id))
    .map((id) => {
      const other = speciesById(id);
      const theirs = toneOf(id);
      const apart = tone && theirs ? toneApart(tone, theirs) : null;
      const unlike = first && other ? Math.abs(first.densityKgM3 - other.densityKgM3) / 20 : 40;
      const about =
        apart === null
          ? 'No tone on record to compare; by weight and hardness the nearest.'
          : `Tone differs by ΔE ${apart.toFixed(0)}; below about 5 one hardly sees it.`;
      return { id, about, rank: apart ?? unlike };
    })
    .sort((a, b) => a.rank - b.rank);
}
