import type { Project } from './project.ts';

const isAccepted = (project: Project): boolean => project.plan?.accepted === true;

/**
 * A project and those it is matched together with, in the order of `projects`, which is the same for each of them. An
 * accepted project is not matched again, so it has for mates only those accepted with it.
 */
export function matesOf(project: Project, projects: readonly Project[]): Project[] {
  const ids = new Set<string>([project.id, ...(project.together ?? [])]);
  return projects.filter((other) => ids.has(other.id) && isAccepted(other) === isAccepted(project));
}
