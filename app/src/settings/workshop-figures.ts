/** The figures of single machines: kerf, and minutes until the shop has timed its own. */
import { NOTED_MACHINES, type MachineNotes } from '@aldrek/core/shop';
import { USUAL_MINUTES, type RouteMachine } from '@aldrek/core/floor';
import type { SettingFigure, SettingPage } from './setting-shape';

const MACHINE_WORDS: Readonly<Record<RouteMachine, string>> = {
  bench: 'Bench',
  detector: 'Metal detector',
  'mitre-saw': 'Mitre saw',
  'table-saw': 'Table saw',
  bandsaw: 'Bandsaw',
  handsaw: 'Handsaw',
  jigsaw: 'Jigsaw',
  'guided-saw': 'Guided saw',
  jointer: 'Jointer (surface planer)',
  planer: 'Planer (thicknesser)',
  sled: 'Sled',
  router: 'Router',
  'hand-plane': 'Hand plane',
  clamps: 'Clamps',
};

type NotedFigure = Exclude<keyof MachineNotes, 'blade'>;

const noted = (
  machine: RouteMachine,
  key: NotedFigure,
  name: string,
  usual: number,
  most: number,
  kind: SettingFigure['kind'] = 'number',
): SettingFigure => ({
  id: `${machine} ${key}`,
  name: `${MACHINE_WORDS[machine]}: ${name}`,
  kind,
  least: 0,
  most,
  mayBeNone: usual,
  noneText: kind === 'length' ? 'as the shop’s' : 'as usual',
  get: ({ workshop }) => workshop.park[machine]?.[key] ?? null,
  set: (settings, value) => {
    const { [key]: _before, ...rest } = settings.workshop.park[machine] ?? {};
    const notes: MachineNotes = value === null ? rest : { ...rest, [key]: value };
    const { [machine]: _old, ...park } = settings.workshop.park;
    const kept = Object.keys(notes).length === 0 ? park : { ...park, [machine]: notes };
    return { ...settings, workshop: { ...settings.workshop, park: kept } };
  },
});

const gluing = (
  key: 'closingMin' | 'spreadMinPerM' | 'spreadMinPerM2' | 'helpers' | 'temperatureC' | 'caulMm',
  name: string,
  about: string,
  [least, most]: readonly [number, number],
  kind: SettingFigure['kind'] = 'number',
): SettingFigure => ({
  id: `glue ${key}`,
  name,
  about,
  kind,
  least,
  most,
  get: ({ workshop }) => workshop.glue[key],
  set: (settings, value) => ({
    ...settings,
    workshop: { ...settings.workshop, glue: { ...settings.workshop.glue, [key]: value ?? 0 } },
  }),
});

const SAWING: readonly RouteMachine[] = [
  'mitre-saw',
  'table-saw',
  'bandsaw',
  'handsaw',
  'jigsaw',
  'guided-saw',
];

/** The page of the maker's own hours, school and machines; what is no figure stands over it. */
export const WORKSHOP_PAGE = 'Workshop';

export const WORKSHOP: SettingPage = {
  name: WORKSHOP_PAGE,
  groups: [
    {
      name: 'Gluing',
      about:
        'Joints in one stage = (open time − closing) / (spreading a metre × length); cold doubles every time for ten degrees.',
      figures: [
        gluing('closingMin', 'closing all clamps, min', 'to set and turn them', [0, 60]),
        gluing('spreadMinPerM', 'spreading a metre of edge, min', 'one person', [0.1, 30]),
        gluing('spreadMinPerM2', 'spreading a square metre of face, min', 'one person', [0.1, 60]),
        gluing('helpers', 'helpers', 'who spread and hold with you', [0, 10]),
        gluing('temperatureC', 'temperature of the shop, °C', 'below 8 glue does not set', [-20, 45]),
        gluing('caulMm', 'caul', 'how wide the strips under the clamps are', [0, 200], 'length'),
      ],
    },
    {
      name: 'Kerf of single saws',
      about: 'Where a saw takes another kerf than the shop’s: it is counted as dust. Plans go by the shop’s.',
      figures: SAWING.map((one) => noted(one, 'kerfMm', 'kerf', 2, 10, 'length')),
    },
    {
      name: 'Minutes to set up',
      about: 'Until the shop has timed a step of the kind itself.',
      figures: NOTED_MACHINES.map((one) =>
        noted(one, 'setUpMin', 'setting up, min', USUAL_MINUTES[one].setUp, 120),
      ),
    },
    {
      name: 'Minutes for a workpiece',
      about: 'For one pass of one workpiece, until the shop has timed it.',
      figures: NOTED_MACHINES.map((one) =>
        noted(one, 'pieceMin', 'a workpiece, min', USUAL_MINUTES[one].piece, 120),
      ),
    },
  ],
};
