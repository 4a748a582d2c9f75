/** Ways out by asking for less: a shorter, narrower or thinner part. */
import { SOLID, type Part, type Project } from '../project.ts';
import { replaced, way, type WayOut, type WaysContext } from './way.ts';

export function smaller(project: Project, part: Part, context: WaysContext): WayOut[] {
  const { size } = context;
  const ways: WayOut[] = [];
  const longest = context.longestLeft.get(part.id) ?? 0;
  const length = Math.floor((longest - part.allowances.length) / 5) * 5;
  if (length < part.length && length >= part.length * 0.6) {
    ways.push(
      way(
        'shorter',
        part,
        `Make ${part.name} ${size(length)} long in place of ${size(part.length)}`,
        'Look what it joins: other parts may have to follow.',
        replaced(project, part, [{ ...part, length }]),
        context,
      ),
    );
  }
  const width = Math.round((part.width * 0.9) / 5) * 5;
  if (width > 20 && width < part.width) {
    ways.push(
      way(
        'narrower',
        part,
        `Make ${part.name} ${size(width)} wide in place of ${size(part.width)}`,
        'A tenth narrower.',
        replaced(project, part, [{ ...part, width }]),
        context,
      ),
    );
  }
  const thickest = Math.floor(context.thickest.get(part.id) ?? 0);
  if (
    thickest < part.thickness &&
    thickest >= part.thickness * 0.6 &&
    (part.make ?? SOLID).kind === 'solid'
  ) {
    ways.push(
      way(
        'thinner',
        part,
        `Make ${part.name} ${size(thickest)} thick in place of ${size(part.thickness)}`,
        'As thick as the rack gives once it is flat.',
        replaced(project, part, [{ ...part, thickness: thickest }]),
        context,
      ),
    );
  }
  return ways;
}
