/** Ways out by gluing: layers, strips, narrower strips, spliced lengths. */
import { laminatingMm } from '../../yield/thickness/flattening.ts';
import { SOLID, type Part, type Project } from '../project.ts';
import { replaced, way, type WayOut, type WaysContext } from './way.ts';

/** Layers thinner than this twist as they are glued. */
const LEAST_LAYER_MM = 8;
/** Length of a scarf to its thickness. */
const SCARF = 8;

/** The fewest layers of a thickness to be had that make up the part, the planing of their glued faces included. */
function layersFrom(thickness: number, each: number): number {
  const most = Math.max(2, Math.floor(thickness / LEAST_LAYER_MM));
  for (let layers = 2; layers < most; layers++)
    if ((thickness + laminatingMm(layers)) / layers <= each + 1e-9) return layers;
  return most;
}

export function glued(project: Project, part: Part, context: WaysContext): WayOut[] {
  const { size } = context;
  const { make = SOLID } = part;
  const ways: WayOut[] = [];
  const layers = layersFrom(part.thickness, Math.max(LEAST_LAYER_MM, context.thickest.get(part.id) ?? 0));
  if (make.kind === 'solid' && part.thickness / layers >= LEAST_LAYER_MM) {
    const each = part.thickness / layers;
    ways.push(
      way(
        'laminate',
        part,
        `Laminate ${part.name} from ${layers} layers of ${size(each)}`,
        'A glue line in its edge; clamps along its whole length.',
        replaced(project, part, [{ ...part, make: { kind: 'laminated', layers } }]),
        context,
        { joints: part.qty * (layers - 1) },
      ),
    );
  }
  if (make.kind === 'solid' && part.width >= 60) {
    const least = Math.round(Math.max(25, Math.min(45, part.width / 3)));
    ways.push(
      way(
        'strips',
        part,
        `Glue ${part.name} up from strips of ${size(least)} or wider`,
        'Glue lines on the face; joint the edges first.',
        replaced(project, part, [
          { ...part, make: { kind: 'panel', leastStripMm: least, widestStripMm: part.width } },
        ]),
        context,
        { joints: part.qty * Math.max(1, Math.round(part.width / 70) - 1) },
      ),
    );
  }
  if (make.kind === 'panel' && make.leastStripMm > 25) {
    const least = Math.max(20, Math.round(make.leastStripMm * 0.6));
    ways.push(
      way(
        'narrower-strips',
        part,
        `Allow strips down to ${size(least)} in ${part.name}`,
        'More joints, and more of them to show.',
        replaced(project, part, [{ ...part, make: { ...make, leastStripMm: least } }]),
        context,
        { joints: part.qty * Math.round(part.width / least / 3) },
      ),
    );
  }
  if (make.kind !== 'laminated' && part.grade !== 'structural' && part.length >= 300) {
    const half = Math.ceil(part.length / 2 + (SCARF * part.thickness) / 2);
    ways.push(
      way(
        'splice',
        part,
        `Splice each ${part.name} from two lengths of ${size(half)}`,
        `A scarf of 1 : ${SCARF}; weaker than one piece, and seen. Keep the joints away from where the load is.`,
        replaced(project, part, [{ ...part, name: `${part.name}, half`, qty: part.qty * 2, length: half }]),
        context,
        { joints: part.qty },
      ),
    );
  }
  return ways;
}
