import { availableParallelism } from 'node:os';
import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    // The oracles try everything; on a busy machine that takes a while and is no fault.
    testTimeout: 30_000,
    include: ['core/**/*.test.ts', 'cli/**/*.test.ts', 'server/**/*.test.ts', 'app/src/**/*.test.ts'],
    environment: 'node',
    // By itself it takes one core less than there are, which of two leaves one idle.
    maxWorkers: availableParallelism(),
    setupFiles: ['core/test-support/seeded.ts'],
  },
});
