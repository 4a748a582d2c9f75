import type { Haul, OwnKind } from '../stock/haul.ts';
import type { Piece } from '../stock/piece.ts';
import type { Place } from '../stock/place.ts';
import type { Project } from '../project/project.ts';
import { DEFAULT_HABITS, type CuttingHabits } from '../yield/estimate.ts';
import { DEFAULT_TRADE, type Trade } from '../yield/worth-taking.ts';
import type { LengthUnit } from '../units/length.ts';

export const SHOP_FORMAT = 'aldrek-shop';
export const SHOP_VERSION = 2;

export interface ShopSettings {
  readonly unit: LengthUnit;
  readonly habits: CuttingHabits;
  readonly trade: Trade;
  readonly places: readonly Place[];
  readonly ownKinds: readonly OwnKind[];
}

export const DEFAULT_SETTINGS: ShopSettings = {
  unit: 'mm',
  habits: DEFAULT_HABITS,
  trade: DEFAULT_TRADE,
  places: [],
  ownKinds: [],
};

/** The whole shop: what is exported, imported, and published as `shop.schema.json`. */
export interface ShopDocument {
  readonly format: typeof SHOP_FORMAT;
  readonly version: typeof SHOP_VERSION;
  readonly settings: ShopSettings;
  readonly hauls: readonly Haul[];
  readonly pieces: readonly Piece[];
  readonly projects: readonly Project[];
}

export const emptyShop = (): ShopDocument => ({
  format: SHOP_FORMAT,
  version: SHOP_VERSION,
  settings: DEFAULT_SETTINGS,
  hauls: [],
  pieces: [],
  projects: [],
});
