/**
 * What is known of a rectangle cut out of a piece. What was found goes along where it lies in it: clipped and shifted;
 * what shows on an edge or an end only where that edge or end is still there. Warp shrinks with the square of length and
 * width. New wood has been laid bare, so a scan after planing is void.
 *
 * Cutting twice is the same as cutting once: the outcome depends on where the wood lay in the first piece alone.
 */
import { clipTo, type Rect } from '../geometry/rectangle.ts';
import type { Finding } from './finding.ts';
import { fullWidth, type Piece } from './piece.ts';
import type { Warp } from './warp.ts';

/** An edge or end within so much of the piece's own is that edge or end, mm. */
const SAME_EDGE_MM = 0.05;

/** A piece before it has a tag. */
export type CutWood = Omit<Piece, 'id' | 'tag' | 'reservedFor'>;

/** The wood of `cut`, a rectangle on face A of `piece`. */
export function cutFrom(piece: Piece | CutWood, cut: Rect): CutWood {
  const whole = fullWidth(piece);
  const stays = {
    near: cut.x <= SAME_EDGE_MM,
    far: cut.x + cut.length >= piece.length - SAME_EDGE_MM,
    upper: cut.y <= SAME_EDGE_MM,
    lower: cut.y + cut.width >= whole - SAME_EDGE_MM,
  };
  const {
    widthFar: _far,
    outline: _outline,
    warp,
    ends,
    roughEnds,
    sapwood,
    scans,
    photos,
    ...rest
  } = withoutTag(piece);
  const along = cut.length / piece.length;
  const across = cut.width / whole;
  const rough = roughEnds?.filter((end) => stays[end]);
  const { near, far } = ends ?? {};
  const kept = {
    ...(near !== undefined && stays.near ? { near } : {}),
    ...(far !== undefined && stays.far ? { far } : {}),
  };
  const edges = sapwoodLeft(sapwood, stays);
  const pinned = photos?.flatMap((photo) => {
    const { at, ...plain } = photo;
    if (at === undefined) return [photo];
    const inside = at.x >= cut.x && at.x <= cut.x + cut.length && at.y >= cut.y && at.y <= cut.y + cut.width;
    return inside ? [{ ...plain, at: { ...at, x: at.x - cut.x, y: at.y - cut.y } }] : [];
  });
  return {
    ...rest,
    length: cut.length,
    width: cut.width,
    findings: piece.findings.flatMap((finding) => findingIn(finding, cut, stays)),
    ...(warp === undefined ? {} : { warp: warpLeft(warp, along, across) }),
    ...(Object.keys(kept).length === 0 ? {} : { ends: kept }),
    ...(rough === undefined || rough.length === 0 ? {} : { roughEnds: rough }),
    ...(edges === undefined ? {} : { sapwood: edges }),
    ...(scans?.found === undefined ? {} : { scans: { found: scans.found } }),
    ...(pinned === undefined || pinned.length === 0 ? {} : { photos: pinned }),
  };
}

function withoutTag(piece: Piece | CutWood): CutWood {
  const { id: _id, tag: _tag, reservedFor: _reserved, ...wood } = piece as Piece;
  return wood;
}

type Stays = Readonly<Record<'near' | 'far' | 'upper' | 'lower', boolean>>;

function findingIn(finding: Finding, cut: Rect, stays: Stays): Finding[] {
  const { face } = finding;
  if ((face === 'near' || face === 'far' || face === 'upper' || face === 'lower') && !stays[face]) return [];
  const place = clipTo({ ...finding, x: finding.x - cut.x, y: finding.y - cut.y }, cut.length, cut.width);
  return place ? [{ ...finding, ...place }] : [];
}

function warpLeft(warp: Warp, along: number, across: number): Warp {
  const { cup, bow, crook, twist } = warp;
  return {
    ...(cup === undefined ? {} : { cup: cup * across ** 2 }),
    ...(bow === undefined ? {} : { bow: bow * along ** 2 }),
    ...(crook === undefined ? {} : { crook: crook * along ** 2 }),
    ...(twist === undefined ? {} : { twist: twist * along * across }),
  };
}

/** Sapwood runs along an edge: it is left where that edge is. */
function sapwoodLeft(sapwood: Piece['sapwood'], stays: Stays): Piece['sapwood'] {
  switch (sapwood) {
    case 'upper':
    case 'lower':
      return stays[sapwood] ? sapwood : 'none';
    case 'both':
      return stays.upper && stays.lower ? 'both' : stays.upper ? 'upper' : stays.lower ? 'lower' : 'none';
    case 'none':
    case undefined:
      return sapwood;
  }
}
