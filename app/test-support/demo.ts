import { readShop, type ShopDocument } from '@aldrek/core/shop';
import boathouse from '../../demo/boathouse.json';

/** The demo shop, as it stands in its file. */
export function theDemo(): ShopDocument {
  const read = readShop(JSON.stringify(boathouse));
  if (!read.ok) throw new Error('the demo can’t be read');
  return read.value;
}
