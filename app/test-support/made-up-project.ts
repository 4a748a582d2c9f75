import { DEFAULT_ALLOWANCES, type Part, type Project } from '@aldrek/core/project';

/** A plain part; say what matters. */
export function aPart(more: Partial<Part> = {}): Part {
  return {
    id: 'part',
    name: 'shelf',
    qty: 2,
    length: 600,
    width: 120,
    thickness: 18,
    grade: 'character',
    species: 'any',
    allowances: DEFAULT_ALLOWANCES,
    ...more,
  };
}

/** A project with one part; say what matters. */
export function aProject(more: Partial<Project> = {}): Project {
  return { id: 'project', name: 'Boot bench', note: '', parts: [aPart()], ...more };
}
