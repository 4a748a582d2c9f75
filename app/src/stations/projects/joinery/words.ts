import type { JointCheck, JointInto, JointPlace } from '@aldrek/core/floor';

export const PLACE_NAMES: Readonly<Record<JointPlace, string>> = {
  ends: 'at both ends',
  end: 'at one end',
  along: 'along it',
};

export const INTO_NAMES: Readonly<Record<JointInto, string>> = {
  face: 'through its thickness',
  edge: 'through its width',
};

/** A sign by shape first, for those who don’t see its colour. */
export const LEVEL_SIGNS: Readonly<Record<JointCheck['level'], string>> = {
  error: '✕',
  caution: '▲',
  note: '·',
};
export const LEVEL_NAMES: Readonly<Record<JointCheck['level'], string>> = {
  error: 'wrong',
  caution: 'caution',
  note: 'to mind',
};
