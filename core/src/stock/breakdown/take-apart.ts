/** A find taken apart on paper: what will come out of it, what is lost, and what is set aside. */
import { exhausted } from '../../foundation/assert.ts';
import { clipTo } from '../../geometry/rectangle.ts';
import type { FindKind } from '../find-kind.ts';
import type { Correction, Find, KeptPart } from '../haul.ts';
import { fullWidth, pieceVolumeM3 } from '../piece.ts';
import { BARREL } from './barrel.ts';
import { FLOORING } from './flooring.ts';
import { FURNITURE } from './furniture.ts';
import { GLASS, METAL } from './metal-and-glass.ts';
import { MIXED } from './mixed.ts';
import {
  sortVolumeM3,
  type BreakdownModel,
  type ExpectedPiece,
  type Loss,
  type Measures,
  type Shape,
  type Sort,
  type Way,
} from './model.ts';
import { OUTDOOR_BOARDS } from './outdoor-boards.ts';
import { PALLET } from './pallet.ts';
import { PEW } from './pew.ts';
import { POST } from './post.ts';

/** How a kind of find comes apart. */
export function breakdownOf(kind: FindKind): BreakdownModel {
  switch (kind) {
    case 'pallet':
      return PALLET;
    case 'pew':
      return PEW;
    case 'flooring':
      return FLOORING;
    case 'post':
      return POST;
    case 'outdoor-boards':
      return OUTDOOR_BOARDS;
    case 'barrel':
      return BARREL;
    case 'furniture':
      return FURNITURE;
    case 'mixed':
      return MIXED;
    case 'metal':
      return METAL;
    case 'glass':
      return GLASS;
    default:
      return exhausted(kind, 'kind of find');
  }
}

/** The usual measures of a kind, to begin with. */
export const usualMeasures = (kind: FindKind): Measures =>
  Object.fromEntries(breakdownOf(kind).fields.map(({ key, usual }) => [key, usual]));

/** What the calculation needs to know of a find. */
export type Standing = Pick<Find, 'kind' | 'alike' | 'measures' | 'way' | 'corrections'>;

/** All members of one sort, over all finds that are alike. */
export interface SortOutcome {
  readonly sort: Sort;
  /** As the breakdown calculates it, before any correction. */
  readonly reckoned: Sort;
  readonly members: number;
  readonly broken: number;
  /** What one whole member comes to. */
  readonly each: readonly ExpectedPiece[];
  readonly pieces: number;
}

export interface Breakdown {
  readonly way: Way;
  readonly sorts: readonly SortOutcome[];
  readonly pieceCount: number;
  readonly losses: readonly Loss[];
  readonly kept: readonly KeptPart[];
  /** Volume of the wood as it stands, and of the pieces, m³. */
  readonly standingM3: number;
  readonly piecesM3: number;
  /** Minutes to take it all apart and clean it, at the usual pace of the way. */
  readonly minutes: number;
  readonly remarks: readonly string[];
}

const wayOf = (find: Pick<Find, 'kind' | 'way'>): Way => {
  const { ways } = breakdownOf(find.kind);
  const way = ways.find(({ id }) => id === find.way) ?? ways[0];
  if (!way) throw new Error(`a ${find.kind} has no way of being taken apart`);
  return way;
};

/** Measures of a find, with what was not measured at its usual size. */
export const measuresOf = (find: Pick<Find, 'kind' | 'measures'>): Measures => ({
  ...usualMeasures(find.kind),
  ...find.measures,
});

function corrected(sort: Sort, correction: Correction | undefined): Sort {
  if (!correction) return sort;
  const { broken: _broken, ...sizes } = correction;
  const scale = sizes.width === undefined ? 1 : sizes.width / sort.width;
  const { solidM3, ...rest } = sort;
  const resized = sizes.length !== undefined || sizes.width !== undefined || sizes.thickness !== undefined;
  return {
    ...rest,
    ...(solidM3 !== undefined && !resized ? { solidM3 } : {}),
    ...(sort.widthEnds === undefined ? {} : { widthEnds: sort.widthEnds * scale }),
    ...sizes,
  };
}

/** The sorts of members of one find as it stands, with the maker's corrections. */
function sortsOf(find: Standing): Sort[] {
  return breakdownOf(find.kind)
    .sorts(measuresOf(find))
    .map((sort) => corrected(sort, find.corrections[sort.key]))
    .filter((sort) => sort.count > 0);
}

/** Calculates what a find comes to. Sizes in mm, volumes in m³. */
export function takeApart(find: Standing): Breakdown {
  const model = breakdownOf(find.kind);
  const measures = measuresOf(find);
  const way = wayOf(find);
  const losses = new Map<string, number>();
  const lose = (name: string, volumeM3: number): void => {
    if (volumeM3 > 0) losses.set(name, (losses.get(name) ?? 0) + volumeM3);
  };
  const sorts = model.sorts(measures).map((reckoned): SortOutcome => {
    const correction = find.corrections[reckoned.key];
    const sort = corrected(reckoned, correction);
    const members = sort.count * find.alike;
    const usual = sort.breaks ? Math.round(members * way.brokenShare) : 0;
    const broken = Math.min(members, correction?.broken ?? usual);
    const apart = model.apart(sort, measures, way.id);
    const each = apart.pieces.map(onItself);
    lose(`broken in taking it apart`, broken * sortVolumeM3(sort));
    for (const loss of apart.losses) lose(loss.name, loss.volumeM3 * (members - broken));
    return { sort, reckoned, members, broken, each, pieces: each.length * (members - broken) };
  });
  const piecesM3 = sorts.reduce(
    (sum, { each, members, broken }) =>
      sum + (members - broken) * each.reduce((own, piece) => own + volumeOf(piece), 0),
    0,
  );
  return {
    way,
    sorts,
    pieceCount: sorts.reduce((sum, { pieces }) => sum + pieces, 0),
    losses: [...losses].map(([name, volumeM3]) => ({ name, volumeM3 })),
    kept: model.kept(measures).map((part) => ({ ...part, count: part.count * find.alike })),
    standingM3: sorts.reduce((sum, { sort, members }) => sum + members * sortVolumeM3(sort), 0),
    piecesM3,
    minutes: sorts.reduce((sum, { members }) => sum + members, 0) * way.minutesEach,
    remarks: model.remarks(measures),
  };
}

/** The drawing of a find as it stands and exploded. */
export const drawFind = (find: Standing): readonly Shape[] =>
  breakdownOf(find.kind).drawing(measuresOf(find), sortsOf(find));

const onItself = (piece: ExpectedPiece): ExpectedPiece => ({
  ...piece,
  findings: piece.findings.flatMap((finding) => {
    const place = clipTo(finding, piece.length, fullWidth(piece));
    return place ? [{ ...finding, ...place }] : [];
  }),
});

const volumeOf = (piece: ExpectedPiece): number =>
  pieceVolumeM3({
    length: piece.length,
    width: piece.width,
    ...(piece.widthFar === undefined ? {} : { widthFar: piece.widthFar }),
    thickness: piece.thickness,
    findings: piece.findings.map((finding, i) => ({ ...finding, id: String(i) })),
  });

/** Every expected piece, one by one, in the order of the sorts. */
export function expectedPieces(
  breakdown: Breakdown,
): { readonly sort: Sort; readonly piece: ExpectedPiece }[] {
  return breakdown.sorts.flatMap(({ sort, each, members, broken }) =>
    Array.from({ length: members - broken }, () => each.map((piece) => ({ sort, piece }))).flat(),
  );
}
