/**
 * The joints that parts usually get, by what they are called: a start for designs and parts lists, to be changed at will.
 * Parts lists and designs tell overall lengths, tenons included, so that nothing is added to them.
 */
import type { Part } from '../project.ts';
import type { Joint, JointInto, JointKind, JointPlace } from './joint.ts';

interface Rule {
  readonly a: RegExp;
  readonly b: RegExp;
  readonly kind: JointKind;
  readonly at: JointPlace;
  readonly into: JointInto;
  readonly loaded?: boolean;
}

/** The first rule that finds both parts makes the joint; a part meets the first part that a rule finds for it. */
const RULES: readonly Rule[] = [
  {
    a: /\b(top|counter|table)\b/,
    b: /\b(end board|breadboard)\b/,
    kind: 'breadboard',
    at: 'ends',
    into: 'edge',
  },
  { a: /\bstretcher\b/, b: /\b(trestle post|post)\b/, kind: 'through-wedge', at: 'ends', into: 'edge' },
  { a: /\btrestle post\b/, b: /\btrestle (head|foot)\b/, kind: 'mortise', at: 'ends', into: 'edge' },
  {
    a: /\b(apron|rail|stretcher)\b/,
    b: /\b(leg|upright|post|stile)\b/,
    kind: 'mortise',
    at: 'ends',
    into: 'edge',
    loaded: true,
  },
  { a: /\bleg\b/, b: /\bcross bearer\b/, kind: 'mortise', at: 'end', into: 'face', loaded: true },
  { a: /\bfront board\b/, b: /\b(bearer|cleat|rail)\b/, kind: 'screw', at: 'along', into: 'face' },
  {
    a: /\b(seat|top|counter board|(?<!end )board)\b/,
    b: /\b(cleat|bearer|apron|rail|trestle head)\b/,
    kind: 'screw',
    at: 'along',
    into: 'edge',
  },
  {
    a: /\bedge strip\b/,
    b: /\b(counter board|top|shelf|seat)\b/,
    kind: 'biscuit',
    at: 'along',
    into: 'edge',
  },
  { a: /\bslat\b/, b: /\b(batten|cleat|bearer|post|rail)\b/, kind: 'screw', at: 'along', into: 'face' },
  { a: /\b(shelf|back rail)\b(?! slat)/, b: /\b(side|upright)\b/, kind: 'housing', at: 'ends', into: 'face' },
  { a: /\bfloor\b/, b: /\b(long side|side)\b/, kind: 'rabbet', at: 'along', into: 'face' },
  { a: /^end$/, b: /\b(long side|side)\b/, kind: 'rabbet', at: 'ends', into: 'face' },
  { a: /\b(arm|peg)\b/, b: /\b(upright|rail)\b/, kind: 'dowel', at: 'end', into: 'face', loaded: true },
  { a: /\bhandle\b/, b: /\b(tray|top|lid|drawer|door)\b/, kind: 'screw', at: 'along', into: 'face' },
  { a: /\b(door|lid)\b/, b: /\b(side|frame|top|stile)\b/, kind: 'hinge', at: 'along', into: 'face' },
];

/** The usual joints of parts, without ids; a design that is all corners is mitred. */
export function usualJoints(parts: readonly Part[], designId?: string): Omit<Joint, 'id'>[] {
  const named = parts.map((part) => ({ part, name: part.name.toLowerCase() }));
  if (designId === 'frame') {
    const [stile, rail] = [
      named.find(({ name }) => name === 'stile'),
      named.find(({ name }) => name === 'rail'),
    ];
    if (stile && rail)
      return [{ kind: 'mitre', a: rail.part.id, b: stile.part.id, at: 'ends', into: 'edge', overall: true }];
  }
  const met = new Set<string>();
  return RULES.flatMap(({ a, b, loaded, ...rule }) =>
    named.flatMap(({ part, name }): Omit<Joint, 'id'>[] => {
      const key = `${part.id} ${rule.kind === 'screw' || rule.kind === 'biscuit' ? 'on' : 'in'}`;
      if (!a.test(name) || met.has(key)) return [];
      const other = named.find((one) => one.part.id !== part.id && b.test(one.name));
      if (!other) return [];
      met.add(key);
      return [
        { ...rule, a: part.id, b: other.part.id, overall: true, ...(loaded === true ? { loaded } : {}) },
      ];
    }),
  );
}
