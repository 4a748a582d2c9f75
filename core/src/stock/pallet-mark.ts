/**
 * The mark of treated wood packaging, as it is read off a pallet: country, producer, treatment.
 *
 * Source: ISPM 15 (IPPC, 2018 edition), annexes 1 and 2: HT heat treated (core at 56 °C for 30 min), DH
 * dielectric heating, MB methyl bromide, SF sulphuryl fluoride; the country as two letters of ISO 3166.
 * KD (kiln dried) and DB (debarked) may stand beside a treatment, but are none by themselves.
 */
import { fail, ok, type Result } from '../foundation/result.ts';

const TREATMENTS = ['HT', 'DH', 'MB', 'SF', 'none'] as const;
export type Treatment = (typeof TREATMENTS)[number];

export const TREATMENT_ABOUT: Readonly<Record<Treatment, string>> = {
  HT: 'heat treated',
  DH: 'heated through by radio waves',
  MB: 'gassed with methyl bromide',
  SF: 'gassed with sulphuryl fluoride',
  none: 'no treatment code to be read',
};

export interface PalletMark {
  /** Two letters, or empty where it can't be read. */
  readonly country: string;
  readonly number: string;
  readonly treatment: Treatment;
}

/**
 * Reads a mark as it is called off: `NL-123 HT`, `DE BY 490012 MB DB`. Country and number may be missing,
 * the treatment too (it then reads as none).
 */
export function readPalletMark(text: string): Result<PalletMark, string> {
  const words = text.toUpperCase().match(/[A-Z]+|\d+/g) ?? [];
  if (words.length === 0) return fail('Write what stands on the mark, such as NL-123 HT.');
  const codes = words.filter((word) => (TREATMENTS as readonly string[]).includes(word));
  if (codes.length > 1) return fail(`Two treatments, ${codes.join(' and ')}: only one can be right.`);
  const [first] = words;
  const country = first !== undefined && /^[A-Z]{2}$/.test(first) && !NOT_COUNTRIES.has(first) ? first : '';
  const number = words
    .slice(country === '' ? 0 : 1)
    .filter((word) => !NOT_COUNTRIES.has(word))
    .join(' ');
  return ok({ country, number, treatment: (codes[0] as Treatment | undefined) ?? 'none' });
}

/** What may stand on a mark and is neither country nor number. */
const NOT_COUNTRIES: ReadonlySet<string> = new Set([...TREATMENTS, 'KD', 'DB', 'IPPC']);

/** `NL-123 HT`. */
export const palletMarkText = ({ country, number, treatment }: PalletMark): string =>
  [[country, number].filter(Boolean).join('-'), treatment === 'none' ? '' : treatment]
    .filter(Boolean)
    .join(' ') || 'no mark';
