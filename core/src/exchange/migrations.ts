/** Brings documents of earlier versions up to the present one, before they are checked. */
import { DEFAULT_SETTINGS, SHOP_FORMAT } from './shop-document.ts';

export type Raw = Readonly<Record<string, unknown>>;

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

/**
 * Version 5 knew no entries. What it recorded beside the wood becomes some: finds that were broken down, with the pieces that
 * are still there, and what came off the planer.
 */
function fromVersion5(raw: Raw): Raw {
  const { milled, ...rest } = raw;
  const settings = raw['settings'];
  const pieces = listOf(raw['pieces']);
  const finds = listOf(raw['hauls']).flatMap((haul) => listOf(haul['finds']));
  return {
    ...rest,
    version: 6,
    settings: isObject(settings) ? { ...settings, workshop: DEFAULT_SETTINGS.workshop } : settings,
    entries: entriesBefore6(finds, pieces, listOf(milled)),
  };
}

/** What was recorded before there were entries, as such. */
export const entriesBefore6 = (
  finds: readonly Raw[],
  pieces: readonly Raw[],
  milled: readonly Raw[],
): Raw[] => [
  ...finds.filter((find) => find['brokenDown'] !== undefined).map((find) => brokenDown(find, pieces)),
  ...milled.map(planedEntry),
];

/** A line of the record of what came off the planer as an entry. */
export const planedEntry = ({ id, day, ...planed }: Raw): Raw => ({ ...entryOf('planed', id, day), planed });

const listOf = (value: unknown): Raw[] => (Array.isArray(value) ? value.filter(isObject) : []);

const entryOf = (kind: string, id: unknown, day: unknown): Raw => ({
  id,
  kind,
  day,
  projectIds: [],
  took: { pieces: [], parts: [] },
  gave: { pieces: [], parts: [] },
  lost: { kerfM3: 0, wasteM3: 0 },
});

function brokenDown(find: Raw, pieces: readonly Raw[]): Raw {
  const came = pieces.filter(({ origin }) => isObject(origin) && origin['findId'] === find['id']);
  return {
    ...entryOf('broken-down', `broken-down ${String(find['id'])}`.slice(0, 80), find['brokenDown']),
    findId: find['id'],
    gave: { pieces: came.slice(0, 1000), parts: [] },
  };
}

/** Version 6 knew nothing of how the shop glues. */
function fromVersion6(raw: Raw): Raw {
  const settings = raw['settings'];
  if (!isObject(settings)) return { ...raw, version: 7 };
  const workshop = isObject(settings['workshop']) ? settings['workshop'] : {};
  return {
    ...raw,
    version: 7,
    settings: { ...settings, workshop: { ...workshop, glue: DEFAULT_SETTINGS.workshop.glue } },
  };
}

/** `raw` in the present version where it is of an earlier one; anything else as it came. */
export function migrated(raw: unknown): unknown {
  if (!isObject(raw) || raw['format'] !== SHOP_FORMAT) return raw;
  const second = raw['version'] === 1 ? fromVersion1(raw) : raw;
  const third = second['version'] === 2 ? fromVersion2(second) : second;
  const fourth = third['version'] === 3 ? fromVersion3(third) : third;
  const fifth = fourth['version'] === 4 ? fromVersion4(fourth) : fourth;
  const sixth = fifth['version'] === 5 ? fromVersion5(fifth) : fifth;
  return sixth['version'] === 6 ? fromVersion6(sixth) : sixth;
}
