/**
 * What may be wrong with wood itself, whichever board of a find it is: it follows the wood from the find
 * to every piece. `core/hazards` says what each forbids, why, and who decides.
 */
export const HAZARD_KINDS = [
  'preservative',
  'maybe-preservative',
  'methyl-bromide',
  'unknown-history',
  'not-screened',
  'spill',
  'lead-paint',
  'maybe-lead',
  'asbestos',
  'maybe-asbestos',
  'live-insects',
  'maybe-insects',
  'mould',
  'droppings',
  'chipboard-dust',
  'tension',
  'glass',
  'toughened',
] as const;

export type HazardKind = (typeof HAZARD_KINDS)[number];
