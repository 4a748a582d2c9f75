/**
 * How a step of the milling route is done well, and what to beware of at it: which way up, which blade, and the cautions
 * of the trade, each with who decides. They inform; the machine’s manual and local rules come first.
 */
import type { StepCaution } from '../hazards/step-caution.ts';
import type { Warp } from '../stock/warp.ts';
import type { RouteSize, RouteStep } from './route-steps.ts';

export interface StepAdvice {
  /** How it lies, and with which blade; in words, none where there is nothing to say. */
  readonly how: readonly string[];
  readonly cautions: readonly StepCaution[];
}

/** Shorter or narrower stock than this asks for a push block, or a blank, mm. */
const SHORT_MM = 300;
const NARROW_MM = 50;
/** A gap less than this is no hollow to speak of, mm. */
const HOLLOW_MM = 0.5;

const BEFORE_FLAT: ReadonlySet<RouteStep['do']> = new Set([
  'rough-crosscut',
  'rough-rip',
  'halve',
  'straighten',
  'flatten',
]);

const MANUAL = 'The machine’s manual.';

const SMALL: StepCaution = {
  danger: 'Short or narrow stock',
  precaution: 'Push block and featherboard, or mill several as one blank and cut them apart last.',
  whoDecides: MANUAL,
};
const EDGE: StepCaution = {
  danger: 'A crooked or natural edge turns on a fence and is thrown',
  precaution: 'On a sled or batten, or clamped; never against the fence as it is.',
  whoDecides: MANUAL,
};
const PINCH: StepCaution = {
  danger: 'A tense board closes on the blade',
  precaution: 'Riving knife; a wedge in the kerf as soon as there is room for one; stand aside.',
  whoDecides: MANUAL,
};
const SMALL_AT_MITRE: StepCaution = {
  danger: 'A short end at the mitre saw',
  precaution: 'Clamp it; fingers a hand’s width from the blade, and the blade up only when it stands.',
  whoDecides: MANUAL,
};
const NOT_CLEAR: StepCaution = {
  danger: 'Unscanned wood: unknown is not clear',
  precaution: 'Faces, edges and ends with the detector, and again after planing.',
  whoDecides: 'You, with a detector in hand.',
};
const DUST: StepCaution = {
  danger: 'Dust, noise and chips',
  precaution: 'Ears, eyes and a mask that fits, with the extraction on.',
  whoDecides: 'Local rules on dust, and the machine’s manual.',
};

/** Advice for a step; `part` is what is made, `warp` that of the piece as it was measured. */
export function adviceAt(step: RouteStep, part: RouteSize, warp: Warp): StepAdvice {
  return { how: howTo(step, warp), cautions: cautionsAt(step, part, warp) };
}

function howTo({ do: deed, machine }: RouteStep, warp: Warp): string[] {
  // Once a face is flat there is no hollow side.
  const hollow =
    BEFORE_FLAT.has(deed) && (Math.abs(warp.cup ?? 0) > HOLLOW_MM || Math.abs(warp.bow ?? 0) > HOLLOW_MM);
  const words: string[] = [];
  if (hollow && (machine === 'jointer' || machine === 'table-saw'))
    words.push('hollow side down, so that it does not rock');
  if (hollow && machine === 'mitre-saw') words.push('hollow side up and clamped, so that the kerf opens');
  if (hollow && machine === 'bandsaw') words.push('the broad or rounded side up');
  if (machine === 'table-saw' && (deed === 'rough-rip' || deed === 'rip' || deed === 'halve'))
    words.push('rip blade, about 24 teeth');
  if (
    (machine === 'mitre-saw' || machine === 'table-saw') &&
    (deed === 'crosscut' || deed === 'rough-crosscut')
  )
    words.push('crosscut blade, 60 to 80 teeth; end grain before long grain');
  if (deed === 'straighten' && machine === 'hand-plane')
    words.push(
      'as a pair: two edges clamped together and planed at once, faces turned opposite, so that their errors cancel',
    );
  if (machine === 'planer') words.push('light passes; turn it end for end where it tears');
  if (machine === 'router') words.push('against the rotation, a little at a time');
  return words;
}

function cautionsAt({ do: deed, machine }: RouteStep, part: RouteSize, warp: Warp): StepCaution[] {
  const found: StepCaution[] = [];
  if (deed === 'scan' || deed === 'scan-again') found.push(NOT_CLEAR);
  if (deed === 'straighten') found.push(EDGE);
  const cutting =
    machine === 'table-saw' || machine === 'jointer' || machine === 'planer' || machine === 'router';
  if (cutting && (part.length < SHORT_MM || part.width < NARROW_MM)) found.push(SMALL);
  if (machine === 'mitre-saw' && part.length < SHORT_MM) found.push(SMALL_AT_MITRE);
  const tense = Math.abs(warp.crook ?? 0) > 3 || Math.abs(warp.twist ?? 0) > 3;
  if (tense && (deed === 'rough-rip' || deed === 'rip' || deed === 'halve')) found.push(PINCH);
  if (machine === 'planer' || machine === 'sled' || machine === 'router') found.push(DUST);
  return found;
}
