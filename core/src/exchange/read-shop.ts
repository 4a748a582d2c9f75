/** Reads a shop document strictly: all of it, or nothing and a list of faults with their places. */
import { inOrder } from '../project/plan-life.ts';
import { designFaults } from '../project/designs/design.ts';
import { fail, ok, type Result } from '../foundation/result.ts';
import { outlineFault } from '../geometry/outline.ts';
import { overlaps } from '../geometry/rectangle.ts';
import { breakdownOf } from '../stock/breakdown/take-apart.ts';
import type { Find } from '../stock/haul.ts';
import { fullWidth, type Piece } from '../stock/piece.ts';
import { isDay } from '../foundation/calendar-day.ts';
import { speciesById, UNKNOWN_SPECIES } from '../timber/species.ts';
import { migrated } from './migrations.ts';
import type { ShopDocument } from './shop-document.ts';
import { firstJsonFault } from './json-fault.ts';
import validateShop from './generated/validate-shop.js';

export interface DocumentFault {
  /** Where in the document: `pieces[3] “P-04” → thickness`. */
  readonly place: string;
  readonly message: string;
}

/** More faults than this are not listed: the file is of another kind. */
const MOST_FAULTS = 50;

/** A longer text than this is no shop, characters. */
const MOST_CHARACTERS = 200_000_000;

/**
 * Parses and checks the text of an exported shop. Total: whatever comes, it answers with a shop or with faults, and
 * never throws. What plans and projects still name though it is gone is put in order on the way.
 */
export function readShop(text: string): Result<ShopDocument, readonly DocumentFault[]> {
  try {
    return readChecked(text);
  } catch (error) {
    const message = `can’t be read as a shop (${error instanceof Error ? error.message : String(error)})`;
    return fail([{ place: 'the document', message }]);
  }
}

function readChecked(text: string): Result<ShopDocument, readonly DocumentFault[]> {
  if (text.length > MOST_CHARACTERS)
    return fail([{ place: 'the document', message: 'is far too long to be a shop' }]);
  let parsed: unknown;
  try {
    parsed = JSON.parse(text);
  } catch {
    return fail([{ place: jsonPlace(text), message: 'this is not JSON; was the file cut short?' }]);
  }
  const raw = migrated(parsed);
  const wrong = schemaFaults(raw);
  if (wrong.length > 0) return fail(wrong);
  const shop = raw as ShopDocument;
  const faults = crossFaults(shop);
  return faults.length > 0 ? fail(faults.slice(0, MOST_FAULTS)) : ok({ ...shop, ...inOrder(shop) });
}

const TABLES = ['hauls', 'pieces', 'projects', 'entries'] as const;

/** Records that are held against the schema at once: gathering faults takes ever longer the more there are. */
const PORTION = 200;
/** No record of a shop holds a longer list. */
const LONGEST_LIST = 20_000;
/** No table of a shop holds more records. */
const MOST_RECORDS = 500_000;

/** What is wrong by the schema, up to {@link MOST_FAULTS}. */
function schemaFaults(raw: unknown): DocumentFault[] {
  const long = tooLongList(
    raw,
    '',
    TABLES.map((table) => `/${table}`),
  );
  if (long !== null)
    return [{ place: placeInWords(long, raw), message: 'is a longer list than any shop has' }];
  const faults: DocumentFault[] = [];
  for (const { part, table, from } of portions(raw)) {
    if (validateShop(part)) continue;
    for (const error of validateShop.errors ?? []) {
      const path = error.instancePath.replace(
        new RegExp(`^/${table ?? ' '}/(\\d+)`),
        (_, i: string) => `/${table ?? ''}/${Number(i) + from}`,
      );
      faults.push({ place: placeInWords(path, raw), message: schemaMessage(error) });
      if (faults.length === MOST_FAULTS) return faults;
    }
  }
  return faults;
}

interface Portion {
  readonly part: unknown;
  readonly table: (typeof TABLES)[number] | null;
  readonly from: number;
}

/** The document in portions: all of it with the first records of each table, then the rest of each table alone. */
function* portions(raw: unknown): Generator<Portion> {
  if (typeof raw !== 'object' || raw === null || Array.isArray(raw)) {
    yield { part: raw, table: null, from: 0 };
    return;
  }
  const document = raw as Readonly<Record<string, unknown>>;
  const lists = TABLES.flatMap((table) => {
    const list: unknown = document[table];
    return Array.isArray(list) ? [{ table, list: list as unknown[] }] : [];
  });
  const heads = lists.map(({ table, list }) => [table, list.slice(0, PORTION)] as const);
  yield { part: { ...document, ...Object.fromEntries(heads) }, table: null, from: 0 };
  const empty = Object.fromEntries(lists.map(({ table }) => [table, []]));
  for (const { table, list } of lists)
    for (let from = PORTION; from < list.length; from += PORTION)
      yield { part: { ...document, ...empty, [table]: list.slice(from, from + PORTION) }, table, from };
}

/** The path of a list that is longer than any shop has, null where there is none. */
function tooLongList(value: unknown, path: string, tables: readonly string[]): string | null {
  if (typeof value !== 'object' || value === null) return null;
  if (Array.isArray(value) && value.length > (tables.includes(path) ? MOST_RECORDS : LONGEST_LIST))
    return path;
  for (const [key, inner] of Object.entries(value)) {
    const found = tooLongList(inner, `${path}/${key}`, tables);
    if (found !== null) return found;
  }
  return null;
}

function jsonPlace(text: string): string {
  const before = text.slice(0, firstJsonFault(text)).split('\n');
  return `line ${before.length}, column ${(before[before.length - 1]?.length ?? 0) + 1}`;
}

interface SchemaError {
  readonly keyword: string;
  readonly message?: string;
  readonly params: Readonly<Record<string, unknown>>;
}

function schemaMessage(error: SchemaError): string {
  switch (error.keyword) {
    case 'required':
      return `“${String(error.params['missingProperty'])}” is missing`;
    case 'additionalProperties':
      return `“${String(error.params['additionalProperty'])}” is not known here`;
    case 'enum':
      return `must be one of ${(error.params['allowedValues'] as unknown[]).join(', ')}`;
    case 'const':
      return `must be ${JSON.stringify(error.params['allowedValue'])}`;
    case 'pattern':
      return 'holds line breaks or other signs that may not stand there';
    default:
      return error.message ?? 'is not as expected';
  }
}

/** `/pieces/3/thickness` → `pieces[3] “P-04” → thickness`. */
function placeInWords(path: string, raw: unknown): string {
  if (path === '') return 'the document';
  const words: string[] = [];
  let here: unknown = raw;
  for (const step of path.slice(1).split('/')) {
    here = typeof here === 'object' && here !== null ? (here as Record<string, unknown>)[step] : undefined;
    if (/^\d+$/.test(step) && words.length > 0) {
      const record = here as { tag?: unknown; name?: unknown } | undefined;
      const name = record?.tag ?? record?.name;
      words.push(`${words.pop() ?? ''}[${step}]${typeof name === 'string' ? ` “${name}”` : ''}`);
    } else words.push(step);
  }
  return words.join(' → ');
}

/** What a schema can't say: ids and tags that repeat, findings off the piece, plans of nothing. */
function crossFaults(shop: ShopDocument): DocumentFault[] {
  const faults: DocumentFault[] = [];
  const pieces = new Map<string, Piece>();
  const tags = new Set<string>();
  const projects = new Set(shop.projects.map((project) => project.id));
  const finds = haulFaults(shop, faults);
  shop.pieces.forEach((piece, i) => {
    const place = `pieces[${i}] “${piece.tag}”`;
    if (pieces.has(piece.id)) faults.push({ place, message: `the id ${piece.id} stands twice` });
    if (tags.has(piece.tag)) faults.push({ place, message: `the tag ${piece.tag} stands twice` });
    if (piece.species !== UNKNOWN_SPECIES && !speciesById(piece.species)) {
      faults.push({ place: `${place} → species`, message: `no species has the id ${piece.species}` });
    }
    if (piece.origin && !finds.has(piece.origin.findId)) {
      faults.push({ place: `${place} → origin`, message: 'is out of a find that is not in the file' });
    }
    if (piece.outline) {
      const fault = outlineFault(piece.outline, piece.length, fullWidth(piece));
      if (fault !== null) faults.push({ place: `${place} → outline`, message: fault });
    }
    for (const [field, day] of daysOf(piece)) {
      if (!isDay(day)) faults.push({ place: `${place} → ${field}`, message: `${day} is not a day` });
    }
    pieces.set(piece.id, piece);
    tags.add(piece.tag);
    const whole = { x: 0, y: 0, length: piece.length, width: fullWidth(piece) };
    piece.findings.forEach((finding, n) => {
      if (!overlaps(finding, whole)) {
        faults.push({ place: `${place} → findings[${n}]`, message: 'lies off the piece' });
      }
    });
    if (piece.reservedFor !== undefined && !projects.has(piece.reservedFor)) {
      faults.push({ place, message: `is reserved for a project that is not in the file` });
    }
  });
  shop.settings.designs.forEach((design, i) => {
    const place = `settings → designs[${i}] “${design.name}”`;
    for (const message of designFaults(design)) faults.push({ place, message });
  });
  const entries = new Set<string>();
  shop.entries.forEach(({ id, day }, i) => {
    const place = `entries[${i}]`;
    if (entries.has(id)) faults.push({ place, message: `the id ${id} stands twice` });
    if (!isDay(day)) faults.push({ place: `${place} → day`, message: `${day} is not a day` });
    entries.add(id);
  });
  const seen = new Set<string>();
  const partIds = new Set<string>();
  shop.projects.forEach((project, i) => {
    const place = `projects[${i}] “${project.name}”`;
    if (seen.has(project.id)) faults.push({ place, message: `the id ${project.id} stands twice` });
    seen.add(project.id);
    project.parts.forEach(({ id, name }, n) => {
      if (partIds.has(id))
        faults.push({ place: `${place} → parts[${n}] “${name}”`, message: `the id ${id} stands twice` });
      partIds.add(id);
    });
    const parts = new Set<string>(project.parts.map((part) => part.id));
    project.plan?.cuts.forEach((cut, n) => {
      const where = `${place} → plan → cuts[${n}]`;
      if (!pieces.has(cut.pieceId))
        faults.push({ place: where, message: 'is cut from a piece that is not in the file' });
      if (cut.partId !== 'offcut' && !parts.has(cut.partId)) {
        faults.push({ place: where, message: 'is a part that the project does not have' });
      }
    });
  });
  return faults;
}

/** Every day that is noted of a piece, with the field it stands in. */
function daysOf(piece: Piece): [field: string, day: string][] {
  const { since, inspected, machined, scans, readings } = piece;
  return [
    ...Object.entries({
      since,
      inspected,
      machined,
      'scans → found': scans?.found,
      'scans → planed': scans?.planed,
    }),
    ...(readings ?? []).map(({ day }, n): [string, string] => [`readings[${n}]`, day]),
  ].filter((entry): entry is [string, string] => entry[1] !== undefined);
}

/** Faults of hauls; returns the ids of their finds. */
function haulFaults(shop: ShopDocument, faults: DocumentFault[]): Set<string> {
  const finds = new Set<string>();
  const hauls = new Set<string>();
  shop.hauls.forEach((haul, i) => {
    const place = `hauls[${i}] “${haul.place}”`;
    if (hauls.has(haul.id)) faults.push({ place, message: `the id ${haul.id} stands twice` });
    hauls.add(haul.id);
    if (!isDay(haul.date)) faults.push({ place: `${place} → date`, message: `${haul.date} is not a day` });
    haul.finds.forEach((find, n) => {
      const where = `${place} → finds[${n}] “${find.name}”`;
      if (finds.has(find.id)) faults.push({ place: where, message: `the id ${find.id} stands twice` });
      finds.add(find.id);
      faults.push(...measureFaults(find, where));
    });
  });
  return finds;
}

/** Measures outside what their breakdown can reckon with. */
function measureFaults(find: Find, where: string): DocumentFault[] {
  const fields = new Map(breakdownOf(find.kind).fields.map((field) => [field.key, field]));
  return Object.entries(find.measures).flatMap(([key, value]) => {
    const field = fields.get(key);
    const place = `${where} → measures → ${key}`;
    if (!field) return [{ place, message: `a ${find.kind} has no such measure` }];
    if (value < field.least || value > field.most || (field.unit === 'count' && !Number.isInteger(value))) {
      return [
        {
          place,
          message: `must be from ${field.least} to ${field.most}${field.unit === 'count' ? ', whole' : ''}`,
        },
      ];
    }
    return [];
  });
}
