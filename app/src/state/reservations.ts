import type { Piece, Project } from '@aldrek/core';

export function withoutPlan(project: Project): Project {
  const { plan: _plan, ...rest } = project;
  return rest;
}

/**
 * The pieces as the accepted plans reserve them: a piece that several cut goes by the first of them, unless
 * one of the others has it already.
 */
export function reservedByPlans(pieces: readonly Piece[], projects: readonly Project[]): Piece[] {
  const by = new Map<string, string[]>();
  for (const { id, plan } of projects) {
    if (plan?.accepted !== true) continue;
    for (const pieceId of new Set(plan.cuts.map((cut) => cut.pieceId)))
      by.set(pieceId, [...(by.get(pieceId) ?? []), id]);
  }
  return pieces.map((piece) => {
    const holders = by.get(piece.id) ?? [];
    const [first] = holders;
    if (piece.reservedFor === undefined ? first === undefined : holders.includes(piece.reservedFor))
      return piece;
    const { reservedFor: _freed, ...free } = piece;
    return first === undefined ? free : { ...free, reservedFor: first };
  });
}

/** A project matched together with these; itself does not count. */
export function withMates(project: Project, mates: readonly string[]): Project {
  const { together: before = [], ...alone } = project;
  const together = mates.filter((id) => id !== project.id);
  if (together.length === before.length && together.every((id, i) => id === before[i])) return project;
  return together.length === 0 ? alone : { ...alone, together };
}
