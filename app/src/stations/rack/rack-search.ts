import { computed, type Signal } from '@angular/core';
import MiniSearch from 'minisearch';
import { speciesLabel, type Piece } from '@aldrek/core';
import { findingsInWords } from '../../drawing/spoken';

const FIELDS = ['tag', 'name', 'species', 'place', 'find', 'findings'];

/** The pieces that hold every word of the query, in any of their words; all of them without a query. */
export function searchPieces(
  pieces: Signal<readonly Piece[]>,
  query: Signal<string>,
): Signal<readonly Piece[]> {
  const index = computed(() => {
    const search = new MiniSearch<{ id: string }>({
      fields: FIELDS,
      searchOptions: { prefix: true, combineWith: 'AND', fuzzy: 0.15 },
    });
    search.addAll(
      pieces().map((piece) => ({
        id: piece.id,
        tag: piece.tag,
        name: piece.name,
        species: speciesLabel(piece),
        place: piece.place,
        find: piece.find,
        findings: `${findingsInWords(piece.findings)}${piece.reservedFor === undefined ? ' free' : ' reserved'}`,
      })),
    );
    return search;
  });
  return computed(() => {
    const words = query().trim();
    if (words === '') return pieces();
    const hits = new Set(
      index()
        .search(words)
        .map((hit) => hit.id as string),
    );
    return pieces().filter((piece) => hits.has(piece.id));
  });
}
