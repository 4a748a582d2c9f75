/**
 * Is a haul worth taking? The usable wood in it at the price of the same wood new, less price, haulage and
 * hours. Figures are ranges, since nothing has been inspected yet; the verdict says what drives it and
 * what would turn it. Money is in the shop's own currency.
 */
import { sum } from '../../foundation/sum.ts';
import type { FindKind } from '../../stock/find-kind.ts';
import type { Find, Haul } from '../../stock/haul.ts';
import { fullWidth } from '../../stock/piece.ts';
import { takeApart, type Breakdown } from '../../stock/breakdown/take-apart.ts';
import type { ExpectedPiece } from '../../stock/breakdown/model.ts';
import { guessedPricePerM3 } from '../../timber/new-prices.ts';
import { speciesById, type SpeciesId } from '../../timber/species.ts';
import { densityAt } from '../../timber/weight.ts';
import { blockedForGrade, NO_TRIMS } from '../thickness/workable.ts';
import { longestClear } from '../cutting/longest-clear.ts';
import { usableShare, type Range, type UsableShare } from '../estimates/usable-share.ts';

/** What a shop calculates its time and its trips at; all may be changed. */
export interface Trade {
  readonly currency: string;
  readonly perHour: number;
  readonly perKm: number;
  /** Price of new wood per m³, where the maker has set one. */
  readonly pricePerM3: Readonly<Record<SpeciesId, number>>;
  /** Usable shares by kind of find, where the maker has set them. */
  readonly usable: Readonly<Partial<Record<FindKind, Range>>>;
  readonly vehicle: Vehicle;
  /** Minutes for one member by kind of find and way (`pallet/pry`), where the maker has set them. */
  readonly minutesEach: Readonly<Record<string, number>>;
  /** Moisture of wood as it is hauled, %, where the maker has set it. */
  readonly hauledMoisture: Readonly<Partial<Record<FindKind, number>>>;
}

/** The room and the load of what fetches the wood: mm and kg. */
export interface Vehicle {
  readonly length: number;
  readonly width: number;
  readonly height: number;
  readonly payloadKg: number;
}

export const DEFAULT_TRADE: Trade = {
  currency: '€',
  perHour: 15,
  perKm: 0.4,
  pricePerM3: {},
  usable: {},
  vehicle: { length: 2400, width: 1200, height: 1100, payloadKg: 600 },
  minutesEach: {},
  hauledMoisture: {},
};

/** Moisture of wood as it is hauled, %: dry from indoors, wetter from outdoors. */
export const HAULED_MOISTURE_PCT: Readonly<Record<FindKind, number>> = {
  pallet: 18,
  pew: 12,
  flooring: 12,
  post: 25,
  'outdoor-boards': 22,
  barrel: 20,
  furniture: 10,
  mixed: 15,
  metal: 12,
  glass: 12,
};

/** For wood that nobody has named, kg/m³ at 12 %. */
const UNNAMED_DENSITY = 600;

export const priceOfNew = (trade: Pick<Trade, 'pricePerM3'>, species: SpeciesId): number =>
  trade.pricePerM3[species] ?? guessedPricePerM3(species);

/** Minutes for one member of a kind taken apart in a way: the shop's own, else the usual pace. */
const minutesFor = (
  trade: Pick<Trade, 'minutesEach'>,
  kind: FindKind,
  way: { readonly id: string; readonly minutesEach: number },
): number => trade.minutesEach[`${kind}/${way.id}`] ?? way.minutesEach;

/** Kinds that are no lumber: they count only whole, so what they are worth has to be asked. */
const NO_LUMBER: ReadonlySet<FindKind> = new Set(['metal', 'glass']);

/** A thing kept whole is sold for less or more than was thought: starting guesses for low and high. */
const WHOLE_SPREAD = { low: 0.6, high: 1.4 } as const;

/** What keeping a find whole brings, all that are alike together, less its materials; the price is never topped. */
function wholeValue(find: Find): Range | null {
  const { whole, alike } = find;
  if (!whole) return null;
  const likely = whole.worth * whole.chance;
  return less(
    {
      low: alike * likely * WHOLE_SPREAD.low,
      likely: alike * likely,
      high: alike * Math.min(whole.worth, likely * WHOLE_SPREAD.high),
    },
    alike * whole.materials,
  );
}

interface FindWorth {
  readonly find: Find;
  readonly breakdown: Breakdown;
  readonly share: UsableShare;
  readonly usableM3: Range;
  /** Of face. */
  readonly usableM2: Range;
  /** Longest length free of what a clear, a character and a hidden part would not take, mm. */
  readonly longestMm: Range;
  readonly pricePerM3: number;
  readonly value: Range;
  readonly workHours: number;
  /** Value less the hours of breaking it down. */
  readonly margin: Range;
  readonly weightKg: number;
  readonly heaviestKg: number;
  readonly longestMemberMm: number;
  /** What counts: broken up for its wood, or kept whole, whichever leaves more. */
  readonly as: 'lumber' | 'whole';
  /** What each of the two would leave; null where keeping it whole has not been priced. */
  readonly margins: { readonly lumber: Range; readonly whole: Range | null };
  /** It is no lumber and nobody has said what it is worth whole. */
  readonly unpriced: boolean;
  /** Screening says leave it: it counts for nothing. */
  readonly left: boolean;
}

const scaled = (range: Range, by: number): Range => ({
  low: range.low * by,
  likely: range.likely * by,
  high: range.high * by,
});
const less = (range: Range, cost: number): Range => ({
  low: range.low - cost,
  likely: range.likely - cost,
  high: range.high - cost,
});

/** What one find would give. `recorded`: the shop's own shares for its kind; `left`: screening forbids it. */
function worthOfFind(find: Find, trade: Trade, recorded: readonly number[], left: boolean): FindWorth {
  const breakdown = takeApart(find);
  const share = usableShare(find.kind, find.condition, recorded, trade.usable[find.kind]);
  const faceM2 = sum(breakdown.sorts, ({ each, members, broken }) =>
    sum(each, (piece) => ((members - broken) * piece.length * fullWidth(piece)) / 1e6),
  );
  const usableM3 = scaled(share, breakdown.piecesM3);
  const pricePerM3 = priceOfNew(trade, find.species);
  const lumber = scaled(usableM3, pricePerM3);
  const members = sum(breakdown.sorts, ({ members: many }) => many);
  const breaking = (members * minutesFor(trade, find.kind, breakdown.way)) / 60;
  const kept = wholeValue(find);
  const keeping = find.alike * (find.whole?.hours ?? 0);
  const margins = {
    lumber: less(lumber, breaking * trade.perHour),
    whole: kept && less(kept, keeping * trade.perHour),
  };
  const asWhole = margins.whole !== null && margins.whole.likely > margins.lumber.likely;
  const value = asWhole && kept ? kept : lumber;
  const workHours = asWhole ? keeping : breaking;
  const density = densityAt(
    speciesById(find.species)?.densityKgM3 ?? UNNAMED_DENSITY,
    trade.hauledMoisture[find.kind] ?? HAULED_MOISTURE_PCT[find.kind],
  );
  const sorts = breakdown.sorts.map(({ sort }) => sort);
  return {
    find,
    breakdown,
    share,
    usableM3,
    usableM2: scaled(share, faceM2),
    longestMm: longestOf(breakdown),
    pricePerM3,
    value,
    workHours,
    margin: asWhole && margins.whole ? margins.whole : margins.lumber,
    as: asWhole ? 'whole' : 'lumber',
    margins,
    unpriced: NO_LUMBER.has(find.kind) && !find.whole,
    weightKg: breakdown.standingM3 * density,
    heaviestKg: Math.max(
      0,
      ...sorts.map((sort) => ((sort.length * sort.width * sort.thickness) / 1e9) * density),
    ),
    longestMemberMm: Math.max(0, ...sorts.map((sort) => sort.length)),
    left,
  };
}

/** Narrower than this (mm) a length is not worth calling long. */
const LEAST_WIDTH_MM = 25;

function longestOf(breakdown: Breakdown): Range {
  const pieces = breakdown.sorts.flatMap(({ each }) => each);
  const best = (grade: 'clear' | 'character' | 'hidden'): number =>
    Math.max(0, ...pieces.map((piece) => clearLength(piece, grade)));
  const [low = 0, likely = 0, high = 0] = [best('clear'), best('character'), best('hidden')].sort(
    (a, b) => a - b,
  );
  return { low, likely, high };
}

function clearLength(piece: ExpectedPiece, grade: 'clear' | 'character' | 'hidden'): number {
  const found = piece.findings.map((finding, i) => ({ ...finding, id: String(i) }));
  const blocked = blockedForGrade({ ...piece, findings: found }, grade, NO_TRIMS);
  const board = { length: piece.length, width: fullWidth(piece) };
  const least = Math.min(LEAST_WIDTH_MM, board.width);
  return longestClear(board, blocked, least)?.length ?? 0;
}

export type WorthVerdict = 'take' | 'take-part' | 'leave';

export const VERDICT_NAMES: Readonly<Record<WorthVerdict, string>> = {
  take: 'Take it',
  'take-part': 'Take part of it',
  leave: 'Leave it',
};

/** One figure in the calculation, with where it comes from. */
interface Driver {
  readonly name: string;
  /** Above zero for, below zero against. */
  readonly amount: number;
  readonly source: string;
}

export interface HaulWorth {
  readonly finds: readonly FindWorth[];
  /** The finds that are worth their work. */
  readonly worthwhile: readonly FindWorth[];
  readonly usableM3: Range;
  readonly value: Range;
  readonly costs: number;
  readonly net: Range;
  readonly verdict: WorthVerdict;
  /** Whether low and high agree with likely. */
  readonly sure: boolean;
  /** The figures that weigh most, heaviest first. */
  readonly drivers: readonly Driver[];
  /** What would turn the verdict. */
  readonly turns: readonly string[];
  readonly weightKg: number;
  readonly hours: number;
  /** Finds that count for nothing only because nobody has said what they are worth whole. */
  readonly unpriced: readonly FindWorth[];
}

/** Weighs a haul. `record` gives the shop's usable shares of a kind so far; `leaves` says of each find whether its screening says leave it. */
export function worthOfHaul(
  haul: Haul,
  trade: Trade,
  record: (kind: FindKind) => readonly number[],
  leaves: (find: Find) => boolean,
): HaulWorth {
  const finds = haul.finds.map((find) => worthOfFind(find, trade, record(find.kind), leaves(find)));
  const worthwhile = finds.filter((worth) => !worth.left && worth.margin.likely > 0);
  const unpriced = finds.filter((worth) => !worth.left && worth.unpriced);
  const value = totalOf(worthwhile, (worth) => worth.value);
  const workHours = sum(worthwhile, (worth) => worth.workHours);
  const [work, trip] = [workHours * trade.perHour, haul.hours * trade.perHour];
  const haulage = haul.distanceKm * trade.perKm;
  const costs = haul.price + haulage + work + trip;
  const net = less(value, costs);
  const none = worthwhile.length === 0 || net.likely < 0;
  const counted = finds.filter((worth) => !unpriced.includes(worth));
  const verdict = none ? 'leave' : worthwhile.length === counted.length ? 'take' : 'take-part';
  const broken = worthwhile.filter(({ as }) => as === 'lumber');
  const whole = worthwhile.filter(({ as }) => as === 'whole');
  const usableM3 = totalOf(broken, (worth) => worth.usableM3);
  const drivers: Driver[] = [
    {
      name: 'wood it saves buying',
      amount: sum(broken, (worth) => worth.value.likely),
      source: `${usableM3.likely.toFixed(3)} m³ usable, likely, at the price of new`,
    },
    {
      name: 'things kept whole',
      amount: sum(whole, (worth) => worth.value.likely),
      source: `${whole.map(({ find }) => find.name).join(', ')}: worth × chance, less materials`,
    },
    {
      name: whole.length > 0 ? 'breaking down, cleaning, restoring' : 'breaking down and cleaning',
      amount: -work,
      source: `${workHours.toFixed(1)} h at ${trade.perHour} an hour`,
    },
    { name: 'the trip', amount: -trip, source: `${haul.hours} h at ${trade.perHour} an hour` },
    { name: 'haulage', amount: -haulage, source: `${haul.distanceKm} km at ${trade.perKm} a km` },
    { name: 'price asked', amount: -haul.price, source: 'as noted' },
  ];
  return {
    finds,
    worthwhile,
    usableM3,
    value,
    costs,
    net,
    verdict,
    // While something has no worth yet, nothing is sure.
    sure: unpriced.length === 0 && (none ? net.high < 0 || worthwhile.length === 0 : net.low > 0),
    unpriced,
    drivers: drivers
      .filter(({ amount }) => Math.abs(amount) > 0.005)
      .sort((a, b) => Math.abs(b.amount) - Math.abs(a.amount)),
    turns: turningPoints(value.likely, costs, work, workHours, haul.price, trade),
    weightKg: sum(
      finds.filter((worth) => !worth.left),
      (worth) => worth.weightKg,
    ),
    hours: workHours + haul.hours,
  };
}

const totalOf = (finds: readonly FindWorth[], pick: (worth: FindWorth) => Range): Range => ({
  low: sum(finds, (worth) => pick(worth).low),
  likely: sum(finds, (worth) => pick(worth).likely),
  high: sum(finds, (worth) => pick(worth).high),
});

/** The value of one figure, the others left, at which nothing would be gained or lost. */
function turningPoints(
  value: number,
  costs: number,
  work: number,
  workHours: number,
  price: number,
  trade: Trade,
): string[] {
  if (value <= 0) return [];
  const net = value - costs;
  const turns = [
    `It comes out even if the usable wood is ${((100 * costs) / value).toFixed(0)} % of what is likely`,
  ];
  if (workHours > 0 && work + net > 0 && trade.perHour > 0) {
    turns.push(
      `or if the work takes ${((work + net) / trade.perHour).toFixed(1)} h instead of ${workHours.toFixed(1)}`,
    );
  }
  if (price + net > 0) turns.push(`or at a price of ${trade.currency}${(price + net).toFixed(0)}`);
  return turns;
}

export interface Fit {
  readonly fits: boolean;
  readonly remarks: readonly string[];
}

/** Whether what is taken fits the vehicle, taken apart, and what it asks of those who lift it. */
export function fitsVehicle(worth: HaulWorth, vehicle: Vehicle): Fit {
  const taken = worth.finds.filter((one) => !one.left);
  const longest = Math.max(0, ...taken.map((one) => one.longestMemberMm));
  const remarks: string[] = [];
  const diagonal = Math.hypot(vehicle.length, vehicle.height);
  if (longest > vehicle.length) {
    remarks.push(
      longest <= diagonal
        ? `The longest member (${longest.toFixed(0)} mm) goes in only on the slant.`
        : `The longest member (${longest.toFixed(0)} mm) is ${(longest - vehicle.length).toFixed(0)} mm longer than the load space.`,
    );
  }
  const trips = Math.ceil(worth.weightKg / vehicle.payloadKg);
  if (trips > 1) {
    remarks.push(
      `About ${worth.weightKg.toFixed(0)} kg in all: ${trips} trips with a load of ${vehicle.payloadKg} kg.`,
    );
  }
  return { fits: longest <= diagonal && trips <= 1, remarks };
}
