/** Tone of wood in CIELAB (D65), by way of culori: from pixels of a photograph, and back to a colour to show. */
import { differenceCiede2000, formatHex, useMode, modeLab65, modeRgb, clampRgb } from 'culori/fn';
import type { Tone } from '@aldrek/core/wood';

const toLab = useMode(modeLab65);
const toRgb = useMode(modeRgb);
const difference = differenceCiede2000();

type Lab = Pick<Tone, 'l' | 'a' | 'b'>;

/** The mean colour of RGBA bytes. */
export function labOf(pixels: Uint8ClampedArray): Lab {
  let [r, g, b] = [0, 0, 0];
  const count = Math.max(1, pixels.length / 4);
  for (let i = 0; i < pixels.length; i += 4) {
    r += pixels[i] ?? 0;
    g += pixels[i + 1] ?? 0;
    b += pixels[i + 2] ?? 0;
  }
  const {
    l,
    a,
    b: yellow,
  } = toLab({ mode: 'rgb', r: r / count / 255, g: g / count / 255, b: b / count / 255 });
  return { l, a, b: yellow };
}

/** How far apart two tones are to the eye: ΔE of CIEDE2000. */
export const toneApart = (one: Lab, other: Lab): number =>
  difference({ mode: 'lab65', ...one }, { mode: 'lab65', ...other });

/** The mean of samples, and how far the farthest lies from it. */
export function toneOf(samples: readonly Lab[]): Tone | null {
  if (samples.length === 0) return null;
  const mean = (part: 'l' | 'a' | 'b'): number =>
    samples.reduce((sum, sample) => sum + sample[part], 0) / samples.length;
  const middle = { l: Math.min(100, Math.max(0, mean('l'))), a: mean('a'), b: mean('b') };
  const spread = Math.max(...samples.map((sample) => toneApart(middle, sample)));
  return { ...middle, spread, samples: samples.length };
}

/** The tone as CSS shows it. */
export const toneCss = ({ l, a, b }: Lab): string => formatHex(clampRgb(toRgb({ mode: 'lab65', l, a, b })));
