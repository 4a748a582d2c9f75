import { panelOrder, type PanelOrder } from '@aldrek/core/floor';
import { InputError, listAt, numberAt, objectAt, oneOf, textAt, type Json } from './fields.ts';

const EDGES = ['sap', 'heart'] as const;
const MOST_STRIPS = 60;

/** `panelOrder`: the order of a panel's strips with the least sum of tone steps and sapwood mismatches. */
export function panelOrderVerb(input: Json): Pick<PanelOrder, 'order' | 'cost'> {
  const strips = listAt(input, 'strips', '').map((value, i) => {
    const strip = objectAt(value, `strips[${i}]`);
    const path = `strips[${i}].`;
    return {
      id: textAt(strip, 'id', path),
      left: oneOf(strip, 'left', EDGES, path),
      right: oneOf(strip, 'right', EDGES, path),
    };
  });
  if (strips.length > MOST_STRIPS)
    throw new InputError(`strips: expected up to ${MOST_STRIPS}, got ${strips.length}`);
  const twice = strips.find(({ id }, i) => strips.findIndex((other) => other.id === id) !== i);
  if (twice) throw new InputError(`strips: expected ids that differ, got ${twice.id} twice`);
  const tone = listAt(input, 'tone', '').map((value, i) => {
    if (!Array.isArray(value) || value.length !== strips.length)
      throw new InputError(`tone[${i}]: expected ${strips.length} figures, one for each strip`);
    return value.map((_, j) => numberAt({ at: value[j] as unknown }, 'at', '', { min: 0, max: 1e9 }));
  });
  if (tone.length !== strips.length)
    throw new InputError(`tone: expected ${strips.length} rows, got ${tone.length}`);
  const weights = objectAt(input['weights'], 'weights');
  const { order, cost } = panelOrder(strips, tone, {
    tone: numberAt(weights, 'tone', 'weights.', { min: 0, max: 1e9 }),
    sapwood: numberAt(weights, 'sapwood', 'weights.', { min: 0, max: 1e9 }),
  });
  return { order, cost };
}
