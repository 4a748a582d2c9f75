/**
 * Ways out of a shortage, as changes of the project or the rack: none is judged here, each is tried by the
 * engine afterwards. All sizes in mm.
 */
import type { Project } from '../project.ts';
import { buy } from './buy.ts';
import { glued } from './glued.ts';
import { otherShape } from './shape.ts';
import { smaller } from './smaller.ts';
import type { WayOut, WaysContext } from './way.ts';
import { otherWood } from './wood.ts';

/** All ways worth trying for the parts that are short, by how many each. */
export function waysOut(
  project: Project,
  short: ReadonlyMap<string, number>,
  context: WaysContext,
): WayOut[] {
  const parts = project.parts.filter((part) => short.has(part.id));
  return parts.flatMap((part) => [
    ...glued(project, part, context),
    ...otherShape(project, part, context),
    ...otherWood(project, part, context),
    ...smaller(project, part, context),
    buy(project, part, short.get(part.id) ?? 1, context),
  ]);
}
