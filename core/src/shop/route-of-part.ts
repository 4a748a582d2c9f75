import { edgesOf } from '../stock/edges.ts';
import type { Piece } from '../stock/piece.ts';
import { fullWidth } from '../stock/piece.ts';
import { clearanceOf, punchedIn } from '../hazards/clearance.ts';
import type { Part } from '../project/project.ts';
import type { Machines } from '../yield/machines.ts';
import { routeOf } from './route.ts';
import { routeMachines, type MetalState, type MillingSchool, type Route } from './route-steps.ts';

/** The milling route of a part out of a piece of the rack, with the machines of the shop. */
export function routeForPart(
  piece: Piece,
  part: Pick<Part, 'length' | 'width' | 'thickness'>,
  machines: Machines,
  kerfMm: number,
): Route {
  const punched = punchedIn(piece);
  const depths = punched.flatMap(({ depth }) => (depth === undefined ? [] : [depth]));
  return routeOf(
    {
      length: piece.length,
      width: fullWidth(piece),
      thickness: piece.thickness,
      warp: piece.warp ?? {},
      edges: edgesOf(piece),
      metal: punched.length > 0 ? 'punched' : metalOf(piece),
      ...(depths.length > 0 ? { punchDepth: Math.min(...depths) } : {}),
    },
    { length: part.length, width: part.width, thickness: part.thickness },
    routeMachines(machines, kerfMm),
    schoolOf(machines),
  );
}

/** How a shop mills when nobody says otherwise: by hand, jointer first where there is one, else planer first. */
export const schoolOf = (machines: Machines): MillingSchool =>
  machines.handTools ? 'hand' : machines.jointerWidthMm === null ? 'planer' : 'jointer';

function metalOf(piece: Piece): MetalState {
  switch (clearanceOf(piece)) {
    case 'metal-in':
      return 'in';
    case 'scanned':
    case 'cleared':
      return 'cleared';
    case 'not-scanned':
    case 'unknown':
      return 'unknown';
  }
}
