/**
 * Pieces as a table of text, both ways: what a CSV file holds. Splitting and quoting is left to a package;
 * here is what the columns mean. Reading is strict and tells each fault by its row and column.
 */
import { exhausted } from '../foundation/assert.ts';
import { fail, ok, type Result } from '../foundation/result.ts';
import { HAZARD_KINDS, type HazardKind } from '../stock/hazard-kind.ts';
import type { Piece } from '../stock/piece.ts';
import { isDay } from '../foundation/calendar-day.ts';
import { MAX_MOISTURE_PCT } from '../stock/tally-clauses.ts';
import { MAX_COUNT, MAX_SIZE_MM } from '../stock/tally-head.ts';
import { printTallyLine, readTallyLine, type TalliedPiece } from '../stock/tally-line.ts';
import { MAX_WARP_MM, type Warp, type WarpKind } from '../stock/warp.ts';
import { findSpecies, nearestSpeciesName, speciesName, UNKNOWN_SPECIES } from '../timber/species.ts';
import { parseLength, type LengthUnit } from '../units/length.ts';

/** What a column may hold. */
export const TABLE_FIELDS = [
  'tag',
  'count',
  'name',
  'length',
  'width',
  'widthFar',
  'thickness',
  'species',
  'place',
  'since',
  'find',
  'moisture',
  'cup',
  'bow',
  'crook',
  'twist',
  'hazards',
  'findings',
] as const;
export type TableField = (typeof TABLE_FIELDS)[number];

export const TABLE_FIELD_NAMES: Readonly<Record<TableField, string>> = {
  tag: 'tag',
  count: 'count',
  name: 'name',
  length: 'length',
  width: 'width',
  widthFar: 'width at the far end',
  thickness: 'thickness',
  species: 'species',
  place: 'place',
  since: 'there since',
  find: 'find',
  moisture: 'moisture, %',
  cup: 'cup',
  bow: 'bow',
  crook: 'crook',
  twist: 'twist',
  hazards: 'hazards',
  findings: 'findings, as in the tally line',
};

/** Headings by which a column is known, beside its own name. */
const KNOWN_AS: Readonly<Partial<Record<TableField, RegExp>>> = {
  tag: /^(?:tag|id|nr|no|number|label)\.?$/,
  count: /^(?:count|qty|quantity|pcs|pieces)$/,
  name: /^(?:name|what|description|item|piece)$/,
  length: /^(?:length|long|l)$/,
  width: /^(?:width|wide|w|breadth)$/,
  widthFar: /^(?:far width|width far|width 2|width at the far end)$/,
  thickness: /^(?:thickness|thick|t|depth|height)$/,
  species: /^(?:species|wood|timber|kind)$/,
  place: /^(?:place|where|location|rack|bay)$/,
  since: /^(?:since|there since|date)$/,
  find: /^(?:find|from|source|origin)$/,
  moisture: /^(?:moisture|mc|moisture,? ?%?)$/,
};

export interface Column {
  readonly heading: string;
  readonly field: TableField | null;
  /** The unit that its heading names: `length (in)`. */
  readonly unit: LengthUnit | 'cm' | 'm' | null;
}

/** What the headings of a table seem to mean; a field goes to the first column that fits. */
export function matchColumns(headings: readonly string[]): Column[] {
  const taken = new Set<TableField>();
  return headings.map((heading) => {
    const tidy = heading.trim().toLowerCase();
    const unit = /\b(mm|cm|m|in|inch|inches)\b\.?\)?\]?$/.exec(tidy)?.[1];
    const bare = tidy
      .replace(/[,([ ]*\b(?:mm|cm|m|in|inch|inches)\b\.?[)\]]?$/, '')
      .replaceAll('_', ' ')
      .trim();
    const field = TABLE_FIELDS.find(
      (known) =>
        !taken.has(known) &&
        (bare === known.toLowerCase() ||
          tidy === TABLE_FIELD_NAMES[known] ||
          KNOWN_AS[known]?.test(bare) === true),
    );
    if (field) taken.add(field);
    return {
      heading,
      field: field ?? null,
      unit: unit === undefined ? null : unit.startsWith('in') ? 'inch' : (unit as 'mm' | 'cm' | 'm'),
    };
  });
}

export interface TableFault {
  /** As a spreadsheet counts: the headings are row 1. */
  readonly row: number;
  readonly column: string;
  readonly message: string;
}

export interface TableRow {
  readonly row: number;
  readonly count: number;
  readonly tag: string | null;
  readonly piece: TalliedPiece;
}

export interface TableReading {
  /** Rows that were understood, also where others were not: for looking at, not for keeping. */
  readonly rows: readonly TableRow[];
  readonly faults: readonly TableFault[];
}

type Cells = ReadonlyMap<TableField, { readonly text: string; readonly column: Column }>;

/**
 * Reads rows (without their headings) by `columns`. Bare lengths are in the unit of the column's heading,
 * else in `unit`. `taken`: tags that other pieces bear.
 */
export function readPieceRows(
  rows: readonly (readonly string[])[],
  columns: readonly Column[],
  unit: LengthUnit,
  taken: ReadonlySet<string>,
): TableReading {
  const faults: TableFault[] = [];
  const read: TableRow[] = [];
  for (const needed of ['length', 'width', 'thickness'] as const) {
    if (!columns.some((column) => column.field === needed)) {
      faults.push({ row: 1, column: needed, message: `no column is matched to ${needed}` });
    }
  }
  if (faults.length > 0) return { rows: [], faults };
  const tags = new Map<string, number>();
  rows.forEach((texts, i) => {
    const row = i + 2;
    if (texts.every((text) => text.trim() === '')) return;
    const cells: Cells = new Map(
      columns.flatMap((column, n) => {
        const text = texts[n]?.trim() ?? '';
        return column.field && text !== '' ? [[column.field, { text, column }] as const] : [];
      }),
    );
    const before = faults.length;
    const say = (field: TableField, message: string): void =>
      void faults.push({ row, column: cells.get(field)?.column.heading ?? field, message });
    const got = readRow(row, cells, unit, say);
    const tag = cells.get('tag')?.text;
    if (tag !== undefined) {
      const other = tags.get(tag);
      if (taken.has(tag)) say('tag', `${tag} is the tag of a piece on the rack`);
      else if (other !== undefined) say('tag', `${tag} stands in row ${other} too`);
      tags.set(tag, row);
    }
    if (got && faults.length === before) read.push(got);
  });
  return { rows: read, faults };
}

type Say = (field: TableField, message: string) => void;

function readRow(row: number, cells: Cells, unit: LengthUnit, say: Say): TableRow | null {
  const text = (field: TableField): string => cells.get(field)?.text ?? '';
  const length = (field: TableField): number | null => {
    const cell = cells.get(field);
    if (!cell) return null;
    const mm = readLength(cell.text, cell.column.unit, unit);
    if (!mm.ok) say(field, mm.fault);
    return mm.ok ? mm.value : null;
  };
  const sizes = (['length', 'width', 'thickness'] as const).map((field) => {
    const mm = length(field);
    if (!cells.has(field)) say(field, 'is empty');
    return mm;
  });
  const [long, wide, thick] = sizes;
  const far = length('widthFar');
  const counted = text('count');
  const count = counted === '' ? 1 : Number(counted);
  if (!Number.isInteger(count) || count < 1 || count > MAX_COUNT) {
    say('count', `“${counted}” is not a count from 1 to ${MAX_COUNT}`);
  }
  const sure = !text('species').endsWith('?');
  const species = readSpeciesCell(text('species').replace(/\s*\?$/, ''), say);
  const warp = readWarpCells(cells, unit, say);
  const moisture =
    text('moisture') === '' ? null : Number(text('moisture').replace(/\s*%$/, '').replace(',', '.'));
  if (moisture !== null && !(moisture >= 0 && moisture <= MAX_MOISTURE_PCT)) {
    say('moisture', `“${text('moisture')}” is not a moisture in %`);
  }
  if (text('since') !== '' && !isDay(text('since'))) {
    say('since', `“${text('since')}” is not a day; write it as 2026-03-01`);
  }
  const hazards = readHazardsCell(text('hazards'), say);
  if (long == null || wide == null || thick == null || species === null) return null;
  const size = { length: long, width: wide, ...(far === null ? {} : { widthFar: far }), thickness: thick };
  const findings = readFindingsCell(text('findings'), size, say);
  const tag = text('tag') === '' || count > 1 ? null : text('tag');
  for (const [field, most] of [
    ['tag', 40],
    ['name', 120],
    ['place', 120],
    ['find', 120],
  ] as const) {
    if (text(field).length > most) say(field, `is longer than ${most} letters`);
  }
  return {
    row,
    count,
    tag,
    piece: {
      name: text('name'),
      ...size,
      species,
      speciesSure: sure ? 'sure' : 'guess',
      place: text('place'),
      find: text('find'),
      ...(text('since') === '' ? {} : { since: text('since') }),
      ...(moisture === null ? {} : { moisturePct: moisture }),
      ...(warp ? { warp } : {}),
      ...(hazards ? { hazards } : {}),
      findings,
    },
  };
}

function readLength(text: string, named: Column['unit'], unit: LengthUnit): Result<number, string> {
  const bare = named === 'inch' || named === 'mm' ? named : unit;
  const scaled = named === 'cm' || named === 'm' ? `${text}${/[a-z"']\s*$/i.test(text) ? '' : named}` : text;
  const mm = parseLength(scaled, bare);
  if (!mm.ok) return fail(mm.fault.message);
  return mm.value > MAX_SIZE_MM ? fail(`“${text}” is longer than 20 m; check the unit`) : ok(mm.value);
}

function readSpeciesCell(text: string, say: Say): string | null {
  if (text === '') return UNKNOWN_SPECIES;
  const species = findSpecies(text);
  if (species !== undefined) return species;
  const near = nearestSpeciesName(text);
  say('species', near ? `no species is called “${text}”; ${near}?` : `no species is called “${text}”`);
  return null;
}

function readWarpCells(cells: Cells, unit: LengthUnit, say: Say): Warp | null {
  const warp: Partial<Record<WarpKind, number>> = {};
  for (const field of ['cup', 'bow', 'crook', 'twist'] as const) {
    const cell = cells.get(field);
    if (!cell || /^0+([.,]0+)?$/.test(cell.text)) continue;
    const negative = cell.text.startsWith('-');
    const mm = readLength(cell.text.replace(/^-\s*/, ''), cell.column.unit, unit);
    if (!mm.ok) say(field, mm.fault);
    else if (mm.value > MAX_WARP_MM) say(field, 'that size is a slip; check the unit');
    else if (negative && (field === 'crook' || field === 'twist')) say(field, `${field} has no sign`);
    else warp[field] = negative ? -mm.value : mm.value;
  }
  return Object.keys(warp).length > 0 ? warp : null;
}

function readHazardsCell(text: string, say: Say): HazardKind[] | null {
  if (text === '') return null;
  if (text.toLowerCase() === 'none') return [];
  return text.split(/\s*[;,]\s*/).flatMap((word) => {
    const found = HAZARD_KINDS.find((kind) => kind === word.toLowerCase().replaceAll(' ', '-'));
    if (!found) say('hazards', `no hazard is called “${word}”`);
    return found ? [found] : [];
  });
}

/** Findings stand in the words of the tally line, in mm, so one reader serves both. */
function readFindingsCell(
  text: string,
  size: {
    readonly length: number;
    readonly width: number;
    readonly widthFar?: number;
    readonly thickness: number;
  },
  say: Say,
): TalliedPiece['findings'] {
  if (text === '') return [];
  const far = size.widthFar === undefined ? '' : `>${size.widthFar}`;
  const { piece, faults } = readTallyLine(
    `${size.length} x ${size.width}${far} x ${size.thickness}, ${text}`,
    'mm',
  );
  const [fault] = faults;
  if (fault) say('findings', fault.message);
  return piece?.findings ?? [];
}

/** The table of some pieces, headings first; lengths in `unit`, exact, with the unit in the heading. */
export function pieceTable(pieces: readonly Piece[], unit: LengthUnit): string[][] {
  const named = unit === 'mm' ? 'mm' : 'in';
  const headings = TABLE_FIELDS.filter((field) => field !== 'count').map((field) =>
    isLength(field) ? `${TABLE_FIELD_NAMES[field]} (${named})` : TABLE_FIELD_NAMES[field],
  );
  return [
    headings,
    ...pieces.map((piece) => TABLE_FIELDS.flatMap((field) => cellOf(piece, field, unit) ?? [])),
  ];
}

const isLength = (field: TableField): boolean =>
  ['length', 'width', 'widthFar', 'thickness', 'cup', 'bow', 'crook', 'twist'].includes(field);

/** Inches as decimals, which a spreadsheet can reckon with; enough of them to come back the same. */
const figure = (mm: number | undefined, unit: LengthUnit): string => {
  if (mm === undefined) return '';
  return unit === 'mm' ? String(Math.round(mm * 1e6) / 1e6) : String(Math.round((mm / 25.4) * 1e8) / 1e8);
};

function cellOf(piece: Piece, field: TableField, unit: LengthUnit): string | null {
  switch (field) {
    case 'count':
      return null;
    case 'tag':
    case 'name':
    case 'place':
    case 'find':
      return piece[field];
    case 'since':
      return piece.since ?? '';
    case 'length':
    case 'width':
    case 'widthFar':
    case 'thickness':
      return figure(piece[field], unit);
    case 'cup':
    case 'bow':
    case 'crook':
    case 'twist':
      return figure(piece.warp?.[field], unit);
    case 'species':
      return (
        (piece.species === UNKNOWN_SPECIES ? 'unknown' : speciesName(piece.species)) +
        (piece.speciesSure === 'guess' ? '?' : '')
      );
    case 'moisture':
      return piece.moisturePct === undefined ? '' : String(piece.moisturePct);
    case 'hazards':
      if (piece.hazards === undefined) return '';
      return piece.hazards.length === 0 ? 'none' : piece.hazards.join('; ');
    case 'findings':
      return findingsText(piece);
    default:
      return exhausted(field, 'column');
  }
}

function findingsText(piece: Piece): string {
  const bare = { length: piece.length, width: piece.width, thickness: piece.thickness };
  const plain = {
    ...bare,
    name: '',
    species: UNKNOWN_SPECIES,
    speciesSure: 'sure',
    place: '',
    find: '',
  } as const;
  const line = printTallyLine({ ...plain, findings: piece.findings }, 'mm');
  const comma = line.indexOf(', ');
  return comma < 0 ? '' : line.slice(comma + 2);
}
