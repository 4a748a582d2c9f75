/**
 * Screening: a short guided look before a find is loaded. Each kind of find has its questions; each answer
 * says what hazards it leaves. What is not answered counts as unsafe. The outcome is *clear*, *take with
 * care* or *leave*, with the hazards that stay on every piece.
 */
import { exhausted } from '../foundation/assert.ts';
import type { FindKind } from '../stock/find-kind.ts';
import type { Find } from '../stock/haul.ts';
import type { HazardKind } from '../stock/hazard-kind.ts';
import type { PalletMark } from '../stock/pallet-mark.ts';
import { hazardSet } from './hazard.ts';

interface Answer {
  readonly id: string;
  readonly text: string;
  readonly hazards: readonly HazardKind[];
  /** Leave it where it is. */
  readonly leave?: true;
}

export interface Question {
  readonly id: string;
  readonly text: string;
  readonly answers: readonly Answer[];
  /** What counts while nobody has looked. */
  readonly unanswered: readonly HazardKind[];
}

const answer = (id: string, text: string, hazards: readonly HazardKind[] = [], leave = false): Answer => ({
  id,
  text,
  hazards,
  ...(leave ? { leave: true as const } : {}),
});

const SPILL: Question = {
  id: 'spill',
  text: 'Oil, paint or chemical on it, or a smell that is not of wood?',
  answers: [answer('no', 'no'), answer('yes', 'yes', ['spill'], true)],
  unanswered: ['spill'],
};

const INSECTS: Question = {
  id: 'insects',
  text: 'Insect holes?',
  answers: [
    answer('none', 'none'),
    answer('old', 'old: dark, no dust'),
    answer('live', 'fresh dust', ['live-insects']),
    answer('unsure', 'not sure', ['maybe-insects']),
  ],
  unanswered: ['maybe-insects'],
};

const MOULD: Question = {
  id: 'mould',
  text: 'Mould or droppings?',
  answers: [
    answer('none', 'neither'),
    answer('mould', 'mould', ['mould']),
    answer('droppings', 'droppings', ['droppings']),
  ],
  unanswered: ['mould'],
};

const PAINT: Question = {
  id: 'paint',
  text: 'Paint or varnish, and how old?',
  answers: [
    answer('none', 'bare'),
    answer('young', 'certainly after 1990'),
    answer('tested', 'tested, no lead'),
    answer('old', 'older, or not known', ['maybe-lead']),
    answer('lead', 'tested, lead', ['lead-paint']),
  ],
  unanswered: ['maybe-lead'],
};

const PRESERVATIVE: Question = {
  id: 'preservative',
  text: 'Treated? Green or brown tint, slits in the faces, a smell of tar.',
  answers: [
    answer('no', 'shown untreated'),
    answer('durable', 'a durable wood, never treated'),
    answer('yes', 'yes', ['preservative']),
    answer('unsure', 'not sure', ['maybe-preservative']),
  ],
  unanswered: ['maybe-preservative'],
};

const ADHESIVE: Question = {
  id: 'adhesive',
  text: 'What is under the boards?',
  answers: [
    answer('battens', 'joists or battens, nothing stuck'),
    answer('tested', 'adhesive or felt, tested free'),
    answer('old', 'black adhesive, felt or tiles', ['maybe-asbestos'], true),
    answer('asbestos', 'tested: asbestos', ['asbestos'], true),
  ],
  unanswered: ['maybe-asbestos'],
};

const CONTENTS: Question = {
  id: 'contents',
  text: 'What did it hold?',
  answers: [
    answer('food', 'wine, cider, spirits, water'),
    answer('other', 'something else', ['spill'], true),
    answer('unknown', 'not known', ['unknown-history']),
  ],
  unanswered: ['unknown-history'],
};

const HOOPS: Question = {
  id: 'hoops',
  text: 'Are the head hoops on? They hold everything: lose them and it is a heap of staves.',
  answers: [
    answer('on', 'on and tight', ['tension']),
    answer('loose', 'on but loose', ['tension']),
    answer('off', 'off'),
  ],
  unanswered: ['tension'],
};

const SPRINGS: Question = {
  id: 'springs',
  text: 'Strings, springs or upholstery in it?',
  answers: [answer('no', 'none'), answer('yes', 'yes', ['tension'])],
  unanswered: ['tension'],
};

const TOUGHENED: Question = {
  id: 'toughened',
  text: 'Toughened? Look for a mark in a corner.',
  answers: [answer('no', 'no', ['glass']), answer('yes', 'yes, or not sure', ['glass', 'toughened'])],
  unanswered: ['glass', 'toughened'],
};

const CHIPBOARD: Question = {
  id: 'board',
  text: 'Chipboard or plywood in it?',
  answers: [answer('no', 'all solid'), answer('yes', 'yes', ['chipboard-dust'])],
  unanswered: ['chipboard-dust'],
};

/** The guided look for a kind of find. A pallet's mark is read apart, by {@link markHazards}. */
export function questionsFor(kind: FindKind): readonly Question[] {
  switch (kind) {
    case 'pallet':
      return [SPILL, PAINT, INSECTS, MOULD];
    case 'pew':
      return [PAINT, INSECTS, MOULD];
    case 'flooring':
      return [ADHESIVE, PAINT, INSECTS];
    case 'post':
      return [PRESERVATIVE, PAINT, INSECTS];
    case 'outdoor-boards':
      return [PRESERVATIVE, PAINT, SPILL, INSECTS, MOULD];
    case 'barrel':
      return [CONTENTS, PAINT, HOOPS, INSECTS, MOULD];
    case 'furniture':
      return [PAINT, CHIPBOARD, INSECTS, SPRINGS];
    case 'mixed':
      return [PRESERVATIVE, PAINT, INSECTS, MOULD];
    case 'metal':
      return [PAINT, SPRINGS];
    case 'glass':
      return [TOUGHENED];
    default:
      return exhausted(kind, 'kind of find');
  }
}

/** What is asked of pieces that came out of no find on record, for a whole batch at once. */
export const LOOSE_QUESTIONS: readonly Question[] = [PRESERVATIVE, PAINT, SPILL, INSECTS, MOULD];

/**
 * The hazards that answers about loose pieces leave, by question; an open question counts as the unsafe answer, so
 * that only a batch of which all has been answered is free of doubt.
 */
export const looseHazards = (answers: Readonly<Record<string, string>>): HazardKind[] =>
  hazardSet(
    LOOSE_QUESTIONS.flatMap((question) => {
      const given = question.answers.find(({ id }) => id === answers[question.id]);
      return given?.hazards ?? question.unanswered;
    }),
  );

/** Answers about paint that settle whether the finish seen then may hold lead. */
const SETTLES_LEAD: ReadonlySet<string> = new Set(['young', 'tested']);

/** Whether the finish that was there when a find was screened has been shown to be free of lead. */
export const finishIsLeadFree = (answers: Readonly<Record<string, string>>): boolean =>
  SETTLES_LEAD.has(answers['paint'] ?? '');

/** What a pallet's mark leaves; no mark is an unknown history. */
function markHazards(mark: PalletMark | undefined): readonly HazardKind[] {
  switch (mark?.treatment) {
    case 'HT':
    case 'DH':
      return [];
    case 'MB':
    case 'SF':
      return ['methyl-bromide'];
    case 'none':
    case undefined:
      return ['unknown-history'];
  }
}

export type ScreeningOutcome = 'clear' | 'take-with-care' | 'leave';

export const OUTCOME_NAMES: Readonly<Record<ScreeningOutcome, string>> = {
  clear: 'clear',
  'take-with-care': 'take with care',
  leave: 'leave it',
};

export interface Screening {
  readonly outcome: ScreeningOutcome;
  /** Questions nobody has answered yet: unsafe until they are. */
  readonly open: readonly Question[];
  readonly hazards: readonly HazardKind[];
}

/** Whether the unsafe answer, which counts while the question is open, is one that says leave it. */
const mayMeanLeave = (question: Question): boolean =>
  question.answers.some(
    (given) => given.leave === true && given.hazards.some((kind) => question.unanswered.includes(kind)),
  );

/** What the find itself holds under tension or of glass does not follow its wood. */
const STAYS_WITH_FIND: ReadonlySet<HazardKind> = new Set(['tension', 'glass', 'toughened']);

/** The hazards that stay on every piece of wood that comes out of a find. */
export const woodHazards = (find: Pick<Find, 'kind' | 'answers' | 'mark'>): HazardKind[] =>
  screen(find).hazards.filter((kind) => !STAYS_WITH_FIND.has(kind));

/** Screens a find by its answers and its mark. */
export function screen(find: Pick<Find, 'kind' | 'answers' | 'mark'>): Screening {
  const open: Question[] = [];
  const hazards: HazardKind[] = [];
  let leave = false;
  for (const question of questionsFor(find.kind)) {
    const given = question.answers.find(({ id }) => id === find.answers[question.id]);
    if (!given) open.push(question);
    hazards.push(...(given?.hazards ?? question.unanswered));
    leave ||= given ? given.leave === true : mayMeanLeave(question);
  }
  if (find.kind === 'pallet') {
    const marked = markHazards(find.mark);
    hazards.push(...marked);
    leave ||= marked.includes('methyl-bromide');
  }
  const left = hazardSet(hazards);
  const outcome = leave ? 'leave' : left.length > 0 ? 'take-with-care' : 'clear';
  return { outcome, open, hazards: left };
}
