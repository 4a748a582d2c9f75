/**
 * Solid or veneered? Read from signs that can be seen without taking anything apart.
 *
 * Side grain showing where end grain should be means an applied edge. In a torn screw hole, grain that runs
 * across the face grain means plywood under veneer; crumbs mean chipboard.
 */

export const EDGE_SIGNS = ['not-looked', 'end-grain', 'side-grain'] as const;
export type EdgeSign = (typeof EDGE_SIGNS)[number];

export const HOLE_SIGNS = ['not-looked', 'same-grain', 'cross-grain', 'crumbs'] as const;
export type HoleSign = (typeof HOLE_SIGNS)[number];

export type Construction = 'solid' | 'veneered-ply' | 'veneered-chipboard' | 'veneered' | 'unknown';

export const CONSTRUCTION_NAMES: Readonly<Record<Construction, string>> = {
  solid: 'solid wood',
  'veneered-ply': 'veneer on plywood',
  'veneered-chipboard': 'veneer on chipboard',
  veneered: 'veneered, on a core unknown',
  unknown: 'not known: treat it as veneered',
};

/** What the signs say; the screw hole tells more than the edge, which may be the edge of anything. */
export function constructionFrom(edge: EdgeSign, hole: HoleSign): Construction {
  if (hole === 'crumbs') return 'veneered-chipboard';
  if (hole === 'cross-grain') return 'veneered-ply';
  if (edge === 'side-grain') return 'veneered';
  if (edge === 'end-grain' || hole === 'same-grain') return 'solid';
  return 'unknown';
}

/** What one going over with 80 grit through old varnish takes off, mm: the middle of 0.1 to 0.2. */
const SANDED_MM = 0.15;
/** Keep at least this much veneer, mm: below it the core shows through at the edges. */
const VENEER_LEFT_MM = 0.3;

export interface SandingBudget {
  /** What may be sanded off, mm. */
  readonly budgetMm: number;
  /** Full goings-over with 80 grit. */
  readonly passes: number;
}

/** How far a veneer (0.3–3 mm) may be sanded. Where a mark is deeper, paint is the way out. */
export function sandingBudget(veneerMm: number): SandingBudget {
  const budgetMm = Math.max(0, veneerMm - VENEER_LEFT_MM);
  return { budgetMm, passes: Math.floor(budgetMm / SANDED_MM + 1e-9) };
}
