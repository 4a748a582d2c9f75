/**
 * Makes the demo shop: a made-up rowing club fits out its boathouse from made-up hauls. Run with
 * `npm run demo`; the outcome, `boathouse.json`, is kept in the repository.
 */
import { writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import {
  DEFAULT_ALLOWANCES,
  emptyShop,
  findingKindFacts,
  findSpecies,
  fullWidth,
  keepOnPiece,
  nextTag,
  readShop,
  type Finding,
  type FindingFace,
  type FindingKind,
  type Grade,
  type Part,
  type Piece,
  type Project,
  type ShopDocument,
} from '@aldrek/core';

type Mark = readonly [
  kind: FindingKind,
  x: number,
  y: number,
  length?: number | undefined,
  width?: number | undefined,
  face?: FindingFace | undefined,
];

interface Find {
  readonly name: string;
  readonly species: string;
  readonly guess?: boolean;
  readonly place: string;
  readonly find: string;
}

const pieces: Piece[] = [];
const taken = new Set<string>();
let made = 0;

/** Ids that sort in the order in which things are made, and never change. */
const id = (kind: string): string => `demo-${kind}-${String(++made).padStart(4, '0')}`;

function lay(
  of: Find,
  length: number,
  width: number,
  thickness: number,
  marks: readonly Mark[],
  widthFar?: number,
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
    find: of.find,
    findings: marks.map(([kind, x, y, l, w, face]): Finding => {
      const usual = findingKindFacts(kind);
      const finding = {
        id: id('finding'),
        kind,
        face: face ?? usual.face,
        x,
        y,
        length: l ?? usual.length,
        width: w ?? usual.width,
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
const slat: Find = { name: 'slat', species: 'spruce', place: 'bay 2', find: 'chandler’s pallets' };
const rows = (
  width: number,
  kinds: readonly FindingKind[] = ['nail-hole', 'nail-hole', 'nail-hole'],
): Mark[] => [46, 590, 1138].flatMap((x, i) => pair(x, width, kinds[i] ?? 'nail-hole'));
lay(slat, 1195, 98, 18, [...rows(98, ['metal', 'nail-hole', 'metal']), ['split', 940, 46, 255]]);
lay(slat, 1195, 98, 18, [...rows(98), ['knot', 318, 52, 34, 28]]);
lay(slat, 1200, 98, 18, rows(98));
lay(slat, 1198, 97, 18, [...rows(97), ['stain', 420, 10, 160, 60]]);
lay(slat, 1200, 98, 19, [...rows(98), ['knot', 804, 20, 26, 22]]);
lay(slat, 1196, 98, 18, [...rows(98, ['nail-hole', 'metal', 'nail-hole']), ['knot', 210, 60, 30, 26]]);
lay(slat, 1200, 120, 22, [...rows(120), ['wane', 0, 0, 520, 16]]);
lay(slat, 1199, 120, 22, rows(120));
const stringer: Find = { name: 'stringer', species: 'spruce', place: 'bay 2', find: 'chandler’s pallets' };
lay(stringer, 1200, 95, 38, [
  ...[70, 190, 560, 640, 1010, 1130].map((x): Mark => ['metal', x, 42, 8, 8, 'A']),
  ['notch', 250, 60, 220, 35],
]);
lay(stringer, 1200, 95, 38, [
  ...[70, 190, 560, 640, 1010, 1130].map((x): Mark => ['nail-hole', x, 42]),
  ['split', 0, 30, 140],
]);

// Pews from a closed chapel: wide pitch pine, old varnish outside, clean inside.
const seat: Find = { name: 'pew seat', species: 'pitch pine', place: 'loft', find: 'chapel pews' };
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
const back: Find = { name: 'pew back', species: 'pitch pine', place: 'loft', find: 'chapel pews' };
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
  ['stain', 960, 120, 240, 120, 'A'],
]);
const rail: Find = { name: 'book rail', species: 'pitch pine', place: 'loft', find: 'chapel pews' };
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
const floor: Find = { name: 'floor strip', species: 'maple', place: 'bay 1', find: 'drill hall floor' };
const floorMarks = (length: number, more: readonly Mark[] = []): Mark[] => [
  ['groove', 0, 55, length, 7, 'B'],
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
lay(floor, 1835, 62, 19, floorMarks(1835, [['stain', 1120, 20, 180, 40]]));
lay(floor, 1790, 62, 19, floorMarks(1790, [['wear', 200, 10, 900, 42]]));
lay(floor, 1720, 62, 19, floorMarks(1720));
lay(floor, 1648, 62, 19, floorMarks(1648, [['knot', 1330, 26, 16, 14]]));
lay(floor, 1560, 62, 19, floorMarks(1560));
lay(floor, 1410, 62, 19, floorMarks(1410, [['crumble', 0, 0, 45, 62]]));
lay(floor, 1255, 62, 19, floorMarks(1255));
lay(floor, 1180, 62, 19, floorMarks(1180, [['metal', 700, 4, 6, 6]]));

// Posts from a slipway: greenheart, bolts, a rotten foot.
const post: Find = {
  name: 'slipway post',
  species: 'greenheart',
  place: 'outside, under cover',
  find: 'old slipway',
};
lay(post, 2480, 145, 145, [
  ['rot', 0, 0, 310, 145],
  ['metal', 880, 60, 24, 24, 'A'],
  ['metal', 1640, 60, 24, 24, 'A'],
  ['shake', 1980, 70, 500, 12],
]);
lay(post, 1960, 140, 70, [
  ['crumble', 0, 0, 90, 140],
  ['hole', 620, 60, 26, 26],
  ['hole', 1410, 60, 26, 26],
  ['check', 1790, 50, 170, 5],
]);
lay(post, 1540, 140, 70, [
  ['hole', 760, 58, 26, 26],
  ['stain', 1200, 0, 160, 140],
]);

// A cider cask that fell apart: tapered oak staves.
const stave: Find = { name: 'stave', species: 'oak', guess: true, place: 'bay 3', find: 'cider cask' };
lay(
  stave,
  880,
  92,
  26,
  [
    ['groove', 45, 0, 6, 92, 'B'],
    ['check', 0, 40, 60, 4],
    ['stain', 120, 0, 640, 92, 'B'],
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
    ['stain', 120, 0, 640, 96, 'B'],
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
    ['stain', 120, 0, 640, 104, 'B'],
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
const head: Find = { name: 'cask head', species: 'oak', guess: true, place: 'bay 3', find: 'cider cask' };
lay(head, 560, 190, 24, [
  ['wane', 0, 0, 120, 40],
  ['wane', 440, 0, 120, 40],
  ['stain', 0, 40, 560, 150, 'B'],
]);
lay(head, 620, 185, 24, [['stain', 0, 0, 620, 185, 'B']]);

// A sideboard and a table from the clubhouse.
const top: Find = { name: 'table leaf', species: 'mahogany', place: 'rack 4', find: 'clubhouse table' };
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
const leg: Find = { name: 'leg', species: 'mahogany', place: 'rack 4', find: 'clubhouse table' };
lay(leg, 710, 64, 64, [['notch', 0, 14, 110, 36]]);
lay(leg, 710, 64, 64, [
  ['notch', 0, 14, 110, 36],
  ['loose-knot', 420, 20, 18, 16],
]);
const drawer: Find = { name: 'drawer side', species: 'oak', place: 'rack 4', find: 'clubhouse sideboard' };
lay(drawer, 430, 140, 12, [
  ['groove', 0, 128, 430, 6, 'B'],
  ['insect', 260, 40, 80, 50],
]);
lay(drawer, 430, 140, 12, [['groove', 0, 128, 430, 6, 'B']]);

// Offcuts and half-made parts from a joiner's bin.
const offcut: Find = { name: 'offcut', species: 'ash', place: 'shelf', find: 'joiner’s bin' };
lay(offcut, 940, 150, 32, [['notch', 880, 90, 60, 60]]);
lay(offcut, 720, 118, 28, []);
lay(offcut, 655, 96, 40, [['split', 560, 44, 95]]);
lay({ ...offcut, species: 'sweet chestnut' }, 880, 118, 26, [
  ['check', 0, 50, 80, 5],
  ['check', 800, 70, 80, 5],
]);

type PartRow = readonly [
  name: string,
  qty: number,
  l: number,
  w: number,
  t: number,
  grade: Grade,
  species: readonly string[] | 'any',
];

function project(name: string, note: string, rowsOfParts: readonly PartRow[]): Project {
  return {
    id: id('project'),
    name,
    note,
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
    })),
  };
}

const projects = [
  project('Boot bench', 'Boathouse hall, indoors; through a 760 door; sat on in wet gear. By 14 March.', [
    ['seat board', 3, 1800, 108, 24, 'character', ['pitch pine']],
    ['leg upright', 4, 426, 62, 40, 'hidden', ['greenheart', 'mahogany']],
    ['rail, long', 2, 1540, 90, 18, 'character', ['pitch pine', 'spruce']],
    ['rail, short', 2, 260, 80, 16, 'hidden', 'any'],
    ['shelf slat', 5, 1140, 48, 15, 'character', ['maple', 'spruce']],
    ['cleat', 3, 280, 40, 20, 'hidden', 'any'],
  ]),
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
  ),
];

const shop: ShopDocument = { ...emptyShop(), pieces, projects };
const text = `${JSON.stringify(shop, null, 1)}\n`;
const read = readShop(text);
if (!read.ok) throw new Error(`the demo is faulty: ${JSON.stringify(read.fault)}`);
writeFileSync(fileURLToPath(new URL('./boathouse.json', import.meta.url)), text);
console.log(`${pieces.length} pieces, ${projects.length} projects`);
