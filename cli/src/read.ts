import { readShop } from '@aldrek/core/shop';

export type ReadAnswer =
  | { readonly ok: true; readonly pieces: number; readonly projects: number; readonly hauls: number }
  | { readonly ok: false; readonly faults: readonly { readonly place: string; readonly what: string }[] };

/** `read`: whether a text is a shop document, and what is wrong with it where it is none. Answers whatever comes. */
export function readVerb(text: string): ReadAnswer {
  const shop = readShop(text);
  if (!shop.ok)
    return { ok: false, faults: shop.fault.map(({ place, message }) => ({ place, what: message })) };
  const { pieces, projects, hauls } = shop.value;
  return { ok: true, pieces: pieces.length, projects: projects.length, hauls: hauls.length };
}
