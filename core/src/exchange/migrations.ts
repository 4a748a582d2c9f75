/** Brings documents of earlier versions up to the present one, before they are checked. */
import { DEFAULT_SETTINGS, SHOP_FORMAT } from './shop-document.ts';

type Raw = Readonly<Record<string, unknown>>;

const isObject = (value: unknown): value is Raw =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** Version 1 knew neither hauls nor trade, places and kinds of one's own. */
function fromVersion1(raw: Raw): Raw {
  const settings = raw['settings'];
  const { trade, places, ownKinds } = DEFAULT_SETTINGS;
  return {
    ...raw,
    version: 2,
    settings: isObject(settings) ? { ...settings, trade, places, ownKinds } : settings,
    hauls: [],
  };
}

/** Version 2 knew neither machines nor a record of what was milled. */
function fromVersion2(raw: Raw): Raw {
  const settings = raw['settings'];
  return {
    ...raw,
    version: 3,
    settings: isObject(settings) ? { ...settings, machines: DEFAULT_SETTINGS.machines } : settings,
    milled: [],
  };
}

/** Version 3 knew no designs of one's own. */
function fromVersion3(raw: Raw): Raw {
  const settings = raw['settings'];
  return {
    ...raw,
    version: 4,
    settings: isObject(settings) ? { ...settings, designs: DEFAULT_SETTINGS.designs } : settings,
  };
}

/** `raw` in the present version where it is of an earlier one; anything else as it came. */
export function migrated(raw: unknown): unknown {
  if (!isObject(raw) || raw['format'] !== SHOP_FORMAT) return raw;
  const second = raw['version'] === 1 ? fromVersion1(raw) : raw;
  const third = second['version'] === 2 ? fromVersion2(second) : second;
  return third['version'] === 3 ? fromVersion3(third) : third;
}
