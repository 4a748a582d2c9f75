/** Cutting order: across the grain first, or along it first. */
export type School = 'crosscutFirst' | 'ripFirst';
