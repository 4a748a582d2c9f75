import { computed, DestroyRef, inject, type Signal } from '@angular/core';
import MiniSearch from 'minisearch';
import { hazardRule, speciesLabel, type Piece } from '@aldrek/core';
import { findingsInWords } from '../../drawing/spoken';

/** The words of each piece; a piece that changes is another object, so nothing here grows stale. */
const words = new WeakMap<Piece, string>();

/** What can be searched in a piece, in lower case, a space before every word. */
function wordsOf(piece: Piece): string {
  const known = words.get(piece);
  if (known !== undefined) return known;
  const parts = [
    piece.tag,
    piece.name,
    speciesLabel(piece),
    piece.place,
    piece.find,
    findingsInWords(piece.findings),
    piece.reservedFor === undefined ? 'free' : 'reserved',
    ...(piece.hazards ?? []).map((kind) => hazardRule(kind).name),
  ];
  const text = ` ${parts
    .join(' ')
    .toLowerCase()
    .replace(/[\s,;]+/g, ' ')}`;
  words.set(piece, text);
  return text;
}

const holding = (pieces: readonly Piece[], wanted: readonly string[]): Piece[] =>
  pieces.filter((piece) => {
    const text = wordsOf(piece);
    return wanted.every((word) => text.includes(` ${word}`));
  });

/** Where slips of the finger are looked up: the words of a rack, made once for each state of it. */
const vocabularies = new WeakMap<readonly Piece[], MiniSearch<{ id: string }>>();

function vocabularyOf(pieces: readonly Piece[]): MiniSearch<{ id: string }> {
  const made = vocabularies.get(pieces);
  if (made) return made;
  const known = new Set<string>();
  for (const piece of pieces) {
    // Words with figures are tags and numbered places: one that is near is another one, not a slip.
    for (const word of wordsOf(piece).split(' ')) if (word.length > 2 && !/\d/.test(word)) known.add(word);
  }
  const search = new MiniSearch<{ id: string }>({
    fields: ['id'],
    searchOptions: { fuzzy: 0.25, prefix: true },
  });
  search.addAll([...known].map((id) => ({ id })));
  vocabularies.set(pieces, search);
  return search;
}

/** The word on the rack nearest to one that nothing holds. */
const nearestWord = (word: string, pieces: readonly Piece[]): string =>
  word.length < 3 ? word : ((vocabularyOf(pieces).search(word)[0]?.id as string | undefined) ?? word);

/**
 * The pieces that hold every word of the query, each as the beginning of one of their words; all of them
 * without a query. Where nothing does, words nearest to those asked for are tried.
 */
export function searchPieces(
  pieces: Signal<readonly Piece[]>,
  query: Signal<string>,
): Signal<readonly Piece[]> {
  return computed(() => {
    const wanted = query()
      .toLowerCase()
      .split(/[\s,;]+/)
      .filter((word) => word !== '');
    if (wanted.length === 0) return pieces();
    const found = holding(pieces(), wanted);
    if (found.length > 0) return found;
    return holding(
      pieces(),
      wanted.map((word) => nearestWord(word, pieces())),
    );
  });
}

/** Pieces whose words are read at one go. */
const WARM_UP_STEP = 100;

/**
 * Reads the words of the rack a little at a time while nobody waits, so that the first search need not. Call
 * it where a component is made.
 */
export function warmUpWhenIdle(pieces: Signal<readonly Piece[]>): void {
  if (typeof requestIdleCallback === 'undefined') return;
  let from = 0;
  let handle = 0;
  const step = (deadline: IdleDeadline): void => {
    const all = pieces();
    while (deadline.timeRemaining() > 4 && from < all.length) {
      for (const piece of all.slice(from, from + WARM_UP_STEP)) wordsOf(piece);
      from += WARM_UP_STEP;
    }
    if (from < all.length) handle = requestIdleCallback(step);
    else vocabularyOf(all);
  };
  handle = requestIdleCallback(step);
  inject(DestroyRef).onDestroy(() => cancelIdleCallback(handle));
}
