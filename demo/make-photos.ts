/**
 * Makes the photos of the demo shop from noise: planks with grain, knots and rot on a floor. Nothing in them was
 * ever in front of a camera. Run with `npm run demo`; the outcome, `photos/`, is kept.
 */
import { mkdirSync, writeFileSync } from 'node:fs';
import { encode } from 'jpeg-js';
import { createNoise2D } from 'simplex-noise';

const WIDTH = 720;
const HEIGHT = 540;
const QUALITY = 62;

/** Park and Miller's generator: the same pictures every time. */
const seeded = (seed: number) => () => (seed = (seed * 48271) % 2147483647) / 2147483647;

type Rgb = readonly [number, number, number];

interface Spot {
  /** Along and across the plank, px, from its near upper corner. */
  readonly x: number;
  readonly y: number;
  readonly r: number;
  readonly tone: Rgb;
}

interface Plank {
  readonly x: number;
  readonly y: number;
  readonly angleDeg: number;
  readonly length: number;
  readonly width: number;
  readonly tone: Rgb;
  readonly spots?: readonly Spot[];
}

const SPRUCE: Rgb = [222, 196, 150];
const PITCH_PINE: Rgb = [198, 142, 84];
const GREENHEART: Rgb = [142, 128, 84];
const MAHOGANY: Rgb = [140, 78, 52];
const LARCH: Rgb = [176, 124, 84];
const DARK: Rgb = [58, 42, 30];
const GREY: Rgb = [150, 148, 140];

function picture(name: string, seed: number, floor: Rgb, planks: readonly Plank[]): void {
  const random = seeded(seed);
  const [grain, speck, light] = [createNoise2D(random), createNoise2D(random), createNoise2D(random)];
  const data = new Uint8Array(WIDTH * HEIGHT * 4);
  for (let py = 0; py < HEIGHT; py++) {
    for (let px = 0; px < WIDTH; px++) {
      let tone = shade(floor, 0.9 + 0.1 * speck(px / 40, py / 40) + 0.06 * speck(px / 3, py / 3));
      for (const [i, plank] of planks.entries()) {
        const angle = (plank.angleDeg * Math.PI) / 180;
        const [dx, dy] = [px - plank.x, py - plank.y];
        const u = dx * Math.cos(angle) + dy * Math.sin(angle);
        const v = dy * Math.cos(angle) - dx * Math.sin(angle);
        // A soft shadow below and to the right of each plank.
        if (u > 0 && u < plank.length + 8 && v >= plank.width && v < plank.width + 9)
          tone = shade(tone, 0.62);
        if (u < 0 || u >= plank.length || v < 0 || v >= plank.width) continue;
        const rings = Math.sin((v + 14 * grain(u / 260, v / 30 + i * 9)) / 3.1 + 5 * grain(u / 500, i * 7));
        const fibre = grain(u / 40 + i * 31, v / 1.6);
        tone = shade(plank.tone, 0.96 + 0.07 * rings + 0.05 * fibre);
        if (v < 2 || v >= plank.width - 2) tone = shade(tone, 0.78);
        for (const spot of plank.spots ?? []) {
          const far = Math.hypot((u - spot.x) * 0.8, v - spot.y) + 5 * grain(u / 9, v / 9);
          if (far < spot.r) tone = mix(spot.tone, tone, Math.max(0, far / spot.r) ** 2);
        }
      }
      const lit = 0.94 + 0.1 * light(px / 700, py / 500) + 0.025 * speck(px / 1.4, py / 1.4);
      const at = (py * WIDTH + px) * 4;
      shade(tone, lit).forEach((value, k) => (data[at + k] = Math.max(0, Math.min(255, value))));
      data[at + 3] = 255;
    }
  }
  const folder = new URL('./photos/', import.meta.url);
  mkdirSync(folder, { recursive: true });
  writeFileSync(new URL(`${name}.jpg`, folder), encode({ data, width: WIDTH, height: HEIGHT }, QUALITY).data);
}

const shade = ([r, g, b]: Rgb, by: number): Rgb => [r * by, g * by, b * by];
const mix = (one: Rgb, other: Rgb, share: number): Rgb => [
  one[0] + (other[0] - one[0]) * share,
  one[1] + (other[1] - one[1]) * share,
  one[2] + (other[2] - one[2]) * share,
];

const stack = (count: number, plank: Plank, gap: number, lean: number): Plank[] =>
  Array.from({ length: count }, (_, i) => ({
    ...plank,
    x: plank.x + ((i * 37) % 23),
    y: plank.y + i * gap,
    angleDeg: plank.angleDeg + lean * (((i * 5) % 7) - 3),
  }));

const knot = (x: number, y: number, r = 11): Spot => ({ x, y, r, tone: [96, 58, 30] });

picture(
  'demo-photo-pallets',
  11,
  [120, 122, 118],
  [
    ...stack(
      7,
      { x: 60, y: 60, angleDeg: 1, length: 580, width: 50, tone: SPRUCE, spots: [knot(210, 24)] },
      62,
      0.5,
    ),
    { x: 96, y: 30, angleDeg: 90, length: 460, width: 26, tone: shade(SPRUCE, 0.8) },
  ],
);
picture(
  'demo-photo-pews',
  23,
  [96, 90, 86],
  [
    {
      x: 30,
      y: 110,
      angleDeg: 2,
      length: 660,
      width: 130,
      tone: PITCH_PINE,
      spots: [knot(180, 70, 14), knot(470, 40)],
    },
    {
      x: 50,
      y: 280,
      angleDeg: -1,
      length: 620,
      width: 112,
      tone: shade(PITCH_PINE, 0.9),
      spots: [knot(330, 60)],
    },
    { x: 120, y: 430, angleDeg: 1, length: 500, width: 46, tone: shade(PITCH_PINE, 0.84) },
  ],
);
picture(
  'demo-photo-slipway',
  37,
  [104, 112, 110],
  [
    ...stack(
      3,
      {
        x: 40,
        y: 80,
        angleDeg: 3,
        length: 640,
        width: 96,
        tone: GREENHEART,
        spots: [{ x: 30, y: 48, r: 80, tone: DARK }],
      },
      140,
      1,
    ),
  ],
);
picture(
  'demo-photo-ferry',
  41,
  [128, 120, 108],
  [
    ...stack(
      5,
      {
        x: 80,
        y: 50,
        angleDeg: 0,
        length: 540,
        width: 74,
        tone: LARCH,
        spots: [{ x: 510, y: 40, r: 70, tone: GREY }],
      },
      92,
      0.8,
    ),
  ],
);
picture(
  'demo-photo-pew-rot',
  53,
  [90, 88, 84],
  [
    {
      x: -40,
      y: 90,
      angleDeg: 1,
      length: 700,
      width: 340,
      tone: PITCH_PINE,
      spots: [{ x: 640, y: 90, r: 190, tone: [74, 48, 28] }],
    },
  ],
);
picture(
  'demo-photo-leaf',
  67,
  [70, 70, 72],
  [
    {
      x: 40,
      y: 60,
      angleDeg: -1,
      length: 640,
      width: 410,
      tone: MAHOGANY,
      spots: [
        { x: 90, y: 60, r: 14, tone: DARK },
        { x: 560, y: 330, r: 60, tone: [44, 28, 20] },
      ],
    },
  ],
);
picture(
  'demo-photo-foot',
  71,
  [112, 110, 100],
  [
    {
      x: 60,
      y: 130,
      angleDeg: 0,
      length: 700,
      width: 280,
      tone: GREENHEART,
      spots: [
        { x: 0, y: 140, r: 260, tone: DARK },
        { x: 380, y: 150, r: 22, tone: GREY },
      ],
    },
  ],
);
