import {
  formatLength,
  nearestMiss,
  OFFCUT_ID,
  type LengthUnit,
  type MatchInstance,
  type PlannedCut,
  type ProjectPlan,
} from '@aldrek/core';

const counted = (many: number, one: string, more: string): string => `${many} ${many === 1 ? one : more}`;

/** What a plan takes and keeps, in a line. */
export function summaryWords(plan: Pick<ProjectPlan, 'cuts' | 'spentM2'>, boards: number): string {
  const offcuts = plan.cuts.filter(({ partId }) => partId === OFFCUT_ID).length;
  return [
    counted(boards, 'board', 'boards'),
    `spends ${plan.spentM2.toFixed(2)} m² of face`,
    `keeps ${counted(offcuts, 'offcut', 'offcuts')}`,
  ].join(' · ');
}

/**
 * How good a plan is: an estimate is called one, and what is proven is said to be; null where the plan is not
 * full, as then neither says anything. `together` when it is one of several made at once.
 */
export function qualityWords(
  { missing, atMostOver, aboutOver }: Pick<ProjectPlan, 'missing' | 'atMostOver' | 'aboutOver'>,
  together: boolean,
): string | null {
  if (missing.length > 0) return null;
  const all = together ? 'all together: ' : '';
  if (atMostOver !== null && atMostOver < 0.0005) return `${all}no plan can spend less (proven)`;
  const percent = (share: number): string => `${(share * 100).toFixed(share < 0.1 ? 1 : 0)} %`;
  const words = [
    aboutOver === null || aboutOver === undefined
      ? null
      : `about ${percent(aboutOver)} above the best in sight (estimate)`,
    atMostOver === null ? null : `at most ${percent(atMostOver)} above the least possible (proven)`,
  ].filter((one) => one !== null);
  return words.length === 0 ? null : `${all}${words.join(', ')}`;
}

/** Why a part is short: how near the rack comes to it once `cuts` are made. */
export function whyShort(
  partId: string,
  instance: MatchInstance,
  cuts: readonly PlannedCut[],
  tagOf: (pieceId: string) => string,
  unit: LengthUnit,
): string {
  const miss = nearestMiss(instance, partId, cuts);
  const size = (mm: number): string => formatLength(Math.floor(mm * 10) / 10, unit);
  if (!miss || instance.boards.length === 0) return 'There is no free piece on the rack.';
  if (miss.ofSpecies === 0) return 'No free piece is of that species.';
  if (miss.thickEnough === 0)
    return `No free piece of that species comes out ${size(miss.neededThickness)} thick once it is flat; the thickest comes to ${size(miss.thickest)}.`;
  const needed = `needed ${size(miss.neededLength)} × ${size(miss.neededWidth)} with allowances`;
  if (!miss.longestLeft) return `Nothing ${size(miss.neededWidth)} wide is left clear; ${needed}.`;
  const by = miss.neededLength - miss.longestLeft.length;
  const gap = by > 0 ? `, short by ${size(by)}` : '';
  return `Longest left clear at that width: ${size(miss.longestLeft.length)}, in ${tagOf(miss.longestLeft.boardId)}; ${needed}${gap}.`;
}
