/**
 * A board that was not cut as planned: what came off it, on one line. Parts by letter or name, rough sizes where they differ
 * from the plan’s, offcuts with theirs: `A, A, B 640 x 95; offcut 700 x 140`. What is not named is waste, and a part that was
 * planned on the board and did not come is missing again.
 */
import { partLetter, roughSize, type Part, type PlannedCut, type Project } from '../project/project.ts';
import { cutsOf } from '../project/sawn.ts';
import { fullWidth, type Piece, type ProjectId } from '../stock/piece.ts';
import { fail, ok, type Result } from '../foundation/result.ts';
import { parseLength, type LengthUnit } from '../units/length.ts';
import type { Floor } from './sawing.ts';

export interface CameOffBoard {
  readonly cuts: ReadonlyMap<ProjectId, readonly PlannedCut[]>;
  /** In words, one for each: `A rail 640 × 95`. */
  readonly said: readonly string[];
}

export interface LineFault {
  /** The words that were not understood, or do not fit. */
  readonly at: string;
  readonly message: string;
}

const OFFCUT = 'offcut';

interface Named {
  readonly written: string;
  /** Null for an offcut. */
  readonly of: { readonly project: Project; readonly part: Part } | null;
  readonly length: number;
  readonly width: number;
  readonly planned: boolean;
}

/** What the line says came off `piece`. Faults say which words, and what would do. */
export function cameOffBoard(
  floor: Floor,
  piece: Piece,
  line: string,
  kerfMm: number,
  bare: LengthUnit = 'mm',
): Result<CameOffBoard, LineFault> {
  const words = line
    .split(/;|,(?!\d)/)
    .map((one) => one.trim())
    .filter(Boolean);
  if (words.length === 0)
    return fail({ at: '', message: 'say what came off it: letters of parts, offcuts with their size' });
  const accepted = floor.projects.filter(({ plan }) => plan?.accepted === true);
  const planned = [...cutsOf(floor, piece.id)].flatMap(([projectId, cuts]) =>
    cuts.filter(({ partId }) => partId !== OFFCUT).map((cut) => ({ projectId, cut })),
  );
  const named: Named[] = [];
  for (const written of words) {
    const one = read(written, accepted, new Set(planned.map(({ projectId }) => projectId)), bare);
    if (!one.ok) return one;
    named.push(one.value);
  }
  return placed(floor, piece, named, planned, kerfMm);
}

function read(
  written: string,
  projects: readonly Project[],
  onBoard: ReadonlySet<ProjectId>,
  bare: LengthUnit,
): Result<Named, LineFault> {
  const match = /^(.*?)(?:\s+(\S[^x×]*?)\s*[x×]\s*(\S.*?))?$/i.exec(written);
  const [, name = '', lengthText, widthText] = match ?? [];
  const sides = [lengthText, widthText].map((text) => (text === undefined ? null : parseLength(text, bare)));
  for (const side of sides)
    if (side !== null && !side.ok) return fail({ at: written, message: side.fault.message });
  const [length, width] = sides.map((side) => (side?.ok === true ? side.value : undefined));
  if (/^(offcut|rest)s?$/i.test(name.trim())) {
    return length === undefined || width === undefined
      ? fail({ at: written, message: 'an offcut needs its size: offcut 700 x 140' })
      : ok({ written, of: null, length, width, planned: false });
  }
  const wanted = name.trim().toLowerCase();
  const found = projects.flatMap((project) =>
    project.parts.flatMap((part, i) =>
      partLetter(i).toLowerCase() === wanted || part.name.toLowerCase() === wanted ? [{ project, part }] : [],
    ),
  );
  const here = found.filter(({ project }) => onBoard.has(project.id));
  const all = here.length > 0 ? here : found;
  const [of] = all;
  if (!of)
    return fail({ at: written, message: `no part is called ${name.trim()}; a letter, a name, or offcut` });
  if (all.length > 1) {
    const where = all.map(({ project, part }) => `${part.name} of ${project.name}`).join(' or ');
    return fail({ at: written, message: `${where}? Write the name of the part` });
  }
  const rough = roughSize(of.part);
  const least = of.part;
  const solid = of.part.make === undefined || of.part.make.kind === 'solid';
  const size = { length: length ?? rough.length, width: width ?? rough.width };
  if (solid && (size.length < least.length || size.width < least.width))
    return fail({
      at: written,
      message: `${of.part.name} is ${least.length} × ${least.width} mm when it is finished: call what is smaller an offcut`,
    });
  return ok({ written, of, ...size, planned: length === undefined });
}

function placed(
  floor: Floor,
  piece: Piece,
  named: readonly Named[],
  planned: readonly { readonly projectId: ProjectId; readonly cut: PlannedCut }[],
  kerfMm: number,
): Result<CameOffBoard, LineFault> {
  const free = new Set(planned);
  const used: PlannedCut[] = [];
  const cuts = new Map<ProjectId, PlannedCut[]>();
  const said: string[] = [];
  const give = (projectId: ProjectId, cut: PlannedCut): void => {
    used.push(cut);
    cuts.set(projectId, [...(cuts.get(projectId) ?? []), cut]);
  };
  const asPlanned: Named[] = [];
  const others: Named[] = [];
  // Those that are where the plan has them are laid first; the rest takes what is free.
  for (const one of named) {
    const { of } = one;
    const there =
      of && one.planned
        ? [...free].find(({ projectId, cut }) => projectId === of.project.id && cut.partId === of.part.id)
        : undefined;
    if (!there) {
      others.push(one);
      continue;
    }
    free.delete(there);
    asPlanned.push(one);
    give(there.projectId, there.cut);
    said.push(wordsOf(one, there.cut));
  }
  const anyProject = planned[0]?.projectId ?? floor.projects[0]?.id ?? '';
  const unitsTaken = new Map<string, Set<number>>();
  for (const cut of used) unitsTaken.set(cut.partId, (unitsTaken.get(cut.partId) ?? new Set()).add(cut.unit));
  for (const one of [...others].sort((a, b) => b.length * b.width - a.length * a.width)) {
    const place = freePlace(piece, one, used, kerfMm);
    if (!place)
      return fail({
        at: one.written,
        message: `no room is left for it on ${piece.tag}, ${piece.length} × ${fullWidth(piece)} mm, beside the rest`,
      });
    if (one.of === null) {
      give(anyProject, { pieceId: piece.id, partId: OFFCUT, unit: used.length, ...place });
    } else {
      const { project, part } = one.of;
      const unit = unitFor(project, part, piece, unitsTaken.get(part.id) ?? new Set());
      if (unit === null)
        return fail({
          at: one.written,
          message: `all ${part.qty} of ${part.name} are cut already: call it an offcut`,
        });
      unitsTaken.set(part.id, (unitsTaken.get(part.id) ?? new Set()).add(unit));
      give(project.id, { pieceId: piece.id, partId: part.id, unit, ...place });
    }
    said.push(wordsOf(one, place));
  }
  return ok({ cuts, said });
}

/** The number of the copy: one planned on this board, else a missing one, else one planned elsewhere. */
function unitFor(project: Project, part: Part, piece: Piece, taken: ReadonlySet<number>): number | null {
  const { cuts = [], sawn = [] } = project.plan ?? {};
  const of = (list: readonly PlannedCut[]): PlannedCut[] => list.filter(({ partId }) => partId === part.id);
  const here = of(cuts).filter(({ pieceId }) => pieceId === piece.id);
  const free = here.find(({ unit }) => !taken.has(unit));
  if (free) return free.unit;
  const busy = new Set([...of(cuts), ...of(sawn)].map(({ unit }) => unit));
  for (let unit = 0; unit < part.qty; unit++) if (!busy.has(unit) && !taken.has(unit)) return unit;
  return of(cuts).find(({ unit }) => !taken.has(unit))?.unit ?? null;
}

interface Place {
  readonly x: number;
  readonly y: number;
  readonly length: number;
  readonly width: number;
}

/** The first free place along the board, a kerf from what lies there already. */
function freePlace(
  piece: Piece,
  { length, width }: Named,
  used: readonly Place[],
  kerf: number,
): Place | null {
  const xs = [0, ...used.map((one) => one.x + one.length + kerf)].sort((a, b) => a - b);
  const ys = [0, ...used.map((one) => one.y + one.width + kerf)].sort((a, b) => a - b);
  const whole = fullWidth(piece);
  for (const x of xs) {
    for (const y of ys) {
      if (x + length > piece.length + 0.05 || y + width > whole + 0.05) continue;
      const clear = used.every(
        (one) =>
          x >= one.x + one.length + kerf - 1e-6 ||
          one.x >= x + length + kerf - 1e-6 ||
          y >= one.y + one.width + kerf - 1e-6 ||
          one.y >= y + width + kerf - 1e-6,
      );
      if (clear)
        return { x, y, length: Math.min(length, piece.length - x), width: Math.min(width, whole - y) };
    }
  }
  return null;
}

const wordsOf = ({ of }: Named, { length, width }: Place): string =>
  `${of === null ? 'offcut' : of.part.name} ${Math.round(length)} × ${Math.round(width)}`;
