/**
 * Makes the demo shop: a made-up rowing club fits out its boathouse from made-up hauls. What is in it is data in
 * `boathouse/`, read as the product reads it: pieces from tally lines, parts from part lines, the record from a
 * table. The plans are the engine's own. Run with `npm run demo`; the outcome, `boathouse.json`, is kept.
 */
import { readFileSync, writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { differenceCiede2000 } from 'culori/fn';
import loadHighs from 'highs';
import Papa from 'papaparse';
import { piecesFor, solverFrom, tryProject } from '@aldrek/core/match';
import {
  acceptPlan,
  DEFAULT_ALLOWANCES,
  keepPlans,
  matesOf,
  mendWith,
  rankLikeness,
  readPartLine,
  repairSize,
  type Bench,
  type Part,
  type Project,
} from '@aldrek/core/project';
import { emptyShop, readShop, type Entry, type ShopDocument } from '@aldrek/core/shop';
import {
  breakdownOf,
  findSpecies,
  finishIsLeadFree,
  readTallyLine,
  usualMeasures,
  woodHazards,
  type Find,
  type Haul,
  type Piece,
} from '@aldrek/core/wood';
import { usableThickness, type Milled } from '@aldrek/core/yield';
import { usualJoints, type Joint } from '@aldrek/core/floor';

/** How long the engine looks for each plan, in steps of its search; so that they come out the same every time. */
const STEPS = 2500;

const file = (name: string): string => readFileSync(new URL(`./boathouse/${name}`, import.meta.url), 'utf8');
const json = (name: string): unknown => JSON.parse(file(name));

let made = 0;
/** Ids that sort in the order in which things are made, and never change. */
const id = (kind: string): string => `demo-${kind}-${String(++made).padStart(4, '0')}`;

function speciesOf(text: string): Pick<Find, 'species' | 'speciesSure'> {
  const guess = text.endsWith('?');
  const species = findSpecies(guess ? text.slice(0, -1) : text);
  if (species === undefined) throw new Error(`no species is called ${text}`);
  return { species, speciesSure: guess ? 'guess' : 'sure' };
}

type ToldFind = Partial<Find> &
  Pick<Find, 'kind' | 'name' | 'species' | 'place'> & { readonly scanned?: string };
type ToldHaul = Omit<Haul, 'id' | 'photos' | 'finds'> & {
  readonly photos?: Haul['photos'];
  readonly finds: readonly ToldFind[];
};

const toldHauls = json('hauls.json') as readonly ToldHaul[];
/** What is not told of a find is as usual for its kind. */
const hauls = toldHauls.map(({ finds, ...about }): Haul => ({
  ...about,
  id: id('haul'),
  photos: about.photos ?? [],
  finds: finds.map(({ scanned: _, species, measures, ...told }): Find => ({
    ...told,
    id: id('find'),
    ...speciesOf(species),
    alike: told.alike ?? 1,
    condition: told.condition ?? 'worn',
    measures: { ...usualMeasures(told.kind), ...measures },
    way: told.way ?? breakdownOf(told.kind).ways[0]?.id ?? '',
    corrections: told.corrections ?? {},
    answers: told.answers ?? {},
    note: told.note ?? '',
  })),
}));
const finds = new Map(hauls.flatMap((haul) => haul.finds.map((find) => [find.name, find] as const)));
const scanned = new Map(
  toldHauls.flatMap((haul) => haul.finds.map((find) => [find.name, find.scanned] as const)),
);

/** What was noted on the bench of a piece, beside what the line tells. */
const bench = json('bench.json') as Readonly<Record<string, Partial<Piece>>>;

const pieces = file('pieces.txt')
  .split('\n')
  .filter((line) => line.trim() !== '' && !line.startsWith('#'))
  .map((line): Piece => {
    const { piece, tag, faults } = readTallyLine(line, 'mm');
    if (!piece || tag === null || faults.length > 0) throw new Error(`can’t be read: ${line}`);
    const find = finds.get(piece.find);
    if (!find) throw new Error(`no find is called ${piece.find}`);
    const day = scanned.get(find.name);
    const leadFree = finishIsLeadFree(find.answers);
    return {
      ...piece,
      id: id('piece'),
      tag,
      ...(find.brokenDown === undefined ? {} : { since: find.brokenDown }),
      origin: { findId: find.id, member: piece.name },
      hazards: woodHazards(find),
      ...(day === undefined ? {} : { scans: { found: day } }),
      findings: piece.findings.map((finding) => ({
        ...finding,
        id: id('finding'),
        ...(leadFree && finding.kind === 'old-finish' ? { leadFree: true as const } : {}),
      })),
      ...bench[tag],
    };
  });

type ToldProject = Omit<Project, 'id' | 'parts'> & {
  readonly parts: readonly (Partial<Part> & { readonly line: string })[];
};

let joints = 0;
/** The joints that parts usually get. */
const joined = (project: Project): Project => {
  const usual = usualJoints(project.parts).map((joint): Joint => ({
    ...joint,
    id: `demo-joint-${String(++joints).padStart(3, '0')}`,
  }));
  return usual.length === 0 ? project : { ...project, joints: usual };
};

const projects = (json('projects.json') as readonly ToldProject[]).map(({ parts, ...about }): Project =>
  joined({
    ...about,
    id: id('project'),
    parts: parts.map(({ line, ...more }): Part => {
      const { part, faults } = readPartLine(line, 'mm');
      if (!part || faults.length > 0) throw new Error(`can’t be read: ${line}`);
      return { allowances: DEFAULT_ALLOWANCES, ...part, ...more, id: id('part') };
    }),
  }),
);

const record = Papa.parse<Readonly<Record<string, string>>>(file('record.csv').trim(), { header: true }).data;
const planed = record.map((row): Milled => ({
  id: id('milled'),
  day: row['day'] ?? '',
  tag: row['tag'] ?? '',
  findKind: row['find kind'] as NonNullable<Milled['findKind']>,
  species: speciesOf(row['species'] ?? '').species,
  grade: 'character',
  known: row['known'] as Milled['known'],
  foundM3: Number(row['found m3']),
  reckonedM3: Number(row['estimated m3']),
  came: (row['came'] ?? '').split(';').map((out) => {
    const [count = 0, length = 0, width = 0, thickness = 0] = out.split('x').map(Number);
    return { count, length, width, thickness };
  }),
}));

const fresh = emptyShop();
const { places, pricePerM3 } = json('settings.json') as Pick<ShopDocument['settings'], 'places'> &
  Pick<ShopDocument['settings']['trade'], 'pricePerM3'>;
const settings = { ...fresh.settings, places, trade: { ...fresh.settings.trade, pricePerM3 } };
const rules = { habits: settings.habits, machines: settings.machines };
const solver = solverFrom(await loadHighs());
const difference = differenceCiede2000();

const called = ({ projects: all }: Bench, name: string): Project => {
  const project = all.find((one) => one.name === name);
  if (!project) throw new Error(`no project is called ${name}`);
  return project;
};

function planned(shop: Bench, name: string): Bench {
  const project = called(shop, name);
  const mates = matesOf(project, shop.projects);
  const tried = tryProject(project, piecesFor(project, shop.pieces), rules, STEPS, solver, undefined, mates);
  console.log(`${name}: ${Math.round(tried.plan.coverage * 100)} % covered`);
  return keepPlans(shop, tried.plans);
}

const accepted = (shop: Bench, name: string): Bench => acceptPlan(shop, called(shop, name).id);

/** From the piece that comes closest, tone counted. */
function repaired(shop: Bench, name: string): Bench {
  const project = called(shop, name);
  const { broken } = project;
  if (!broken) throw new Error(`${name} is no repair`);
  const wanted = { ...broken, ...repairSize(broken, 'replace', 0) };
  const [closest] = rankLikeness(
    wanted,
    piecesFor(project, shop.pieces),
    (piece) => usableThickness(piece, wanted, rules.machines).mm,
    (one, other) => difference({ mode: 'lab65', ...one }, { mode: 'lab65', ...other }),
  );
  if (!closest) throw new Error('nothing comes close');
  const { length, width, thickness, species } = wanted;
  const part: Part = {
    id: id('part'),
    name: broken.name,
    qty: 1,
    length,
    width,
    thickness,
    grade: 'one-face',
    species: [species],
    allowances: DEFAULT_ALLOWANCES,
  };
  return planned(mendWith(shop, project.id, part, closest.piece.id), name);
}

const nothing = { pieces: [], parts: [] };
const entries = [
  ...hauls
    .flatMap(({ finds }) => finds)
    .flatMap((find): Entry[] =>
      find.brokenDown === undefined
        ? []
        : [
            {
              id: id('entry'),
              kind: 'broken-down',
              day: find.brokenDown,
              projectIds: [],
              findId: find.id,
              took: nothing,
              gave: { pieces: pieces.filter(({ origin }) => origin?.findId === find.id), parts: [] },
              lost: { kerfM3: 0, wasteM3: 0 },
            },
          ],
    ),
  ...planed.map(({ id: of, day, ...line }): Entry => ({
    id: of,
    kind: 'planed',
    day,
    projectIds: [],
    took: nothing,
    gave: nothing,
    lost: { kerfM3: 0, wasteM3: 0 },
    planed: line,
  })),
];

let shop: Bench = { pieces, projects };
shop = accepted(planned(shop, 'Round serving tray'), 'Round serving tray');
shop = repaired(shop, 'Cabinet door');
shop = planned(shop, 'Boot bench');
shop = planned(shop, 'Tea counter');

const text = `${JSON.stringify({ ...fresh, settings, hauls, entries, ...shop } satisfies ShopDocument, null, 1)}\n`;
const read = readShop(text);
if (!read.ok) throw new Error(`the demo is faulty: ${JSON.stringify(read.fault)}`);
writeFileSync(fileURLToPath(new URL('./boathouse.json', import.meta.url)), text);
console.log(
  `${hauls.length} hauls, ${shop.pieces.length} pieces, ${projects.length} projects, ${planed.length} of the record`,
);
