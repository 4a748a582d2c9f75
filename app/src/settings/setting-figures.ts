/** Every assumption of the shop as a figure that can be changed: where it stands in the settings, and what it may be. */
import {
  breakdownOf,
  FIND_KINDS,
  guessedPricePerM3,
  SPECIES,
  type FindKind,
  type GradeLimits,
} from '@aldrek/core/wood';
import {
  HAULED_MOISTURE_PCT,
  KNOWLEDGE,
  KNOWLEDGE_NAMES,
  usableShare,
  type CuttingHabits,
  type Knowledge,
  type Machines,
} from '@aldrek/core/yield';
import type { SettingFigure, SettingGroup, SettingPage } from './setting-shape';
import { WORKSHOP } from './workshop-figures';

type Lengths<T> = { readonly [K in keyof T]: T[K] extends number | null ? K : never }[keyof T];

const habit = (
  key: Lengths<CuttingHabits> & keyof CuttingHabits,
  name: string,
  about: string,
  least: number,
  most: number,
): SettingFigure => ({
  id: key,
  name,
  about,
  kind: 'length',
  least,
  most,
  get: ({ habits }) => habits[key],
  set: (settings, value) => ({ ...settings, habits: { ...settings.habits, [key]: value } }),
});

const machine = (
  key: Exclude<keyof Machines, 'handTools'>,
  name: string,
  about: string,
  least: number,
  most: number,
  mayBeNone?: number,
): SettingFigure => ({
  id: key,
  name,
  about,
  kind: 'length',
  least,
  most,
  ...(mayBeNone === undefined ? {} : { mayBeNone }),
  get: ({ machines }) => machines[key],
  set: (settings, value) => ({ ...settings, machines: { ...settings.machines, [key]: value } }),
});

const limit = (key: keyof GradeLimits, name: string, about: string): SettingFigure => ({
  id: key,
  name,
  about,
  kind: 'length',
  least: 0,
  most: 300,
  get: ({ habits }) => habits.limits[key],
  set: (settings, value) => ({
    ...settings,
    habits: { ...settings.habits, limits: { ...settings.habits.limits, [key]: value ?? 0 } },
  }),
});

const offcut = (key: 'minLengthMm' | 'minWidthMm', name: string): SettingFigure => ({
  id: `offcut ${key}`,
  name,
  about: 'smaller leftovers are firewood',
  kind: 'length',
  least: 10,
  most: 5000,
  get: ({ habits }) => habits.offcut[key],
  set: (settings, value) => ({
    ...settings,
    habits: { ...settings.habits, offcut: { ...settings.habits.offcut, [key]: value ?? 0 } },
  }),
});

const SAWS: SettingPage = {
  name: 'Saws and ends',
  groups: [
    {
      name: 'Cuts',
      figures: [
        habit('kerfMm', 'kerf', 'what your saw turns to dust, cut by cut', 0, 20),
        habit('minLengthMm', 'shortest piece', 'shorter pieces are not worth keeping', 10, 5000),
        habit('minWidthMm', 'narrowest piece', 'narrower ones neither', 5, 2000),
      ],
    },
    {
      name: 'Ends',
      about: 'Before the knock test says more; another 25 mm after a slice that broke.',
      figures: [
        habit('endTrimMm', 'off each end', 'as a matter of course', 0, 500),
        habit('roughEndTrimMm', 'off a rough end', 'or one that stood outdoors', 0, 500),
      ],
    },
  ],
};

const MILLING: SettingPage = {
  name: 'Milling',
  groups: [
    {
      name: 'Planing',
      figures: [
        machine('cleanUpMm', 'clean-up', 'off each face, once it is flat', 0, 20),
        machine('jointingMm', 'jointing', 'off each edge, to a straight joint', 0, 20),
      ],
    },
    {
      name: 'Machines',
      about: 'They bind plans, panels and cut sheets. What you don’t have is left out of the ways offered.',
      figures: [
        machine('planerWidthMm', 'planer, width', 'the widest it takes', 10, 3000, 310),
        machine('planerMostThicknessMm', 'planer, thickest', 'that goes in', 5, 1000),
        machine('planerLeastThicknessMm', 'planer, thinnest', 'that may come out', 0, 100),
        machine('planerLeastLengthMm', 'planer, shortest', 'shorter tips between the rollers', 0, 3000),
        machine('jointerWidthMm', 'jointer, width', 'the widest it takes', 10, 3000, 155),
        machine('sawDepthMm', 'table saw, depth', 'its deepest cut', 5, 600, 75),
        machine('mitreReachMm', 'mitre saw, reach', 'the widest it crosscuts', 20, 1500, 300),
        machine('bandsawHeightMm', 'bandsaw, height', 'the thickest it takes', 20, 1500, 150),
        machine('routerReachMm', 'router, bit reach', 'with a router there is a sled, too', 5, 150, 25),
        machine('railLengthMm', 'guided saw, rail', 'the longest cut on it', 200, 6000, 1400),
      ],
    },
  ],
};

const GRADES: SettingPage = {
  name: 'Grades',
  groups: [
    {
      name: 'What a grade puts up with',
      about: 'Starting points, not standards: structural use needs your local grading rule.',
      figures: [
        limit('characterHoleMm', 'hole or groove', 'largest that character wood keeps'),
        limit('structuralKnotMm', 'knot', 'largest sound one in structural wood'),
        limit('structuralEdgeMm', 'knot to edge', 'least distance of such a knot'),
      ],
    },
    {
      name: 'Offcuts that go back on the rack',
      figures: [offcut('minLengthMm', 'at least so long'), offcut('minWidthMm', 'at least so wide')],
    },
  ],
};

const round1 = (value: number): number => Math.round(value * 1000) / 10;

const prior = (known: Knowledge, part: 'mean' | 'sd'): SettingFigure => ({
  id: `${known} ${part}`,
  name: `${KNOWLEDGE_NAMES[known]}, ${part === 'mean' ? 'bias' : 'spread'} %`,
  kind: 'number',
  least: part === 'mean' ? -90 : 0.1,
  most: part === 'mean' ? 90 : 150,
  get: ({ sureness }) => round1(sureness.priors[known][part]),
  set: (settings, value) => ({
    ...settings,
    sureness: {
      ...settings.sureness,
      priors: {
        ...settings.sureness.priors,
        [known]: { ...settings.sureness.priors[known], [part]: (value ?? 0) / 100 },
      },
    },
  }),
});

const biasSd = (key: 'shop' | 'kind' | 'species', name: string): SettingFigure => ({
  id: `bias ${key}`,
  name,
  kind: 'number',
  least: 0.1,
  most: 150,
  get: ({ sureness }) => round1(sureness.biasSd[key]),
  set: (settings, value) => ({
    ...settings,
    sureness: {
      ...settings.sureness,
      biasSd: { ...settings.sureness.biasSd, [key]: (value ?? 10) / 100 },
    },
  }),
});

const SURENESS: SettingPage = {
  name: 'Estimates',
  groups: [
    {
      name: 'How far off an estimate is, before your own record says more',
      about:
        'Bias: how much more or less comes than was estimated. Spread: two of three lie within it. Some ten records outweigh them.',
      figures: KNOWLEDGE.flatMap((known) => [prior(known, 'mean'), prior(known, 'sd')]),
    },
    {
      name: 'How far shops, kinds of find and species differ, %',
      figures: [biasSd('shop', 'shops'), biasSd('kind', 'kinds of find'), biasSd('species', 'species')],
    },
  ],
};

const share = (kind: FindKind, part: 'low' | 'likely' | 'high'): SettingFigure => ({
  id: `share ${kind} ${part}`,
  name: `${breakdownOf(kind).name}, ${part}`,
  kind: 'number',
  least: 0,
  most: 100,
  get: ({ trade }) => Math.round(usableShare(kind, 'worn', [], trade.usable[kind])[part] * 1000) / 10,
  set: (settings, value) => {
    const { records: _, ...now } = usableShare(kind, 'worn', [], settings.trade.usable[kind]);
    const next = { ...now, [part]: (value ?? 0) / 100 };
    // Whichever was changed stays; the others give way, so that low ≤ likely ≤ high.
    const range = {
      low: part === 'low' ? next.low : Math.min(next.low, next[part]),
      high: part === 'high' ? next.high : Math.max(next.high, next[part]),
      likely: Math.min(
        part === 'high' ? next.high : Math.max(next.high, next[part]),
        Math.max(part === 'low' ? next.low : Math.min(next.low, next[part]), next.likely),
      ),
    };
    return {
      ...settings,
      trade: { ...settings.trade, usable: { ...settings.trade.usable, [kind]: range } },
    };
  },
});

const WOODEN = FIND_KINDS.filter((kind) => kind !== 'metal' && kind !== 'glass');

const FINDS: SettingPage = {
  name: 'Finds',
  groups: [
    {
      name: 'Usable share of a find, worn, %',
      about: 'Your own record of finds and milled pieces draws these towards what really comes.',
      figures: WOODEN.flatMap((kind) => [share(kind, 'low'), share(kind, 'likely'), share(kind, 'high')]),
    },
    {
      name: 'Minutes for one member, taken off and cleaned',
      figures: WOODEN.flatMap((kind) =>
        breakdownOf(kind).ways.map((way): SettingFigure => ({
          id: `minutes ${kind}/${way.id}`,
          name: `${breakdownOf(kind).name}: ${way.name}`,
          kind: 'number',
          least: 0,
          most: 1000,
          get: ({ trade }) => trade.minutesEach[`${kind}/${way.id}`] ?? way.minutesEach,
          set: (settings, value) => ({
            ...settings,
            trade: {
              ...settings.trade,
              minutesEach: { ...settings.trade.minutesEach, [`${kind}/${way.id}`]: value ?? 0 },
            },
          }),
        })),
      ),
    },
    {
      name: 'Moisture of wood as it is hauled, %',
      about: 'For its weight on the way home.',
      figures: WOODEN.map((kind): SettingFigure => ({
        id: `hauled ${kind}`,
        name: breakdownOf(kind).name,
        kind: 'number',
        least: 0,
        most: 120,
        get: ({ trade }) => trade.hauledMoisture[kind] ?? HAULED_MOISTURE_PCT[kind],
        set: (settings, value) => ({
          ...settings,
          trade: {
            ...settings.trade,
            hauledMoisture: { ...settings.trade.hauledMoisture, [kind]: value ?? 0 },
          },
        }),
      })),
    },
  ],
};

const PRICES: SettingPage = {
  name: 'Prices',
  groups: [
    {
      name: 'New wood, per m³, in your currency',
      about: 'Guesses to begin with. Put in what your merchant asks.',
      figures: SPECIES.map(({ id, name }): SettingFigure => ({
        id: `price ${id}`,
        name,
        kind: 'number',
        least: 0,
        most: 1_000_000,
        get: ({ trade }) => trade.pricePerM3[id] ?? guessedPricePerM3(id),
        set: (settings, value) => ({
          ...settings,
          trade: { ...settings.trade, pricePerM3: { ...settings.trade.pricePerM3, [id]: value ?? 0 } },
        }),
      })),
    },
    {
      name: 'Time and trips',
      figures: [
        {
          id: 'perHour',
          name: 'your hour',
          kind: 'number',
          least: 0,
          most: 100_000,
          get: ({ trade }) => trade.perHour,
          set: (settings, value) => ({ ...settings, trade: { ...settings.trade, perHour: value ?? 0 } }),
        },
        {
          id: 'perKm',
          name: 'a km',
          kind: 'number',
          least: 0,
          most: 1000,
          get: ({ trade }) => trade.perKm,
          set: (settings, value) => ({ ...settings, trade: { ...settings.trade, perKm: value ?? 0 } }),
        },
      ],
    },
  ],
};

export const SETTING_PAGES: readonly SettingPage[] = [
  SAWS,
  MILLING,
  WORKSHOP,
  GRADES,
  SURENESS,
  FINDS,
  PRICES,
];

/** The figures in whose names, notes and headings all words of a search are found, under their headings. */
export function settingsFound(words: string): readonly SettingGroup[] {
  const wanted = words.toLowerCase().split(/\s+/).filter(Boolean);
  return SETTING_PAGES.flatMap((page) =>
    page.groups.flatMap((group): SettingGroup[] => {
      const figures = group.figures.filter((figure) => {
        const text = [page.name, group.name, figure.name, figure.about ?? ''].join(' ').toLowerCase();
        return wanted.every((word) => text.includes(word));
      });
      return figures.length === 0 ? [] : [{ ...group, figures }];
    }),
  );
}
