/**
 * Whether ranges that should hold eight of ten do: made-up shops with biases, spreads and freak lines of their own
 * estimate pieces, the model learns from so many lines, and is asked about others. Beside it the range of one who knows
 * the shop's spread and how chance falls there, and learns the biases only.
 * `npm run bench -- sure [shops]`; `npm run bench -- sure keep [shops]` writes the table and the plot of
 * `docs/algorithms/calibration.md`.
 */
import { readFileSync, writeFileSync } from 'node:fs';
import * as echarts from 'echarts';
import { mixturePoint } from '../src/foundation/normal.ts';
import { seededRandom } from '../src/foundation/random.ts';
import { BIAS_SD, PRIORS, SPREAD_SD, sureRanges } from '../src/yield/estimates/how-sure.ts';
import { learnRecord } from '../src/yield/estimates/record-model.ts';
import { lineOf, shopWith, TAILS, type Line, type Tails } from '../test-support/made-up-shops.ts';

const RECORDS = [0, 8, 40];
const SPREADS = [0.6, 1, 1.6];
const ASKS = 12;

/** Ranges of one who knows the spread: 10 % and 90 % points of what the biases learned leave. */
function informed(spread: number, records: readonly Line[], asks: readonly Line[]): [number, number][] {
  const effects = ({ findKind, species }: Line): string[] => [
    'shop',
    `kind ${findKind}`,
    `species ${species}`,
  ];
  const lines = records.map((line) => ({
    y: Math.log(line.actual / line.estimated) - PRIORS[line.known].mean,
    sd: PRIORS[line.known].sd * spread,
    effects: effects(line),
  }));
  const model = learnRecord(lines, BIAS_SD, 0);
  return asks.map((ask) => {
    const parts = model.predict(effects(ask), PRIORS[ask.known].sd * spread);
    return [0.1, 0.9].map((share) => Math.exp(PRIORS[ask.known].mean + mixturePoint(parts, share))) as [
      number,
      number,
    ];
  });
}

interface Cell {
  readonly tails: Tails;
  readonly biasTimes: number;
  readonly records: number;
  readonly spread: number;
  readonly covers: number;
  readonly width: number;
  readonly informedCovers: number;
  readonly informedWidth: number;
}

function cell(tails: Tails, biasTimes: number, records: number, spread: number, shops: number): Cell {
  const random = seededRandom(records * 1000 + spread * 100 + biasTimes * 7 + TAILS.indexOf(tails));
  let [held, width, informedHeld, informedWidth] = [0, 0, 0, 0];
  for (let n = 0; n < shops; n++) {
    const shop = shopWith(spread, biasTimes, tails, random);
    const record = Array.from({ length: records }, () => lineOf(shop, random, true));
    const asks = Array.from({ length: ASKS }, () => lineOf(shop, random, false));
    sureRanges(record, asks).forEach(({ low, high }, i) => {
      const { actual } = asks[i] as Line;
      if (actual >= low && actual <= high) held++;
      width += Math.log(high / low);
    });
    informed(spread, record, asks).forEach(([low, high], i) => {
      const { actual } = asks[i] as Line;
      if (actual >= low && actual <= high) informedHeld++;
      informedWidth += Math.log(high / low);
    });
  }
  const many = shops * ASKS;
  return {
    tails,
    biasTimes,
    records,
    spread,
    covers: held / many,
    width: width / many,
    informedCovers: informedHeld / many,
    informedWidth: informedWidth / many,
  };
}

const [first, second] = process.argv.slice(2);
const keep = first === 'keep';
const shops = Number((keep ? second : first) ?? 300);
const cells: Cell[] = [];
for (const tails of TAILS) {
  for (const biasTimes of tails === 't5' ? [1, 1.5] : [1]) {
    for (const records of RECORDS) {
      for (const spread of SPREADS) cells.push(cell(tails, biasTimes, records, spread, shops));
    }
  }
}

const NAMES: Readonly<Record<Tails, string>> = {
  t5: 'as the model thinks',
  t3: 'wider tails',
  freaks: '3 lines in 100 wrong by ten',
};
const percent = (share: number): string => `${(100 * share).toFixed(0)} %`;
const rows = cells.map((one) => [
  NAMES[one.tails],
  `× ${one.biasTimes}`,
  String(one.records),
  `× ${one.spread}`,
  percent(one.covers),
  percent(one.informedCovers),
  one.width.toFixed(2),
  one.informedWidth.toFixed(2),
  (one.width / one.informedWidth).toFixed(2),
]);
const head = [
  'chance',
  'biases',
  'records',
  'spread',
  'covers',
  'informed covers',
  'width',
  'informed width',
  'ratio',
];
const table = [head, head.map(() => '---'), ...rows].map((row) => `| ${row.join(' | ')} |`).join('\n');
console.log(table);

/** Coverage over the number of records, a line for each spread, the band of eight of ten behind. */
function plot(): string {
  const chart = echarts.init(null, null, { renderer: 'svg', ssr: true, width: 760, height: 380 });
  const own = cells.filter(({ tails, biasTimes }) => tails === 't5' && biasTimes === 1);
  chart.setOption({
    animation: false,
    title: { text: 'Share of pieces that came within the 80 % range', left: 10, textStyle: { fontSize: 15 } },
    legend: { bottom: 4 },
    grid: { left: 70, right: 24, top: 56, bottom: 74 },
    xAxis: {
      type: 'category',
      name: 'lines on record',
      nameLocation: 'middle',
      nameGap: 26,
      data: RECORDS.map(String),
    },
    yAxis: { type: 'value', min: 60, max: 100, axisLabel: { formatter: '{value} %' } },
    series: SPREADS.map((spread, i) => ({
      name: `spread ${spread} times the prior’s`,
      type: 'line',
      symbolSize: 9,
      data: RECORDS.map((records) => {
        const found = own.find((one) => one.records === records && one.spread === spread);
        return Math.round(1000 * (found?.covers ?? 0)) / 10;
      }),
      ...(i === 0
        ? {
            markLine: {
              symbol: 'none',
              label: { formatter: '80 %' },
              lineStyle: { type: 'dashed' },
              data: [{ yAxis: 80 }],
            },
          }
        : {}),
    })),
  });
  const drawn = chart.renderToSVGString();
  chart.dispose();
  return drawn;
}

if (keep) {
  const docs = new URL('../../docs/algorithms/', import.meta.url);
  writeFileSync(new URL('calibration.svg', docs), plot());
  const page = new URL('calibration.md', docs);
  const day = new Date().toISOString().slice(0, 10);
  const measured = `<!-- measured -->\n\nMeasured on ${day}: ${shops} shops a row, ${ASKS} pieces each; ln s ~ N(0, ${SPREAD_SD}²).\n\n${table}\n`;
  writeFileSync(page, readFileSync(page, 'utf8').replace(/<!-- measured -->[\s\S]*$/, measured));
}
