import { estimateYield } from '@aldrek/core';
import type { YieldAnswer, YieldAsk } from './protocol';

addEventListener('message', ({ data }: MessageEvent<YieldAsk>) => {
  const result = estimateYield(data.piece, data.grade, data.habits);
  postMessage({ version: 1, ask: data.ask, result } satisfies YieldAnswer);
});
