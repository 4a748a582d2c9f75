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

/** What version 4 took off an end as it came; a shop that never changed it takes what is usual now. */
const END_TRIM_BEFORE_5 = 10;

/**
 * Version 4 knew one end trim, one offcut grade, machines that are always there and no doubts of one's own; its plans
 * bore a mark in place of what they were asked.
 */
function fromVersion4(raw: Raw): Raw {
  const settings = raw['settings'];
  const projects = raw['projects'];
  return {
    ...raw,
    version: 5,
    settings: isObject(settings) ? settingsFrom4(settings) : settings,
    projects: Array.isArray(projects) ? projects.map(withoutBasis) : projects,
  };
}

function settingsFrom4(settings: Raw): Raw {
  const over = (defaults: object, key: string): unknown =>
    isObject(settings[key]) ? { ...defaults, ...settings[key] } : settings[key];
  const habits = over(DEFAULT_SETTINGS.habits, 'habits');
  return {
    ...settings,
    habits:
      isObject(habits) && habits['endTrimMm'] === END_TRIM_BEFORE_5
        ? { ...habits, endTrimMm: DEFAULT_SETTINGS.habits.endTrimMm }
        : habits,
    machines: over(DEFAULT_SETTINGS.machines, 'machines'),
    trade: over(DEFAULT_SETTINGS.trade, 'trade'),
    sureness: DEFAULT_SETTINGS.sureness,
  };
}

function withoutBasis(project: unknown): unknown {
  if (!isObject(project)) return project;
  const plain = (plan: unknown): unknown => {
    if (!isObject(plan)) return plan;
    const { basis: _, ...rest } = plan;
    return rest;
  };
  const { plan, putBy } = project;
  return {
    ...project,
    ...(plan === undefined ? {} : { plan: plain(plan) }),
    ...(putBy === undefined ? {} : { putBy: plain(putBy) }),
  };
}

/** Version 5 knew no entries: nothing of what was done after a plan was accepted. */
const fromVersion5 = (raw: Raw): Raw => ({ ...raw, version: 6, entries: [] });

/** `raw` in the present version where it is of an earlier one; anything else as it came. */
export function migrated(raw: unknown): unknown {
  if (!isObject(raw) || raw['format'] !== SHOP_FORMAT) return raw;
  const second = raw['version'] === 1 ? fromVersion1(raw) : raw;
  const third = second['version'] === 2 ? fromVersion2(second) : second;
  const fourth = third['version'] === 3 ? fromVersion3(third) : third;
  const fifth = fourth['version'] === 4 ? fromVersion4(fourth) : fourth;
  return fifth['version'] === 5 ? fromVersion5(fifth) : fifth;
}
