/**
 * Ways out of a shortage, as changes of the project or the rack: none is judged here, each is tried by the
 * engine afterwards. All sizes in mm.
 */
import { GRADE_NAMES, type Grade } from '../stock/grade.ts';
import { findingKindFacts, type Finding, type FindingKind } from '../stock/finding.ts';
import type { Piece } from '../stock/piece.ts';
import { guessedPricePerM3 } from '../timber/new-prices.ts';
import { speciesById, speciesName, UNKNOWN_SPECIES, type SpeciesId } from '../timber/species.ts';
import type { Tone } from '../stock/inspection.ts';
import type { ToneApart } from './likeness.ts';
import { SOLID, type Part, type Project } from './project.ts';

export type WayKind =
  | 'laminate'
  | 'strips'
  | 'narrower-strips'
  | 'splice'
  | 'l-shaped'
  | 'wider-gaps'
  | 'species'
  | 'grade'
  | 'stabilise'
  | 'shorter'
  | 'narrower'
  | 'thinner'
  | 'buy';

export interface WayOut {
  readonly id: string;
  readonly kind: WayKind;
  /** The part that it is meant to help. */
  readonly partId: string;
  /** What is done, in one line. */
  readonly title: string;
  /** What it asks of the work, or of the eye. */
  readonly price: string;
  readonly project: Project;
  /** The rack, where the way changes it. */
  readonly pieces: readonly Piece[];
  readonly joints: number;
  /** What is to be bought, in the shop's currency; a guess where nobody set a price. */
  readonly money: number;
}

export interface WaysContext {
  readonly pieces: readonly Piece[];
  /** Longest clear stretch left at the part's width, mm, by part. */
  readonly longestLeft: ReadonlyMap<string, number>;
  /** Greatest thickness that any piece of the species comes out at, by part. */
  readonly thickest: ReadonlyMap<string, number>;
  readonly endTrimMm: number;
  readonly pricesPerM3: Readonly<Record<SpeciesId, number>>;
  readonly size: (mm: number) => string;
  readonly newId: () => string;
  /** How far apart two tones are to the eye, ΔE. */
  readonly toneApart: ToneApart;
}

const LOWER: Readonly<Partial<Record<Grade, Grade>>> = {
  clear: 'one-face',
  'one-face': 'character',
  character: 'hidden',
};
/** Layers thinner than this twist as they are glued. */
const LEAST_LAYER_MM = 8;
const SCARF = 8;
/** Boards of an L-shaped leg. */
const L_BOARD_MM = 20;

/** All ways worth trying for the parts that are short, by how many each. */
export function waysOut(
  project: Project,
  short: ReadonlyMap<string, number>,
  context: WaysContext,
): WayOut[] {
  const parts = project.parts.filter((part) => short.has(part.id));
  return parts.flatMap((part) => [
    ...glued(project, part, context),
    ...otherShape(project, part, context),
    ...otherWood(project, part, context),
    ...smaller(project, part, context),
    buy(project, part, short.get(part.id) ?? 1, context),
  ]);
}

const replaced = (project: Project, part: Part, by: readonly Part[]): Project => ({
  ...project,
  parts: project.parts.flatMap((other) => (other.id === part.id ? by : [other])),
});

function way(
  kind: WayKind,
  part: Part,
  title: string,
  price: string,
  project: Project,
  context: WaysContext,
  more: Partial<WayOut> = {},
): WayOut {
  return {
    id: `${kind} ${part.id}`,
    kind,
    partId: part.id,
    title,
    price,
    project,
    pieces: context.pieces,
    joints: 0,
    money: 0,
    ...more,
  };
}

function glued(project: Project, part: Part, context: WaysContext): WayOut[] {
  const { size } = context;
  const { make = SOLID } = part;
  const ways: WayOut[] = [];
  const layers = Math.max(
    2,
    Math.ceil(part.thickness / Math.max(LEAST_LAYER_MM, context.thickest.get(part.id) ?? 0) - 1e-9),
  );
  if (make.kind === 'solid' && part.thickness / layers >= LEAST_LAYER_MM) {
    const each = part.thickness / layers;
    ways.push(
      way(
        'laminate',
        part,
        `Laminate ${part.name} from ${layers} layers of ${size(each)}`,
        'A glue line in its edge; clamps along its whole length.',
        replaced(project, part, [{ ...part, make: { kind: 'laminated', layers } }]),
        context,
        { joints: part.qty * (layers - 1) },
      ),
    );
  }
  if (make.kind === 'solid' && part.width >= 60) {
    const least = Math.round(Math.max(25, Math.min(45, part.width / 3)));
    ways.push(
      way(
        'strips',
        part,
        `Glue ${part.name} up from strips of ${size(least)} or wider`,
        'Glue lines on the face; joint the edges first.',
        replaced(project, part, [
          { ...part, make: { kind: 'panel', leastStripMm: least, widestStripMm: part.width } },
        ]),
        context,
        { joints: part.qty * Math.max(1, Math.round(part.width / 70) - 1) },
      ),
    );
  }
  if (make.kind === 'panel' && make.leastStripMm > 25) {
    const least = Math.max(20, Math.round(make.leastStripMm * 0.6));
    ways.push(
      way(
        'narrower-strips',
        part,
        `Allow strips down to ${size(least)} in ${part.name}`,
        'More joints, and more of them to show.',
        replaced(project, part, [{ ...part, make: { ...make, leastStripMm: least } }]),
        context,
        { joints: part.qty * Math.round(part.width / least / 3) },
      ),
    );
  }
  if (make.kind !== 'laminated' && part.grade !== 'structural' && part.length >= 300) {
    const half = Math.ceil(part.length / 2 + (SCARF * part.thickness) / 2);
    ways.push(
      way(
        'splice',
        part,
        `Splice each ${part.name} from two lengths of ${size(half)}`,
        `A scarf of 1 : ${SCARF}; weaker than one piece, and seen. Keep the joints away from where the load is.`,
        replaced(project, part, [{ ...part, name: `${part.name}, half`, qty: part.qty * 2, length: half }]),
        context,
        { joints: part.qty },
      ),
    );
  }
  return ways;
}

function otherShape(project: Project, part: Part, context: WaysContext): WayOut[] {
  const { size } = context;
  const ways: WayOut[] = [];
  const thick = part.thickness >= 32 && part.width <= 140 && part.width > L_BOARD_MM + 20;
  if (thick && (part.make ?? SOLID).kind !== 'panel') {
    const { make: _, ...plain } = part;
    const wide: Part = { ...plain, name: `${part.name}, one side`, thickness: L_BOARD_MM };
    const narrow: Part = {
      ...plain,
      id: context.newId(),
      name: `${part.name}, other side`,
      thickness: L_BOARD_MM,
      width: Math.max(part.thickness, part.width) - L_BOARD_MM,
    };
    ways.push(
      way(
        'l-shaped',
        part,
        `Make ${part.name} L-shaped from two boards of ${size(L_BOARD_MM)}`,
        'One long joint each; light and stiff, open at the back.',
        replaced(project, part, [wide, narrow]),
        context,
        { joints: part.qty },
      ),
    );
  }
  if (part.qty >= 4 && /slat|board|stave/i.test(part.name)) {
    ways.push(
      way(
        'wider-gaps',
        part,
        `Leave out one ${part.name} and spread the others`,
        'Wider gaps over the same span.',
        replaced(project, part, [{ ...part, qty: part.qty - 1 }]),
        context,
      ),
    );
  }
  return ways;
}

function otherWood(project: Project, part: Part, context: WaysContext): WayOut[] {
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
  return ways;
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

function smaller(project: Project, part: Part, context: WaysContext): WayOut[] {
  const { size } = context;
  const ways: WayOut[] = [];
  const longest = context.longestLeft.get(part.id) ?? 0;
  const length = Math.floor((longest - part.allowances.length) / 5) * 5;
  if (length < part.length && length >= part.length * 0.6) {
    ways.push(
      way(
        'shorter',
        part,
        `Make ${part.name} ${size(length)} long in place of ${size(part.length)}`,
        'Look what it joins: other parts may have to follow.',
        replaced(project, part, [{ ...part, length }]),
        context,
      ),
    );
  }
  const width = Math.round((part.width * 0.9) / 5) * 5;
  if (width > 20 && width < part.width) {
    ways.push(
      way(
        'narrower',
        part,
        `Make ${part.name} ${size(width)} wide in place of ${size(part.width)}`,
        'A tenth narrower.',
        replaced(project, part, [{ ...part, width }]),
        context,
      ),
    );
  }
  const thickest = Math.floor(context.thickest.get(part.id) ?? 0);
  if (
    thickest < part.thickness &&
    thickest >= part.thickness * 0.6 &&
    (part.make ?? SOLID).kind === 'solid'
  ) {
    ways.push(
      way(
        'thinner',
        part,
        `Make ${part.name} ${size(thickest)} thick in place of ${size(part.thickness)}`,
        'As thick as the rack gives once it is flat.',
        replaced(project, part, [{ ...part, thickness: thickest }]),
        context,
      ),
    );
  }
  return ways;
}

/** Boards that give one copy each, rough and with their ends to trim. */
function buy(project: Project, part: Part, many: number, context: WaysContext): WayOut {
  const { size } = context;
  const species = part.species === 'any' ? commonest(context.pieces) : (part.species[0] ?? UNKNOWN_SPECIES);
  const board = {
    length: Math.ceil((part.length + part.allowances.length + 2 * context.endTrimMm) / 50) * 50,
    width: Math.ceil((part.width + part.allowances.width) / 5) * 5,
    thickness: Math.ceil(part.thickness + part.allowances.thickness + 1),
  };
  const perM3 = context.pricesPerM3[species] ?? guessedPricePerM3(species);
  const money = (many * perM3 * board.length * board.width * board.thickness) / 1e9;
  const tags = freeTags(context.pieces, many);
  const bought = tags.map((tag): Piece => ({
    id: context.newId(),
    tag,
    name: `board to buy for ${part.name}`,
    ...board,
    species,
    speciesSure: 'sure',
    place: 'to buy',
    find: '',
    findings: [],
  }));
  const title = `Buy ${many} × ${speciesName(species)} ${size(board.length)} × ${size(board.width)} × ${size(board.thickness)}`;
  return way(
    'buy',
    part,
    title,
    `One board for each ${part.name} that is short; they stand on the rack as “to buy”.`,
    project,
    context,
    {
      pieces: [...context.pieces, ...bought],
      money,
    },
  );
}

function commonest(pieces: readonly Piece[]): SpeciesId {
  const many = new Map<SpeciesId, number>();
  for (const { species } of pieces)
    if (species !== UNKNOWN_SPECIES) many.set(species, (many.get(species) ?? 0) + 1);
  return [...many].sort((a, b) => b[1] - a[1])[0]?.[0] ?? UNKNOWN_SPECIES;
}

function freeTags(pieces: readonly Piece[], many: number): string[] {
  const taken = new Set(pieces.map(({ tag }) => tag));
  const tags: string[] = [];
  for (let n = 1; tags.length < many; n++) if (!taken.has(`BUY-${n}`)) tags.push(`BUY-${n}`);
  return tags;
}
