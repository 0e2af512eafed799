import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    projects: [
      {
        test: {
          name: 'unit',
          setupFiles: ['core/src/testing/seed.ts'],
          include: ['{core,cli,contract,demo,web}/src/**/*.test.ts', 'scripts/**/*.test.ts'],
        },
      },
      {
        test: {
          name: 'database',
          include: ['server/src/**/*.test.ts'],
          globalSetup: ['server/src/testing/database.ts'],
          fileParallelism: false,
          testTimeout: 60_000,
          hookTimeout: 120_000,
        },
      },
      {
        test: {
          name: 'browser',
          include: ['e2e/**/*.test.ts'],
          globalSetup: ['e2e/server.ts'],
          fileParallelism: false,
          testTimeout: 120_000,
          hookTimeout: 240_000,
        },
      },
    ],
  },
});
