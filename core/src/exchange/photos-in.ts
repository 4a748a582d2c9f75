/** The photos that a shop names, each once: of hauls, of pieces, and of wood that entries tell of. */
import type { ShopDocument } from './shop-document.ts';

export interface NamedPhoto {
  readonly id: string;
  readonly name: string;
}

export function photosIn({
  hauls,
  pieces,
  entries,
}: Pick<ShopDocument, 'hauls' | 'pieces' | 'entries'>): readonly NamedPhoto[] {
  const wood = entries.flatMap(({ took, gave }) =>
    [took, gave].flatMap((side) => [...side.pieces, ...side.parts.map((part) => part.wood)]),
  );
  const all = [...hauls, ...pieces, ...wood].flatMap(({ photos = [] }): readonly NamedPhoto[] => photos);
  return [...new Map(all.map((photo) => [photo.id, photo])).values()];
}
