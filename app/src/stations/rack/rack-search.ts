import MiniSearch from 'minisearch';
import { hazardRule, speciesLabel, type Piece } from '@aldrek/core/wood';
import { findingsInWords } from '../../format/spoken';
import { portions, type Steps } from '../../turns/turns';

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

function* holding(pieces: readonly Piece[], wanted: readonly string[]): Steps<Piece[]> {
  const found: Piece[] = [];
  yield* portions(pieces, (piece) => {
    const text = wordsOf(piece);
    if (wanted.every((word) => text.includes(` ${word}`))) found.push(piece);
  });
  return found;
}

/** Where slips of the finger are looked up: the words of a rack, made once for each state of it. */
const vocabularies = new WeakMap<readonly Piece[], MiniSearch<{ id: string }>>();

function* vocabularyOf(pieces: readonly Piece[]): Steps<MiniSearch<{ id: string }>> {
  const made = vocabularies.get(pieces);
  if (made) return made;
  const known = new Set<string>();
  yield* portions(pieces, (piece) => {
    // Words with figures are tags and numbered places: one that is near is another one, not a slip.
    for (const word of wordsOf(piece).split(' ')) if (word.length > 2 && !/\d/.test(word)) known.add(word);
  });
  const search = new MiniSearch<{ id: string }>({
    fields: ['id'],
    searchOptions: { fuzzy: 0.25, prefix: true },
  });
  yield* portions([...known], (id) => search.add({ id }));
  vocabularies.set(pieces, search);
  return search;
}

/** The word on the rack nearest to one that nothing holds. */
function* nearestWord(word: string, pieces: readonly Piece[]): Steps<string> {
  if (word.length < 3) return word;
  const vocabulary = yield* vocabularyOf(pieces);
  return (vocabulary.search(word)[0]?.id as string | undefined) ?? word;
}

/**
 * The pieces that hold every word of the query, each as the beginning of one of their words; all of them
 * without a query. Where nothing does, words nearest to those asked for are tried.
 */
export function* searching(pieces: readonly Piece[], query: string): Steps<readonly Piece[]> {
  const wanted = query
    .toLowerCase()
    .split(/[\s,;]+/)
    .filter((word) => word !== '');
  if (wanted.length === 0) return pieces;
  const found = yield* holding(pieces, wanted);
  if (found.length > 0) return found;
  const nearest: string[] = [];
  for (const word of wanted) nearest.push(yield* nearestWord(word, pieces));
  return yield* holding(pieces, nearest);
}

/** Reads the words of the rack, so that the first search need not. */
export function* readWords(pieces: readonly Piece[]): Steps<void> {
  yield* portions(pieces, (piece) => void wordsOf(piece));
  yield* vocabularyOf(pieces);
}
