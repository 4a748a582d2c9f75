import type { Piece, Project } from '@aldrek/core';

/** The pieces with those free again that the projects had reserved. */
export function freed(pieces: readonly Piece[], projectIds: readonly string[]): Piece[] {
  return pieces.map((piece) => {
    if (piece.reservedFor === undefined || !projectIds.includes(piece.reservedFor)) return piece;
    const { reservedFor: _freed, ...free } = piece;
    return free;
  });
}

export function withoutPlan(project: Project): Project {
  const { plan: _plan, ...rest } = project;
  return rest;
}
