/** Ways out of a shortage as they are offered, with what each would change: made where the rack is, not on the page. */
import { shortfall, type ProjectLook, type ShopInView } from '@aldrek/core/match';
import { waysOut, type Project, type WayOut } from '@aldrek/core/project';
import { deltaBetween, type Delta } from '@aldrek/core/shop';
import { formatLength, type LengthUnit, type Piece } from '@aldrek/core/wood';
import { toneApart } from '../colour/tone';
import type { OfferedWay } from './protocol';

export interface WayAtHand {
  readonly way: OfferedWay;
  readonly project: Project;
  readonly pieces: readonly Piece[];
  readonly delta: Delta<Piece>;
}

export function offeredWays(
  project: Project,
  look: Pick<ProjectLook, 'missing'>,
  { pieces, rules }: Pick<ShopInView, 'pieces' | 'rules'>,
  unit: LengthUnit,
  pricesPerM3: Readonly<Record<string, number>> = {},
): WayAtHand[] {
  const { short, longestLeft, thickest, inTheWay } = shortfall(look);
  const ways = waysOut(project, short, {
    pieces,
    longestLeft,
    thickest,
    inTheWay,
    endTrimMm: rules.habits.endTrimMm,
    pricesPerM3,
    size: (mm) => formatLength(Math.round(mm * 10) / 10, unit),
    newId: () => crypto.randomUUID(),
    toneApart,
  });
  return ways.map((way) => ({
    way: offered(way),
    project: way.project,
    pieces: way.pieces,
    delta: deltaBetween(pieces, way.pieces),
  }));
}

const offered = ({ id, kind, partId, title, price, joints, money }: WayOut): OfferedWay => ({
  id,
  kind,
  partId,
  title,
  price,
  joints,
  money,
});
