import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    include: ['core/**/*.test.ts', 'cli/**/*.test.ts', 'server/**/*.test.ts', 'app/src/**/*.test.ts'],
    environment: 'node',
  },
});
