import { estimateYield, type PieceYield } from '@aldrek/core/yield';
import type { YieldQuestion } from './protocol';
import { serve } from './serve';

serve<YieldQuestion, PieceYield>(({ piece, of: { grade, habits, machines, wish } }) =>
  estimateYield(piece, grade, habits, machines, wish),
);
