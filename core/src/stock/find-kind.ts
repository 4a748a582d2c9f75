/** The kinds of find that a haul may hold, each with a breakdown of its own. */
export const FIND_KINDS = [
  'pallet',
  'pew',
  'flooring',
  'post',
  'outdoor-boards',
  'barrel',
  'furniture',
  'mixed',
  'metal',
  'glass',
] as const;

export type FindKind = (typeof FIND_KINDS)[number];
