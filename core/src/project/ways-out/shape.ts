/** Ways out by another make-up of the same thing: L-shaped legs, wider gaps, strips cut to their chords. */
import { SOLID, type Part, type Project } from '../project.ts';
import { replaced, way, type WayOut, type WaysContext } from './way.ts';

/** Boards of an L-shaped leg. */
const L_BOARD_MM = 20;
/** Strips of a round top are about so wide. */
const CHORD_STRIP_MM = 90;

export function otherShape(project: Project, part: Part, context: WaysContext): WayOut[] {
  const { size } = context;
  const ways: WayOut[] = [];
  const thick = part.thickness >= 32 && part.width <= 140 && part.width > L_BOARD_MM + 20;
  if (thick && (part.make ?? SOLID).kind !== 'panel') {
    const { make: _, ...plain } = part;
    const wide: Part = { ...plain, name: `${part.name}, one side`, thickness: L_BOARD_MM };
    const narrow: Part = {
      ...plain,
      id: context.newId(),
      name: `${part.name}, other side`,
      thickness: L_BOARD_MM,
      width: Math.max(part.thickness, part.width) - L_BOARD_MM,
    };
    ways.push(
      way(
        'l-shaped',
        part,
        `Make ${part.name} L-shaped from two boards of ${size(L_BOARD_MM)}`,
        'One long joint each; light and stiff, open at the back.',
        replaced(project, part, [wide, narrow]),
        context,
        { joints: part.qty },
      ),
    );
  }
  if (part.qty >= 4 && /slat|board|stave/i.test(part.name)) {
    ways.push(
      way(
        'wider-gaps',
        part,
        `Leave out one ${part.name} and spread the others`,
        'Wider gaps over the same span.',
        replaced(project, part, [{ ...part, qty: part.qty - 1 }]),
        context,
      ),
    );
  }
  if (part.shape?.kind === 'round' && part.make?.kind === 'panel') ways.push(chords(project, part, context));
  return ways;
}

/**
 * Strips of a round top as long as its chord there in place of the diameter: strip i of width w, at the distance m
 * of its nearer edge from the middle, spans 2·a·√(1 − (m/b)²) of an ellipse with half-axes a along and b across
 * the grain. Strips that mirror each other are alike.
 */
export function chordStrips(
  part: Pick<Part, 'length' | 'width'>,
  many: number,
): { readonly length: number; readonly width: number; readonly qty: number }[] {
  const width = part.width / many;
  const strips = [];
  for (let i = 0; i < Math.ceil(many / 2); i++) {
    const inner = Math.max(0, part.width / 2 - (i + 1) * width);
    const length = part.length * Math.sqrt(1 - (inner / (part.width / 2)) ** 2);
    strips.push({ length: Math.ceil(length - 1e-9), width, qty: 2 * i + 1 === many ? 1 : 2 });
  }
  return strips;
}

function chords(project: Project, part: Part, context: WaysContext): WayOut {
  const { size } = context;
  const make = part.make?.kind === 'panel' ? part.make : { leastStripMm: 0, widestStripMm: Infinity };
  const many = Math.max(2, Math.ceil(part.width / Math.min(make.widestStripMm, CHORD_STRIP_MM) - 1e-9));
  const { make: _make, shape: _shape, ...plain } = part;
  const strips = chordStrips(part, many).map((strip, i): Part => ({
    ...plain,
    ...strip,
    width: Math.round(strip.width * 10) / 10,
    qty: part.qty * strip.qty,
    id: i === 0 ? part.id : context.newId(),
    name: `${part.name}, ${strip.qty === 1 ? 'middle strip' : `strips ${i + 1} and ${many - i}`}`,
    group: part.group ?? part.name,
  }));
  return way(
    'chords',
    part,
    `Cut the ${many} strips of ${part.name} to their chords, from ${size(strips[0]?.length ?? 0)} to ${size(strips.at(-1)?.length ?? 0)}`,
    'Short pieces serve the outer strips; glue them up in order, and saw the round last.',
    replaced(project, part, strips),
    context,
  );
}
