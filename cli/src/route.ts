import { routeOf, SCHOOLS_OF_MILLING, type Route, type RouteMachines } from '@aldrek/core/floor';
import { numberAt, numberOr, objectAt, oneOf, type Json } from './fields.ts';

const SIZE = { above: 0, max: 100_000 };
const GAP = { min: -500, max: 500 };
const EDGES = ['straight', 'one-straight', 'crooked', 'natural'] as const;
const METAL = ['cleared', 'unknown', 'in', 'punched'] as const;

/** `route`: the milling steps from a piece to a part. Unknown extra fields are ignored; sizes in mm. */
export function routeVerb(input: Json): Route {
  const piece = objectAt(input['piece'], 'piece');
  const part = objectAt(input['part'], 'part');
  const machines = objectAt(input['machines'], 'machines');
  const warp = piece['warp'] === undefined ? {} : objectAt(piece['warp'], 'piece.warp');
  const sizes = (from: Json, path: string) => ({
    length: numberAt(from, 'length', path, SIZE),
    width: numberAt(from, 'width', path, SIZE),
    thickness: numberAt(from, 'thickness', path, SIZE),
  });
  const gap = (kind: string): number => numberOr(warp, kind, 0, 'piece.warp.', GAP);
  const depth = piece['punchDepth'];
  const { steps, ...rest } = routeOf(
    {
      ...sizes(piece, 'piece.'),
      warp: { cup: gap('cup'), bow: gap('bow'), crook: gap('crook'), twist: gap('twist') },
      edges: piece['edges'] === undefined ? 'straight' : oneOf(piece, 'edges', EDGES, 'piece.'),
      metal: piece['metal'] === undefined ? 'unknown' : oneOf(piece, 'metal', METAL, 'piece.'),
      ...(depth === undefined || depth === null
        ? {}
        : { punchDepth: numberAt(piece, 'punchDepth', 'piece.', { min: 0, max: 1000 }) }),
    },
    sizes(part, 'part.'),
    machinesAt(machines),
    input['school'] === undefined ? 'jointer' : oneOf(input, 'school', SCHOOLS_OF_MILLING),
  );
  return { steps: steps.map(({ takes: _, ...step }) => step), ...rest };
}

/** What is not named, or null, is not there. */
function machinesAt(from: Json): RouteMachines {
  const limit = (key: string): number | null =>
    from[key] === undefined || from[key] === null ? null : numberAt(from, key, 'machines.', SIZE);
  return {
    planerWidth: limit('planerWidth'),
    planerThickest: limit('planerThickest'),
    planerLeast: limit('planerLeast'),
    jointerWidth: limit('jointerWidth'),
    sawDepth: limit('sawDepth'),
    mitreReach: limit('mitreReach'),
    bandsawHeight: limit('bandsawHeight'),
  };
}
