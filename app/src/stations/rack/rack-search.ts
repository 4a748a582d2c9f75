import { computed, type Signal } from '@angular/core';
import MiniSearch from 'minisearch';
import { hazardRule, speciesLabel, type Piece } from '@aldrek/core';
import { findingsInWords } from '../../drawing/spoken';

const FIELDS = ['tag', 'name', 'species', 'place', 'find', 'findings'];

/** The words of the rack, kept up piece by piece: only what has changed is read anew. */
export class RackIndex {
  private readonly known = new Map<string, Piece>();
  private readonly search = new MiniSearch<{ id: string }>({
    fields: FIELDS,
    searchOptions: { prefix: true, combineWith: 'AND', fuzzy: 0.15 },
  });

  /** Brings the index up to these pieces. */
  follow(pieces: readonly Piece[]): void {
    const gone = new Set(this.known.keys());
    for (const piece of pieces) {
      gone.delete(piece.id);
      const before = this.known.get(piece.id);
      if (before === piece) continue;
      if (before) this.search.discard(piece.id);
      this.search.add(wordsOf(piece));
      this.known.set(piece.id, piece);
    }
    for (const id of gone) {
      this.search.discard(id);
      this.known.delete(id);
    }
  }

  /** Ids of the pieces that hold every word. */
  find(words: string): Set<string> {
    return new Set(this.search.search(words).map((hit) => hit.id as string));
  }
}

const wordsOf = (piece: Piece) => ({
  id: piece.id,
  tag: piece.tag,
  name: piece.name,
  species: speciesLabel(piece),
  place: piece.place,
  find: piece.find,
  findings: [
    findingsInWords(piece.findings),
    piece.reservedFor === undefined ? 'free' : 'reserved',
    ...(piece.hazards ?? []).map((kind) => hazardRule(kind).name),
  ].join(' '),
});

/** The pieces that hold every word of the query, in any of their words; all of them without a query. */
export function searchPieces(
  pieces: Signal<readonly Piece[]>,
  query: Signal<string>,
  index: RackIndex,
): Signal<readonly Piece[]> {
  return computed(() => {
    const words = query().trim();
    if (words === '') return pieces();
    index.follow(pieces());
    const hits = index.find(words);
    return pieces().filter((piece) => hits.has(piece.id));
  });
}
