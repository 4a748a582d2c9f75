import { asOfToday, readShop, type ShopDocument } from '@aldrek/core/shop';
import { isDay } from '@aldrek/core/wood';
import boathouse from '../../demo/boathouse.json' with { type: 'json' };
import { InputError, textAt, type Json } from './fields.ts';

/** `demo`: the demo shop as a document, its days counted from the one that is given. */
export function demoVerb(input: Json): ShopDocument {
  const today = textAt(input, 'today');
  if (!isDay(today)) throw new InputError(`today: expected a day such as 2026-03-01, got “${today}”`);
  const shop = readShop(JSON.stringify(boathouse));
  if (!shop.ok) throw new Error('the demo that is built in can’t be read');
  return asOfToday(shop.value, today);
}
