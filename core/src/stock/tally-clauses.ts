/**
 * What may stand after the commas of a tally line, in any order: place, find, tag, since, moisture, warp,
 * hazards, findings. `docs/tally-line.md` shows every form.
 */
import { exhausted } from '../foundation/assert.ts';
import { isDay } from '../foundation/calendar-day.ts';
import { fail, ok, type Result } from '../foundation/result.ts';
import { parseLength, type LengthUnit } from '../units/length.ts';
import {
  FINDING_FACES,
  FINDING_KINDS,
  STAIN_COLOURS,
  findingKindFacts,
  keepOnPiece,
  type Fate,
  type Finding,
  type FindingFace,
  type FindingKind,
  type Fix,
  type StainColour,
} from './finding.ts';
import { fatesOf } from './grade.ts';
import { HAZARD_KINDS, type HazardKind } from './hazard-kind.ts';
import { fullWidth, type Piece } from './piece.ts';
import type { ChipKind, Span } from './tally-head.ts';
import { MAX_WARP_MM, type WarpKind } from './warp.ts';

/** Moisture beyond this (%) is a slip: no wood holds more than about twice its own mass of water. */
export const MAX_MOISTURE_PCT = 250;

const PLACE_WORDS = /^(?:bay|rack|shed|loft|wall|shelf|floor|yard|barn|van|bench|corner|outside|stack)\b/i;

type Size = Pick<Piece, 'length' | 'width' | 'widthFar'>;
export type ReadFinding = Omit<Finding, 'id'>;

/** What a clause says. */
export type Clause =
  | { readonly kind: 'place' | 'find' | 'tag' | 'since'; readonly value: string }
  | { readonly kind: 'moisture'; readonly value: number }
  | { readonly kind: 'veneer'; readonly value: number }
  | { readonly kind: 'rough'; readonly value: readonly ('near' | 'far')[] }
  | { readonly kind: 'warp'; readonly which: WarpKind; readonly value: number }
  | { readonly kind: 'hazard'; readonly value: HazardKind | 'none' }
  | { readonly kind: 'finding'; readonly value: readonly ReadFinding[] };

/** Names by which findings are called besides their own. */
const CALLED: Readonly<Record<string, FindingKind>> = {
  nail: 'metal',
  screw: 'metal',
  staple: 'metal',
  bolt: 'metal',
  'nail holes': 'nail-hole',
  'screw hole': 'nail-hole',
  'screw holes': 'nail-hole',
  'end check': 'check',
  worm: 'insect',
  woodworm: 'insect',
  crumbling: 'crumble',
  mortise: 'notch',
  paint: 'old-finish',
  varnish: 'old-finish',
  'natural edge': 'wane',
  weathered: 'weathering',
  'saw marks': 'tool-marks',
};

function findingKind(words: string): FindingKind | undefined {
  const wanted = words.toLowerCase();
  const single = wanted.replace(/s$/, '');
  return (
    FINDING_KINDS.find((kind) => {
      const { name } = findingKindFacts(kind);
      return [kind, name, kind.replace('-', ' ')].some((known) => known === wanted || known === single);
    }) ??
    CALLED[wanted] ??
    CALLED[single]
  );
}

/** A length that may be nought. */
function reading(text: string, unit: LengthUnit): Result<number, string> {
  if (/^[+-]?0+(?:[.,]0+)?\s*(?:mm|cm|m|in|")?$/i.test(text.trim())) return ok(0);
  const length = parseLength(text, unit);
  return length.ok ? length : fail(length.fault.message);
}

/**
 * Reads the clause at `span`; null when it is none that is known here. `said` is the clause with quoted
 * words in place, `piece` the size that its findings lie on.
 */
export function readClause(
  span: Span,
  said: (part: string, offset: number) => string,
  piece: Size | null,
  unit: LengthUnit,
): Result<Clause, string> | null {
  const { text } = span;
  if (text.includes('@')) return readFindings(text, said, piece, unit);
  const rough = /^rough (?:(near|far) end|ends)$/i.exec(text);
  if (rough) {
    const end = rough[1]?.toLowerCase();
    return ok({ kind: 'rough', value: end === 'near' || end === 'far' ? [end] : ['near', 'far'] });
  }
  const keyed = /^(at|in|from|tag|since|mc|veneer|hazard|cup|bow|crook|twist)\s+(.+)$/i.exec(text);
  const key = keyed?.[1]?.toLowerCase();
  const rest = keyed?.[2] ?? '';
  const value = said(rest, text.length - rest.length);
  switch (key) {
    case 'at':
    case 'in':
      return ok({ kind: 'place', value });
    case 'from':
      return ok({ kind: 'find', value });
    case 'tag':
      return ok({ kind: 'tag', value });
    case 'since':
      return readDay(value);
    case 'mc':
      return readMoisture(rest);
    case 'veneer':
      return readVeneer(rest, unit);
    case 'hazard':
      return readHazard(rest);
    case 'cup':
    case 'bow':
    case 'crook':
    case 'twist':
      return readWarp(key, rest, unit);
    case undefined:
    default:
      if (/^[\d.,]+\s*%/.test(text)) return readMoisture(text);
      return PLACE_WORDS.test(text) ? ok({ kind: 'place', value: said(text, 0) }) : null;
  }
}

function readDay(text: string): Result<Clause, string> {
  return isDay(text)
    ? ok({ kind: 'since', value: text })
    : fail(`“${text}” is not a day; write it as 2026-03-01`);
}

function readMoisture(text: string): Result<Clause, string> {
  const figure = /^(\d+(?:[.,]\d+)?)\s*%?(?:\s*mc)?$/i.exec(text.trim())?.[1];
  const value = Number(figure?.replace(',', '.'));
  if (figure === undefined || value > MAX_MOISTURE_PCT) {
    return fail(`moisture is a figure from 0 to ${MAX_MOISTURE_PCT} %, as in mc 14`);
  }
  return ok({ kind: 'moisture', value });
}

/** Veneer beyond this is sawn wood glued on, mm. */
const MAX_VENEER_MM = 20;

function readVeneer(text: string, unit: LengthUnit): Result<Clause, string> {
  const size = parseLength(text, unit);
  if (!size.ok) return fail(size.fault.message);
  return size.value > MAX_VENEER_MM
    ? fail('veneer is thinner than that; check the unit')
    : ok({ kind: 'veneer', value: size.value });
}

function readHazard(text: string): Result<Clause, string> {
  const wanted = text.trim().toLowerCase().replaceAll(' ', '-');
  if (wanted === 'none') return ok({ kind: 'hazard', value: 'none' });
  const found = HAZARD_KINDS.find((kind) => kind === wanted);
  return found
    ? ok({ kind: 'hazard', value: found })
    : fail(`no hazard is called “${text.trim()}”; one of none, ${HAZARD_KINDS.join(', ')}`);
}

function readWarp(which: WarpKind, text: string, unit: LengthUnit): Result<Clause, string> {
  const negative = text.startsWith('-');
  const size = reading(text.replace(/^[+-]\s*/, ''), unit);
  if (!size.ok) return size;
  if (size.value > MAX_WARP_MM) return fail(`a ${which} of that size is a slip; check the unit`);
  const signed = which === 'cup' || which === 'bow';
  if (negative && !signed) return fail(`${which} has no sign: it is the gap itself`);
  return ok({ kind: 'warp', which, value: negative ? -size.value : size.value });
}

const EXTRA = /\s+(size|deep|note)\s+/i;

/** `knot on A @600:40 @900:40 size 34x28 deep 12 note "dark ring"`: one finding at each place. */
function readFindings(
  text: string,
  said: (part: string, offset: number) => string,
  piece: Size | null,
  unit: LengthUnit,
): Result<Clause, string> {
  const at = text.indexOf('@');
  const words =
    /^(.*?)(?:\s+(?:on\s+)?(?:the\s+)?(a|b|through|(?:upper|lower)(?:\s+edge)?|(?:near|far)(?:\s+end)?))?$/i.exec(
      text.slice(0, at).trim(),
    );
  const { called: named, fix, fate, leadFree } = withoutDeeds(words?.[1]?.trim() ?? '');
  const { called, colour } = withoutColour(named);
  const kind = findingKind(called);
  if (!kind) return fail(`“${called}” is not something found in wood; say knot, nail hole, metal, rot …`);
  const usual = findingKindFacts(kind);
  const said1 = words?.[2]?.toLowerCase();
  const face = faceCalled(said1) ?? usual.face;
  if (fix !== undefined && kind !== 'metal') return fail(`only metal is ${fix}, not ${called}`);
  if (fate !== undefined && !fatesOf({ kind, ...(fix ? { fix } : {}) }).includes(fate)) {
    return fail(`${called} can’t be kept in: it is cut out`);
  }
  if (leadFree === true && kind !== 'old-finish')
    return fail(`only an old finish is lead free, not ${called}`);
  const parts = text.slice(at).split(EXTRA);
  const extras = new Map<string, string>();
  for (let i = 1; i < parts.length; i += 2) {
    extras.set(parts[i]?.toLowerCase() ?? '', parts[i + 1] ?? '');
  }
  const size = readSize(extras.get('size'), usual, unit);
  if (!size.ok) return size;
  const deep = extras.get('deep');
  const depth = deep === undefined ? null : reading(deep, unit);
  if (depth && !depth.ok) return depth;
  const quoted = extras.get('note');
  const note = quoted === undefined ? undefined : said(quoted, text.indexOf(quoted));
  if (!piece) return fail('the sizes come first; without them a finding has no place');
  const whole = fullWidth(piece);
  const value: ReadFinding[] = [];
  for (const place of (parts[0] ?? '').split('@').slice(1)) {
    const [along = '', across] = place.split(':');
    const x = reading(along, unit);
    const y = across === undefined ? ok(Math.max(0, (whole - size.value.width) / 2)) : reading(across, unit);
    if (!x.ok) return x;
    if (!y.ok) return y;
    if (x.value >= piece.length || y.value >= whole) {
      return fail(`${called} @${place.trim()} lies off the piece`);
    }
    const finding: ReadFinding = {
      kind,
      face,
      x: x.value,
      y: y.value,
      ...size.value,
      ...(depth ? { depth: depth.value } : {}),
      ...(fix ? { fix } : {}),
      ...(fate ? { fate } : {}),
      ...(leadFree ? { leadFree } : {}),
      ...(colour ? { colour } : {}),
      ...(note === undefined ? {} : { note }),
    };
    value.push(sticksOut(finding, piece) ? keepOnPiece(finding, piece.length, whole) : finding);
  }
  return ok({ kind: 'finding', value });
}

const faceCalled = (word: string | undefined): FindingFace | undefined => {
  const first = word?.split(/\s+/)[0];
  return FINDING_FACES.find((face) => face.toLowerCase() === first);
};

/** What has been done about a finding, or is to be, said after its name: `metal pulled`, `knot filled`. */
interface Deed {
  readonly fix?: Fix;
  readonly fate?: Fate;
  readonly leadFree?: true;
}

const DEEDS: readonly (readonly [word: string, deed: Deed])[] = [
  ['pulled', { fix: 'pulled' }],
  ['punched', { fix: 'punched' }],
  ['cut out', { fate: 'cut' }],
  ['kept', { fate: 'keep' }],
  ['filled', { fate: 'fill' }],
  ['stabilised', { fate: 'stabilise' }],
  ['lead free', { leadFree: true }],
];

function withoutDeeds(words: string): Deed & { called: string } {
  let called = words;
  let deeds: Deed = {};
  for (;;) {
    const found = DEEDS.find(([word]) => called.toLowerCase().endsWith(` ${word}`));
    if (!found) return { called, ...deeds };
    called = called.slice(0, -found[0].length).trim();
    deeds = { ...found[1], ...deeds };
  }
}

/** `blue-black stain`: what stands before the name of a stain. */
function withoutColour(words: string): { called: string; colour?: StainColour } {
  const colour = STAIN_COLOURS.find((known) => words.toLowerCase() === `${known} stain`);
  return colour === undefined ? { called: words } : { called: 'stain', colour };
}

const deedsOf = (finding: ReadFinding): string =>
  DEEDS.filter(([, deed]) =>
    deed.fix !== undefined
      ? deed.fix === finding.fix
      : deed.leadFree !== undefined
        ? finding.leadFree === true
        : deed.fate === finding.fate,
  )
    .map(([word]) => ` ${word}`)
    .join('');

const SLACK_MM = 1e-6;

const sticksOut = (finding: ReadFinding, piece: Size): boolean =>
  finding.x + finding.length > piece.length + SLACK_MM ||
  finding.y + finding.width > fullWidth(piece) + SLACK_MM;

function readSize(
  text: string | undefined,
  usual: { readonly length: number; readonly width: number },
  unit: LengthUnit,
): Result<{ length: number; width: number }, string> {
  if (text === undefined) return ok({ length: usual.length, width: usual.width });
  const [along, across, more] = text.split(/\s*[x×*]\s*/);
  if (along === undefined || across === undefined || more !== undefined) {
    return fail('a finding’s size is length × width, as in size 34x28');
  }
  const length = parseLength(along, unit);
  const width = parseLength(across, unit);
  if (!length.ok) return fail(length.fault.message);
  if (!width.ok) return fail(width.fault.message);
  return ok({ length: length.value, width: width.value });
}

export const clauseChip = (clause: Clause): { readonly kind: ChipKind; readonly text: string } => {
  switch (clause.kind) {
    case 'moisture':
      return { kind: 'moisture', text: `${clause.value} % moisture` };
    case 'veneer':
      return { kind: 'veneer', text: `veneer ${clause.value} mm, not solid` };
    case 'rough':
      return { kind: 'ends', text: clause.value.length > 1 ? 'rough ends' : `rough ${clause.value[0]} end` };
    case 'warp':
      return { kind: 'warp', text: `${clause.which} ${clause.value} mm` };
    case 'finding': {
      const [first] = clause.value;
      const name = first ? findingKindFacts(first.kind).name : '';
      return { kind: 'finding', text: clause.value.length > 1 ? `${clause.value.length} × ${name}` : name };
    }
    case 'since':
      return { kind: 'since', text: `since ${clause.value}` };
    case 'place':
    case 'find':
    case 'tag':
    case 'hazard':
      return { kind: clause.kind, text: clause.value };
    default:
      return exhausted(clause, 'clause');
  }
};

/** Printed clauses of what was found, neighbours that are alike in one. */
export function printFindings(
  findings: readonly ReadFinding[],
  size: (mm: number) => string,
  quoted: (text: string) => string,
): string[] {
  const clauses: string[] = [];
  for (let i = 0; i < findings.length;) {
    const first = findings[i];
    if (!first) break;
    let places = '';
    for (; i < findings.length; i++) {
      const next = findings[i];
      if (!next || !alike(first, next)) break;
      places += ` @${size(next.x)}:${size(next.y)}`;
    }
    const usual = findingKindFacts(first.kind);
    const own = first.length === usual.length && first.width === usual.width;
    clauses.push(
      [
        first.kind === 'stain' && first.colour !== undefined ? `${first.colour} ${usual.name}` : usual.name,
        deedsOf(first),
        first.face === usual.face ? '' : first.face === 'through' ? ' through' : ` on ${first.face}`,
        places,
        own ? '' : ` size ${size(first.length)}x${size(first.width)}`,
        first.depth === undefined ? '' : ` deep ${size(first.depth)}`,
        first.note === undefined ? '' : ` note ${quoted(first.note)}`,
      ].join(''),
    );
  }
  return clauses;
}

const alike = (a: ReadFinding, b: ReadFinding): boolean =>
  a.kind === b.kind &&
  a.face === b.face &&
  a.length === b.length &&
  a.width === b.width &&
  a.depth === b.depth &&
  a.fix === b.fix &&
  a.fate === b.fate &&
  a.colour === b.colour &&
  a.leadFree === b.leadFree &&
  a.note === b.note;
