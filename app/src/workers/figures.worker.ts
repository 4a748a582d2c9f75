import { type Piece } from '@aldrek/core/wood';
import { canGive, estimateYield, type Giving } from '@aldrek/core/yield';
import type { FiguresAnswer, FiguresQuestion, PieceFigures } from './protocol';
import { serve } from './serve';

serve<FiguresQuestion, FiguresAnswer>((question) =>
  question.pieces.map((piece) => figuresOf(piece, question)),
);

function figuresOf(piece: Piece, question: FiguresQuestion): PieceFigures | Giving {
  if (question.kind === 'giving') return canGive(piece, question.want, question.habits, question.machines);
  const { grade, habits, machines, wish } = question.of;
  // Thousands at once: to a few tenths of a percent, as the bench shows.
  const given = estimateYield(piece, grade, { ...habits, quick: true }, machines, wish);
  const { areaMm2, share, volumeM3, longest, widest, thicknessWhole, better } = given;
  const { cuttings } = given.areaMm2 === given.ripFirst.areaMm2 ? given.ripFirst : given.crosscutFirst;
  return { areaMm2, share, volumeM3, longest, widest, thicknessWhole, better, cuttings };
}
