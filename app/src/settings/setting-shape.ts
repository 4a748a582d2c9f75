/** What a setting is: a figure that stands somewhere in the settings, under a heading, on a page. */
import type { ShopSettings } from '@aldrek/core/shop';

export interface SettingFigure {
  readonly id: string;
  readonly name: string;
  readonly about?: string;
  readonly kind: 'length' | 'number' | 'count';
  readonly least: number;
  readonly most: number;
  /** What need not be there, with what it comes back with, and what is said while it is not. */
  readonly mayBeNone?: number;
  readonly noneText?: string;
  readonly get: (settings: ShopSettings) => number | null;
  readonly set: (settings: ShopSettings, value: number | null) => ShopSettings;
}

export interface SettingGroup {
  readonly name: string;
  readonly about?: string;
  readonly figures: readonly SettingFigure[];
}

export interface SettingPage {
  readonly name: string;
  readonly groups: readonly SettingGroup[];
}
