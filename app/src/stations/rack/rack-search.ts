import { computed, type Signal } from '@angular/core';
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

/** Reads the words of many pieces beforehand, so that the first search need not; at the end the vocabulary. */
export function warmUp(pieces: readonly Piece[], from: number, count: number): void {
  for (const piece of pieces.slice(from, from + count)) wordsOf(piece);
  if (from + count >= pieces.length) vocabularyOf(pieces);
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
