import type { Haul, OwnKind } from '../stock/haul.ts';
import type { Piece } from '../stock/piece.ts';
import type { Place } from '../stock/place.ts';
import type { Design } from '../project/designs/design.ts';
import type { Project } from '../project/project.ts';
import { DEFAULT_SURENESS, type Sureness } from '../yield/estimates/how-sure.ts';
import { DEFAULT_HABITS, type CuttingHabits } from '../yield/habits.ts';
import { DEFAULT_TRADE, type Trade } from '../yield/worth/worth-taking.ts';
import { DEFAULT_MACHINES, type Machines } from '../yield/machines.ts';
import type { Entry } from '../shop/entry.ts';
import { DEFAULT_WORKSHOP, type Workshop } from '../shop/workshop.ts';
import type { LengthUnit } from '../units/length.ts';

export const SHOP_FORMAT = 'aldrek-shop';
const SHOP_VERSION = 7;

export interface ShopSettings {
  readonly unit: LengthUnit;
  readonly habits: CuttingHabits;
  readonly machines: Machines;
  readonly trade: Trade;
  /** What is believed of estimates before the shop's own record says more. */
  readonly sureness: Sureness;
  /** How the shop works; changes no plan. */
  readonly workshop: Workshop;
  readonly places: readonly Place[];
  readonly ownKinds: readonly OwnKind[];
  /** The shop's own designs, beside those that ship. */
  readonly designs: readonly Design[];
}

export const DEFAULT_SETTINGS: ShopSettings = {
  unit: 'mm',
  habits: DEFAULT_HABITS,
  machines: DEFAULT_MACHINES,
  trade: DEFAULT_TRADE,
  sureness: DEFAULT_SURENESS,
  workshop: DEFAULT_WORKSHOP,
  places: [],
  ownKinds: [],
  designs: [],
};

/** Settings of any earlier version with what they did not know yet as it comes. */
export function completeSettings(settings: Partial<ShopSettings>): ShopSettings {
  const { habits, machines, trade, sureness, workshop } = settings;
  return {
    ...DEFAULT_SETTINGS,
    ...settings,
    habits: { ...DEFAULT_HABITS, ...habits },
    machines: { ...DEFAULT_MACHINES, ...machines },
    trade: { ...DEFAULT_TRADE, ...trade },
    sureness: { ...DEFAULT_SURENESS, ...sureness },
    workshop: { ...DEFAULT_WORKSHOP, ...workshop, glue: { ...DEFAULT_WORKSHOP.glue, ...workshop?.glue } },
  };
}

/** The whole shop: what is exported, imported, and published as `shop.schema.json`. */
export interface ShopDocument {
  readonly format: typeof SHOP_FORMAT;
  readonly version: typeof SHOP_VERSION;
  readonly settings: ShopSettings;
  readonly hauls: readonly Haul[];
  readonly pieces: readonly Piece[];
  readonly projects: readonly Project[];
  /** What was done in the shop, in order: what wood went in, came out and was lost. */
  readonly entries: readonly Entry[];
}

export const emptyShop = (): ShopDocument => ({
  format: SHOP_FORMAT,
  version: SHOP_VERSION,
  settings: DEFAULT_SETTINGS,
  hauls: [],
  pieces: [],
  projects: [],
  entries: [],
});
