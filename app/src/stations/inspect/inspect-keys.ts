import { FINDING_KINDS, findingKindFacts, type FindingKind } from '@aldrek/core/wood';
import type { KeyBinding, KeyRow } from '../../keys/keys';

/** What a key of Inspect does; the station says how. */
export type InspectDeed =
  | 'type'
  | 'applyTyped'
  | 'untype'
  | 'arrow'
  | 'again'
  | 'pairs'
  | 'row'
  | 'otherFace'
  | 'remove'
  | 'letGo'
  | 'before'
  | 'next';

export const INSPECT_KEYS: readonly KeyRow<InspectDeed>[] = [
  {
    keys: Array.from('0123456789./'),
    shown: '0–9',
    does: 'type a distance; Enter puts the rule there',
    deed: 'type',
  },
  { keys: ['Enter'], shown: 'Enter', does: 'rule to the typed distance', deed: 'applyTyped' },
  { keys: ['Backspace'], shown: 'Backspace', does: 'take back a typed figure', deed: 'untype' },
  {
    keys: ['ArrowLeft', 'ArrowRight', 'ArrowUp', 'ArrowDown'],
    shown: '← → ↑ ↓',
    palette: false,
    does: 'nudge the defect in hand, or the rule (Alt: finely; Shift: stretch)',
    deed: 'arrow',
  },
  { keys: ['q'], shown: 'Q', does: 'the same again at the rule', deed: 'again' },
  { keys: [','], shown: ',', does: 'a row of it in pairs, of as many places as were typed', deed: 'pairs' },
  { keys: [';'], shown: ';', does: 'a row of it, one at each place', deed: 'row' },
  { keys: ['p'], shown: 'P', does: 'drop on face A or B', deed: 'otherFace' },
  {
    keys: ['Delete'],
    shown: 'Delete',
    does: 'delete the defect, or the point of the outline',
    deed: 'remove',
  },
  { keys: ['Escape'], shown: 'Esc', does: 'let go', deed: 'letGo' },
  { keys: ['['], shown: '[', does: 'piece before', deed: 'before' },
  { keys: [']'], shown: ']', does: 'next piece', deed: 'next' },
];

/** The letter of each kind drops one at the rule. */
export const kindKeys = (drop: (kind: FindingKind) => unknown): readonly KeyBinding[] =>
  FINDING_KINDS.map((kind) => {
    const { key, name } = findingKindFacts(kind);
    return {
      keys: [key.toLowerCase()],
      shown: key,
      does: `${name} at the rule`,
      mark: kind,
      run: () => drop(kind),
    };
  });
