import { estimateYield } from '@aldrek/core';
import type { YieldAnswer, YieldQuestion } from './protocol';

addEventListener('message', ({ data }: MessageEvent<YieldQuestion>) => {
  const { grade, habits, machines, wish } = data.of;
  const result = estimateYield(data.piece, grade, habits, machines, wish);
  postMessage({ version: 2, ask: data.ask, result } satisfies YieldAnswer);
});
