/**
 * Makes the demo shop: a made-up rowing club fits out its boathouse from made-up hauls. Run with
 * `npm run demo`. Long because it is a stock list, read from top to bottom haul by haul; the outcome, `boathouse.json`, is kept in the repository.
 */
import { writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import {
  DEFAULT_ALLOWANCES,
  emptyShop,
  findingKindFacts,
  findSpecies,
  finishIsLeadFree,
  fullWidth,
  keepOnPiece,
  nextTag,
  readShop,
  breakdownOf,
  usualMeasures,
  woodHazards,
  type Find,
  type FindKind,
  type Finding,
  type FindingFace,
  type FindingKind,
  type Grade,
  type Haul,
  type Milled,
  type Part,
  type Piece,
  type Project,
  type ShopDocument,
  type StainColour,
  type Warp,
} from '@aldrek/core';

type Mark = readonly [
  kind: FindingKind,
  x: number,
  y: number,
  length?: number | undefined,
  width?: number | undefined,
  face?: FindingFace | undefined,
  colour?: StainColour | undefined,
];

/** Like members of one find. */
interface Members {
  readonly name: string;
  readonly species: string;
  readonly guess?: boolean;
  readonly place: string;
  readonly find: Find;
  readonly moisture?: number;
  /** The day on which they were gone over with the detector. */
  readonly scanned?: string;
}

const pieces: Piece[] = [];
const hauls: Haul[] = [];
const taken = new Set<string>();
let made = 0;

/** Ids that sort in the order in which things are made, and never change. */
const id = (kind: string): string => `demo-${kind}-${String(++made).padStart(4, '0')}`;

interface Told {
  readonly kind: FindKind;
  readonly name: string;
  readonly species: string;
  readonly guess?: boolean;
  readonly alike?: number;
  readonly place: string;
  readonly measures: Readonly<Record<string, number>>;
  readonly answers: Readonly<Record<string, string>>;
  readonly more?: Partial<Find>;
}

/** A find as it is recorded; what is not told is as usual for its kind. */
function aFind(told: Told): Find {
  return {
    id: id('find'),
    name: told.name,
    kind: told.kind,
    alike: told.alike ?? 1,
    species: findSpecies(told.species) ?? told.species,
    speciesSure: told.guess === true ? 'guess' : 'sure',
    condition: 'worn',
    measures: { ...usualMeasures(told.kind), ...told.measures },
    way: breakdownOf(told.kind).ways[0]?.id ?? '',
    corrections: {},
    answers: told.answers,
    place: told.place,
    note: '',
    ...told.more,
  };
}

function haul(about: Omit<Haul, 'id' | 'photos' | 'finds'>, finds: readonly Told[]): readonly Find[] {
  const made = finds.map(aFind);
  hauls.push({ id: id('haul'), ...about, photos: [], finds: made });
  return made;
}

/** The only find of a haul. */
function haulOf(about: Omit<Haul, 'id' | 'photos' | 'finds'>, told: Told): Find {
  const [only] = haul(about, [told]);
  if (!only) throw new Error('a haul without a find');
  return only;
}

const NO_TROUBLE = { spill: 'no', paint: 'none', insects: 'none', mould: 'none' };

function lay(
  of: Members,
  length: number,
  width: number,
  thickness: number,
  marks: readonly Mark[],
  widthFar?: number,
  warp?: Warp,
): void {
  const tag = nextTag(of.name, taken);
  taken.add(tag);
  const species = findSpecies(of.species);
  if (species === undefined) throw new Error(`no species is called ${of.species}`);
  const size = { length, width, ...(widthFar === undefined ? {} : { widthFar }) };
  pieces.push({
    id: id('piece'),
    tag,
    name: of.name,
    ...size,
    thickness,
    species,
    speciesSure: of.guess === true ? 'guess' : 'sure',
    place: of.place,
    ...(of.find.brokenDown === undefined ? {} : { since: of.find.brokenDown }),
    find: of.find.name,
    origin: { findId: of.find.id, member: of.name },
    ...(warp ? { warp } : {}),
    ...(of.moisture === undefined ? {} : { moisturePct: of.moisture }),
    hazards: woodHazards(of.find),
    ...(of.scanned === undefined ? {} : { scans: { found: of.scanned } }),
    ...(of.find.kind === 'post' ? { roughEnds: ['near', 'far'] as const } : {}),
    findings: marks.map(([kind, x, y, l, w, face, colour]): Finding => {
      const usual = findingKindFacts(kind);
      const finding = {
        id: id('finding'),
        kind,
        face: face ?? usual.face,
        x,
        y,
        length: l ?? usual.length,
        width: w ?? usual.width,
        ...(colour === undefined ? {} : { colour }),
        ...(kind === 'old-finish' && finishIsLeadFree(of.find.answers) ? { leadFree: true as const } : {}),
      };
      return keepOnPiece(finding, length, fullWidth(size));
    }),
  });
}

/** Two nail holes across a board, where it was nailed to a stringer. */
const pair = (x: number, width: number, kind: FindingKind = 'nail-hole'): Mark[] => [
  [kind, x, width * 0.22],
  [kind, x, width * 0.72],
];

// Pallets from behind a chandler's: spruce slats over three stringers.
const pallets = haulOf(
  {
    place: 'The chandler’s yard',
    date: '2026-01-17',
    leaveBy: 'the yard foreman',
    leaveHow: 'spoken',
    price: 0,
    distanceKm: 14,
    hours: 1,
    note: 'He keeps the blue ones for the pool; these were for the skip.',
  },
  {
    kind: 'pallet',
    name: 'chandler’s pallets',
    species: 'spruce',
    place: 'bay 2',
    measures: { length: 1200, width: 1200, deckBoards: 9, bottomBoards: 3 },
    answers: NO_TROUBLE,
    more: {
      way: 'saw-nails',
      mark: { country: 'NL', number: '117', treatment: 'HT' },
      brokenDown: '2026-01-18',
      cameTo: 0.41,
    },
  },
);
const slat: Members = { name: 'slat', species: 'spruce', place: 'bay 2', find: pallets, moisture: 15 };
const rows = (
  width: number,
  kinds: readonly FindingKind[] = ['nail-hole', 'nail-hole', 'nail-hole'],
): Mark[] => [46, 590, 1138].flatMap((x, i) => pair(x, width, kinds[i] ?? 'nail-hole'));
lay(slat, 1195, 98, 18, [...rows(98, ['metal', 'nail-hole', 'metal']), ['split', 940, 46, 255]]);
lay(slat, 1195, 98, 18, [...rows(98), ['knot', 318, 52, 34, 28]]);
lay(slat, 1200, 98, 18, rows(98));
lay(slat, 1198, 97, 18, [...rows(97), ['stain', 420, 10, 160, 60, 'A', 'water']]);
lay(slat, 1200, 98, 19, [...rows(98), ['knot', 804, 20, 26, 22]]);
lay(slat, 1196, 98, 18, [...rows(98, ['nail-hole', 'metal', 'nail-hole']), ['knot', 210, 60, 30, 26]]);
lay(slat, 1200, 120, 22, [...rows(120), ['wane', 0, 0, 520, 16]]);
lay(slat, 1199, 120, 22, rows(120));
const stringer: Members = {
  name: 'stringer',
  species: 'spruce',
  place: 'bay 2',
  find: pallets,
  moisture: 16,
};
lay(stringer, 1200, 95, 38, [
  ...[70, 190, 560, 640, 1010, 1130].map((x): Mark => ['metal', x, 42, 8, 8, 'A']),
  ['notch', 250, 60, 220, 35],
]);
lay(stringer, 1200, 95, 38, [
  ...[70, 190, 560, 640, 1010, 1130].map((x): Mark => ['nail-hole', x, 42]),
  ['split', 0, 30, 140],
]);

// Pews from a closed chapel: wide pitch pine, old varnish outside, clean inside.
const pews = haulOf(
  {
    place: 'The chapel on the hill',
    date: '2026-01-24',
    leaveBy: 'the trustees',
    leaveHow: 'written',
    price: 80,
    distanceKm: 36,
    hours: 3,
    note: 'Last service in November. Two pews and what was left of a third.',
  },
  {
    kind: 'pew',
    name: 'chapel pews',
    species: 'pitch pine',
    alike: 2,
    place: 'loft',
    measures: { length: 2600, dish: 7 },
    answers: { paint: 'tested', insects: 'old', mould: 'none' },
    more: { brokenDown: '2026-01-26' },
  },
);
const seat: Members = {
  name: 'pew seat',
  species: 'pitch pine',
  place: 'loft',
  find: pews,
  moisture: 11,
  scanned: '2026-01-27',
};
lay(seat, 2610, 330, 30, [
  ['nail-hole', 280, 30],
  ['nail-hole', 1178, 30],
  ['nail-hole', 2076, 30],
  ['rot', 2440, 0, 170, 150],
  ['knot', 742, 206, 42, 34],
  ['knot', 1720, 104, 38, 36],
  ['wear', 900, 90, 560, 150, 'A'],
  ['old-finish', 0, 0, 2440, 330, 'B'],
]);
lay(seat, 2590, 330, 30, [
  ['nail-hole', 280, 30],
  ['nail-hole', 1178, 30],
  ['nail-hole', 2076, 30],
  ['check', 0, 150, 130, 5],
  ['knot', 1410, 260, 44, 38],
  ['wear', 420, 100, 640, 140, 'A'],
]);
const back: Members = { ...seat, name: 'pew back' };
lay(back, 2340, 285, 21, [
  ['nail-hole', 290, 24],
  ['nail-hole', 910, 24],
  ['nail-hole', 1530, 24],
  ['nail-hole', 2140, 24],
  ['knot', 1290, 150, 40, 32],
  ['notch', 0, 220, 70, 65],
]);
lay(back, 2335, 285, 21, [
  ['knot', 300, 120, 36, 34],
  ['knot', 1880, 40, 34, 30],
  ['stain', 960, 120, 240, 120, 'A', 'water'],
]);
const rail: Members = { ...seat, name: 'book rail' };
lay(rail, 2380, 118, 26, [
  ['hole', 240, 52],
  ['hole', 1180, 52],
  ['hole', 2120, 52],
  ['old-finish', 0, 0, 2380, 118, 'A'],
]);
lay(rail, 2380, 118, 26, [
  ['hole', 240, 52],
  ['hole', 1180, 52],
  ['hole', 2120, 52],
  ['split', 2120, 66, 210],
]);

// Strip floor from a drill hall: maple, tongue and groove, secret nails, wear on one face.
const drillHall = haulOf(
  {
    place: 'The drill hall',
    date: '2026-02-07',
    leaveBy: 'the demolition firm',
    leaveHow: 'bought',
    price: 45,
    distanceKm: 22,
    hours: 2,
    note: '',
  },
  {
    kind: 'flooring',
    name: 'drill hall floor',
    species: 'maple',
    place: 'bay 1',
    measures: {
      runLength: 3600,
      runWidth: 620,
      faceWidth: 56,
      tongue: 6,
      thickness: 19,
      shortest: 1180,
      longest: 1835,
    },
    answers: { adhesive: 'battens', paint: 'tested', insects: 'none' },
    more: { brokenDown: '2026-02-08' },
  },
);
const floor: Members = {
  name: 'floor strip',
  species: 'maple',
  place: 'bay 1',
  find: drillHall,
  moisture: 10,
  scanned: '2026-02-09',
};
const floorMarks = (length: number, more: readonly Mark[] = []): Mark[] => [
  ['tongue', 0, 55, length, 7, 'lower'],
  ...Array.from({ length: Math.floor((length - 80) / 310) + 1 }, (_, i): Mark => [
    'nail-hole',
    80 + i * 310,
    2,
    5,
    5,
    'through',
  ]),
  ...more,
];
lay(floor, 1835, 62, 19, floorMarks(1835, [['stain', 1120, 20, 180, 40, 'A', 'water']]));
lay(floor, 1790, 62, 19, floorMarks(1790, [['wear', 200, 10, 900, 42]]));
lay(floor, 1720, 62, 19, floorMarks(1720));
lay(floor, 1648, 62, 19, floorMarks(1648, [['knot', 1330, 26, 16, 14]]));
lay(floor, 1560, 62, 19, floorMarks(1560));
lay(floor, 1410, 62, 19, floorMarks(1410, [['crumble', 0, 0, 45, 62]]));
lay(floor, 1255, 62, 19, floorMarks(1255));
lay(floor, 1180, 62, 19, floorMarks(1180, [['metal', 700, 4, 6, 6]]));

// Posts from a slipway: greenheart, bolts, a rotten foot.
const slipway = haulOf(
  {
    place: 'The club’s own slipway',
    date: '2025-11-08',
    leaveBy: 'the committee',
    leaveHow: 'own',
    price: 0,
    distanceKm: 0,
    hours: 4,
    note: 'Came out when the new ramp went in.',
  },
  {
    kind: 'post',
    name: 'old slipway',
    species: 'greenheart',
    alike: 2,
    place: 'outside, under cover',
    measures: { length: 2480, width: 145, thickness: 145, rottenFoot: 310, bolts: 2, checks: 170 },
    answers: { preservative: 'durable', paint: 'none', insects: 'none' },
    more: { way: 'whole', brokenDown: '2025-11-15' },
  },
);
const post: Members = {
  name: 'slipway post',
  species: 'greenheart',
  place: 'outside, under cover',
  find: slipway,
  moisture: 23,
};
lay(post, 2480, 145, 145, [
  ['rot', 0, 0, 310, 145],
  ['metal', 880, 60, 24, 24, 'A'],
  ['metal', 1640, 60, 24, 24, 'A'],
  ['shake', 1980, 70, 500, 12],
  ['weathering', 310, 0, 2170, 145, 'A'],
]);
lay(post, 1960, 140, 70, [
  ['crumble', 0, 0, 90, 140],
  ['hole', 620, 60, 26, 26],
  ['hole', 1410, 60, 26, 26],
  ['check', 1790, 50, 170, 5],
]);
lay(post, 1540, 140, 70, [
  ['hole', 760, 58, 26, 26],
  ['stain', 1200, 0, 160, 140, 'A', 'rust-brown'],
]);

// A cider cask that fell apart: tapered oak staves.
const cask = haulOf(
  {
    place: 'A cider farm',
    date: '2026-02-14',
    leaveBy: 'the farmer',
    leaveHow: 'spoken',
    price: 10,
    distanceKm: 48,
    hours: 1.5,
    note: 'Fell apart on the way: two hoops were left in a hedge.',
  },
  {
    kind: 'barrel',
    name: 'cider cask',
    species: 'oak',
    guess: true,
    place: 'bay 3',
    measures: { height: 868, bilge: 720, head: 610, staves: 24, staveThickness: 26, hoops: 4, headHoops: 0 },
    answers: { contents: 'food', paint: 'none', hoops: 'off', insects: 'old', mould: 'none' },
    more: {
      condition: 'poor',
      brokenDown: '2026-02-15',
      kept: [{ name: 'hoops', count: 4, size: '610–720 across', job: 'derust' }],
    },
  },
);
const stave: Members = {
  name: 'stave',
  species: 'oak',
  guess: true,
  place: 'bay 3',
  find: cask,
  moisture: 17,
};
lay(
  stave,
  880,
  92,
  26,
  [
    ['groove', 45, 0, 6, 92, 'B'],
    ['check', 0, 40, 60, 4],
    ['stain', 120, 0, 640, 92, 'B', 'lees'],
  ],
  78,
);
lay(
  stave,
  880,
  96,
  26,
  [
    ['groove', 45, 0, 6, 96, 'B'],
    ['stain', 120, 0, 640, 96, 'B', 'lees'],
  ],
  80,
);
lay(
  stave,
  878,
  88,
  26,
  [
    ['groove', 45, 0, 6, 88, 'B'],
    ['hole', 430, 30, 52, 52],
  ],
  76,
);
lay(
  stave,
  880,
  104,
  27,
  [
    ['groove', 45, 0, 6, 104, 'B'],
    ['stain', 120, 0, 640, 104, 'B', 'lees'],
  ],
  88,
);
lay(
  stave,
  881,
  90,
  26,
  [
    ['groove', 45, 0, 6, 90, 'B'],
    ['insect', 620, 20, 110, 40, 'A'],
  ],
  78,
);
const head: Members = { ...stave, name: 'cask head' };
lay(head, 560, 190, 24, [
  ['wane', 0, 0, 120, 40],
  ['wane', 440, 0, 120, 40],
  ['stain', 0, 40, 560, 150, 'B', 'lees'],
]);
lay(head, 620, 185, 24, [['stain', 0, 0, 620, 185, 'B', 'lees']]);

// A sideboard and a table from the clubhouse.
const [table, sideboard] = haul(
  {
    place: 'The old clubhouse',
    date: '2025-12-06',
    leaveBy: 'the committee',
    leaveHow: 'own',
    price: 0,
    distanceKm: 2,
    hours: 1,
    note: '',
  },
  [
    {
      kind: 'furniture',
      name: 'clubhouse table',
      species: 'mahogany',
      place: 'rack 4',
      measures: { leaves: 2, topLength: 760, topWidth: 410, legs: 2, aprons: 0, edgeSign: 1, holeSign: 1 },
      answers: { paint: 'old', board: 'no', insects: 'none', springs: 'no' },
      more: { brokenDown: '2025-12-07' },
    },
    {
      kind: 'furniture',
      name: 'clubhouse sideboard',
      species: 'oak',
      place: 'rack 4',
      measures: { leaves: 0, legs: 0, aprons: 0, panels: 2 },
      answers: { paint: 'none', board: 'no', insects: 'old', springs: 'no' },
      more: { brokenDown: '2025-12-07' },
    },
  ],
);
if (!table || !sideboard) throw new Error('the clubhouse gave two finds');
const top: Members = { name: 'table leaf', species: 'mahogany', place: 'rack 4', find: table, moisture: 9 };
lay(top, 760, 410, 24, [
  ['hole', 58, 40],
  ['hole', 700, 40],
  ['wear', 300, 180, 150, 120, 'A'],
  ['old-finish', 0, 0, 760, 410, 'A'],
]);
lay(top, 760, 410, 24, [
  ['hole', 58, 40],
  ['hole', 700, 40],
  ['burn', 520, 250, 90, 80, 'A'],
]);
const leg: Members = { ...top, name: 'leg' };
lay(leg, 710, 64, 64, [['notch', 0, 14, 110, 36]]);
lay(leg, 710, 64, 64, [
  ['notch', 0, 14, 110, 36],
  ['loose-knot', 420, 20, 18, 16],
]);
const drawer: Members = { name: 'drawer side', species: 'oak', place: 'rack 4', find: sideboard };
lay(drawer, 430, 140, 12, [
  ['groove', 0, 128, 430, 6, 'B'],
  ['insect', 260, 40, 80, 50],
  ['stain', 96, 20, 34, 26, 'A', 'blue-black'],
]);
lay(drawer, 430, 140, 12, [['groove', 0, 128, 430, 6, 'B']]);

// Offcuts and half-made parts from a joiner's bin.
const bin = haulOf(
  {
    place: 'The joiner next door',
    date: '2026-02-21',
    leaveBy: 'the joiner',
    leaveHow: 'spoken',
    price: 5,
    distanceKm: 0,
    hours: 0.5,
    note: '',
  },
  {
    kind: 'mixed',
    name: 'joiner’s bin',
    species: 'ash',
    place: 'shelf',
    measures: { count: 4 },
    answers: { preservative: 'no', paint: 'none', insects: 'none', mould: 'none' },
    more: { way: 'as-is', brokenDown: '2026-02-21' },
  },
);
const offcut: Members = {
  name: 'offcut',
  species: 'ash',
  place: 'shelf',
  find: bin,
  moisture: 11,
  scanned: '2026-02-22',
};
lay(offcut, 940, 150, 32, [['notch', 880, 90, 60, 60]]);
lay(offcut, 720, 118, 28, []);
lay(offcut, 655, 96, 40, [['split', 560, 44, 95]]);
lay({ ...offcut, species: 'sweet chestnut' }, 880, 118, 26, [
  ['check', 0, 50, 80, 5],
  ['check', 800, 70, 80, 5],
]);

// Seen, not taken yet: what the ferry yard would let go.
haul(
  {
    place: 'The ferry yard',
    date: '2026-02-28',
    leaveBy: '',
    leaveHow: 'not-asked',
    price: 30,
    distanceKm: 26,
    hours: 1.5,
    note: 'Ask for the harbour master. The stack behind the shed, not the one by the gate.',
  },
  [
    {
      kind: 'pallet',
      name: 'ferry pallets',
      species: 'spruce',
      alike: 6,
      place: 'bay 2',
      measures: { width: 1000, deckBoards: 9, bottomBoards: 5 },
      answers: { spill: 'no', paint: 'none', insects: 'none' },
      more: { way: 'pry', mark: { country: 'DE', number: '4412', treatment: 'HT' } },
    },
    {
      kind: 'post',
      name: 'mooring posts',
      species: 'larch',
      guess: true,
      alike: 4,
      place: 'outside, under cover',
      measures: { length: 1900, width: 160, thickness: 160, rottenFoot: 420, bolts: 3, checks: 120 },
      answers: { preservative: 'unsure', paint: 'none', insects: 'none' },
    },
    {
      kind: 'barrel',
      name: 'fender cask',
      species: 'oak',
      place: 'bay 3',
      measures: {},
      answers: { contents: 'unknown', hoops: 'loose' },
      more: { whole: { worth: 60, chance: 0.6, hours: 1, materials: 8 } },
    },
  ],
);

type PartRow = readonly [
  name: string,
  qty: number,
  l: number,
  w: number,
  t: number,
  grade: Grade,
  species: readonly string[] | 'any',
];

function project(
  name: string,
  note: string,
  rowsOfParts: readonly PartRow[],
  more: Partial<Project> = {},
  changes: Readonly<Record<string, Partial<Part>>> = {},
): Project {
  return {
    id: id('project'),
    name,
    note,
    ...more,
    parts: rowsOfParts.map(([part, qty, length, width, thickness, grade, species]): Part => ({
      id: id('part'),
      name: part,
      qty,
      length,
      width,
      thickness,
      grade,
      species: species === 'any' ? 'any' : species.map((kind) => findSpecies(kind) ?? kind),
      allowances: DEFAULT_ALLOWANCES,
      ...changes[part],
    })),
  };
}

const projects = [
  project(
    'Boot bench',
    'Boathouse hall, indoors; through a 760 door; sat on in wet gear.',
    [
      ['seat board', 3, 1800, 108, 24, 'character', ['pitch pine']],
      ['leg upright', 4, 426, 62, 40, 'hidden', ['greenheart', 'mahogany']],
      ['rail, long', 2, 1540, 90, 18, 'character', ['pitch pine', 'spruce']],
      ['rail, short', 2, 260, 80, 16, 'hidden', 'any'],
      ['shelf slat', 5, 1140, 48, 15, 'character', ['maple', 'spruce']],
      ['cleat', 3, 280, 40, 20, 'hidden', 'any'],
    ],
    {
      kind: 'repurpose',
      brief: {
        place: 'boathouse hall',
        doorwayMm: 760,
        carryKg: 40,
        due: '2026-03-14',
        wishes: 'Sat on in wet gear; boots below.',
      },
    },
    { 'leg upright': { group: 'legs', leastThicknessMm: 34 } },
  ),
  project(
    'Tea counter',
    'Along the river window, 2,200 long at the most; food on it, so no unknown finish.',
    [
      ['counter board', 4, 2100, 130, 22, 'one-face', ['pitch pine', 'oak']],
      ['front board', 6, 820, 110, 16, 'character', ['spruce', 'pitch pine']],
      ['bearer', 3, 560, 60, 30, 'hidden', 'any'],
      ['shelf', 2, 1000, 120, 16, 'character', 'any'],
      ['edge strip', 2, 2150, 30, 18, 'clear', ['maple']],
    ],
    { kind: 'repurpose', brief: { place: 'river window', food: true } },
  ),
  project(
    'Oar rack',
    'Six sculls on the long wall; nothing sharp toward the blades.',
    [
      ['wall upright', 2, 1450, 90, 28, 'character', ['pitch pine', 'ash']],
      ['arm', 6, 300, 70, 24, 'structural', ['ash', 'greenheart']],
      ['stretcher', 2, 900, 70, 18, 'character', 'any'],
    ],
    { kind: 'repurpose', brief: { place: 'long wall', outdoors: false } },
  ),
  project(
    'Round serving tray',
    'For the tea counter; from the staves of the cask, so that they are seen once more.',
    [
      ['tray', 1, 400, 400, 16, 'character', ['oak']],
      ['handle', 2, 150, 34, 20, 'clear', ['mahogany', 'ash']],
    ],
    { kind: 'repurpose', wanted: 'best-looking', brief: { food: true } },
    {
      tray: {
        make: { kind: 'panel', leastStripMm: 40, widestStripMm: 84 },
        shape: { kind: 'round' },
        allowances: { length: 6, width: 6, thickness: 0 },
      },
    },
  ),
  project(
    'Cabinet door',
    'The kitchen cabinet’s left door: its lower rail has split along the mortise.',
    [],
    {
      kind: 'repair',
      broken: {
        thing: 'kitchen cabinet, left door',
        name: 'lower rail',
        species: findSpecies('mahogany') ?? 'unknown',
        length: 420,
        width: 62,
        thickness: 20,
        grain: 'flat',
        tone: { l: 44, a: 18, b: 27, spread: 2.2, samples: 16 },
        moisturePct: 10,
        joins: 'two stiles, mortised; the panel stands in its groove',
      },
    },
  ),
];

/** What was noted of a piece on the bench, beside its findings. */
function noted(tag: string, patch: Partial<Piece>): void {
  const at = pieces.findIndex((piece) => piece.tag === tag);
  const piece = pieces[at];
  if (!piece) throw new Error(`no piece bears the tag ${tag}`);
  pieces[at] = { ...piece, ...patch };
}

/** Findings of a piece, each as `change` makes it. */
function mended(tag: string, change: (finding: Finding) => Finding): void {
  noted(tag, { findings: pieces.find((piece) => piece.tag === tag)?.findings.map(change) ?? [] });
}

/** Both table leaves are of one tree; one has been looked at for colour. */
noted('T-01', {
  grain: 'flat',
  tone: { l: 42.1, a: 19.2, b: 28.4, spread: 2.4, samples: 4 },
  moisturePct: 10,
});
noted('T-02', {
  grain: 'flat',
  tone: { l: 46.8, a: 17.1, b: 26.2, spread: 3.1, samples: 4 },
  moisturePct: 11,
});

/** The second seat is dished, as seats are; it has been inspected on all sides. */
noted('P-02', {
  warp: { cup: -9, bow: 5, twist: 3 },
  inspected: '2026-02-07',
  grain: 'flat',
  bark: 'B',
  sapwood: 'lower',
  tone: { l: 62.4, a: 13.1, b: 33.8, spread: 2.6, samples: 4 },
  readings: [
    { day: '2025-12-01', pct: 15 },
    { day: '2026-01-05', pct: 12.5 },
    { day: '2026-02-07', pct: 11 },
  ],
});
/** The longest post: a slice off the rotten foot broke, the far end is sound. */
noted('S-11', {
  inspected: '2026-01-10',
  ends: { near: { trimMm: 330, sound: false }, far: { trimMm: 20, sound: true } },
  readings: [
    { day: '2025-11-15', pct: 31 },
    { day: '2025-12-20', pct: 27 },
    { day: '2026-01-10', pct: 25 },
    { day: '2026-02-14', pct: 23 },
  ],
});
/** Pulled and scanned, but not planed yet. */
mended('S-01', (finding) =>
  finding.kind === 'metal' && finding.x > 500 ? { ...finding, fix: 'pulled' } : finding,
);
noted('F-04', { inspected: '2026-02-09' });
/** A stave as it is: widest in its middle, bent along its length. */
{
  const stave = pieces.find(({ tag }) => tag === 'S-15');
  if (!stave) throw new Error('the stave is gone');
  const { widthFar: _far, ...rest } = stave;
  pieces[pieces.indexOf(stave)] = {
    ...rest,
    warp: { cup: 3, bow: 26 },
    inspected: '2026-01-24',
    outline: {
      upper: [
        { x: 0, y: 10 },
        { x: 440, y: 0 },
        { x: 880, y: 10 },
      ],
      lower: [
        { x: 0, y: 86 },
        { x: 440, y: 96 },
        { x: 880, y: 86 },
      ],
    },
  };
}

/** What has come off the planer so far: pallets fall short of what was calculated, floor boards come as they should. */
const milled = (
  [
    ['S-31', 'pallet', 'spruce', '2026-01-20', 0.00211, 0.00158, [[2, 520, 86, 15]]],
    ['S-32', 'pallet', 'spruce', '2026-01-20', 0.00211, 0.00161, [[1, 1080, 88, 15]]],
    ['S-33', 'pallet', 'spruce', '2026-01-22', 0.00259, 0.00188, [[2, 480, 110, 16]]],
    ['S-34', 'pallet', 'spruce', '2026-01-22', 0.00211, 0.00149, [[1, 990, 86, 16]]],
    ['P-09', 'pew', 'pitch pine', '2026-01-29', 0.0121, 0.0088, [[3, 2380, 96, 12.5]]],
    ['F-21', 'flooring', 'maple', '2026-02-02', 0.0019, 0.00128, [[1, 1540, 52, 15.5]]],
    ['F-22', 'flooring', 'maple', '2026-02-02', 0.0017, 0.00115, [[1, 1410, 52, 15.5]]],
  ] as const
).map(([tag, findKind, species, day, foundM3, reckonedM3, came]): Milled => ({
  id: id('milled'),
  day,
  tag,
  findKind,
  species: findSpecies(species) ?? species,
  grade: 'character',
  known: 'inspected',
  foundM3,
  reckonedM3,
  came: came.map(([count, length, width, thickness]) => ({ count, length, width, thickness })),
}));

const fresh = emptyShop();
const shop: ShopDocument = {
  ...fresh,
  settings: {
    ...fresh.settings,
    // Pitch pine is sold no more as new wood: what old stock fetches.
    trade: { ...fresh.settings.trade, pricePerM3: { 'longleaf-pine': 2600 } },
    places: [
      { name: 'bay 1', shelter: 'indoors' },
      { name: 'bay 2', shelter: 'indoors' },
      { name: 'bay 3', shelter: 'indoors' },
      { name: 'loft', shelter: 'shed' },
      { name: 'outside, under cover', shelter: 'under-cover' },
      { name: 'rack 4', shelter: 'heated' },
      { name: 'shelf', shelter: 'heated' },
    ],
  },
  hauls,
  pieces,
  projects,
  milled,
};
const text = `${JSON.stringify(shop, null, 1)}\n`;
const read = readShop(text);
if (!read.ok) throw new Error(`the demo is faulty: ${JSON.stringify(read.fault)}`);
writeFileSync(fileURLToPath(new URL('./boathouse.json', import.meta.url)), text);
console.log(`${hauls.length} hauls, ${pieces.length} pieces, ${projects.length} projects`);
