import { defineConfig } from 'vitest/config';
import { BaseSequencer, type TestSpecification } from 'vitest/node';

/** Test files that take a minute or more each, the longest first. */
const LONGEST = [
  'e2e/handoff-faults.test.ts',
  'e2e/screens.test.ts',
  'e2e/by-hand.test.ts',
  'e2e/whole-way.test.ts',
  'e2e/crash.test.ts',
  'e2e/bad-input.test.ts',
  'core/src/tick-by-tick.test.ts',
];

/** Begins with the longest files: one that is begun last keeps one core busy while the other has nothing to do. */
class LongestFirst extends BaseSequencer {
  override async sort(files: TestSpecification[]): Promise<TestSpecification[]> {
    const rank = ({ moduleId }: TestSpecification) => {
      const place = LONGEST.findIndex((name) => moduleId.endsWith(name));
      return place < 0 ? LONGEST.length : place;
    };
    return (await super.sort(files)).sort((a, b) => rank(a) - rank(b));
  }
}

export default defineConfig({
  test: {
    sequence: { sequencer: LongestFirst },
    projects: [
      {
        test: {
          name: 'unit',
          setupFiles: ['core/src/testing/seed.ts'],
          include: ['{core,cli,contract,demo,stand-ins/*}/src/**/*.test.ts', 'scripts/**/*.test.ts'],
          // They compute, and change nothing that another could meet: what one has read of the core the next has, too.
          isolate: false,
          maxWorkers: 2,
          sequence: { groupOrder: 0 },
          // How long a number of random cases takes is the machine's affair: this only ends what hangs.
          testTimeout: 180_000 * Math.max(1, Number(process.env.HEATH_CASES ?? 0) / 10_000),
        },
      },
      {
        test: {
          name: 'web',
          setupFiles: [
            'core/src/testing/seed.ts',
            'core/src/testing/fresh-modules.ts',
            'web/src/testing/no-doubled-keys.ts',
          ],
          include: ['web/src/**/*.test.{ts,tsx}'],
          isolate: false,
          maxWorkers: 2,
          sequence: { groupOrder: 0 },
          testTimeout: 180_000,
        },
      },
      // These three wait for what they started as often as they compute: side by side, three at once.
      {
        test: {
          name: 'database',
          setupFiles: ['core/src/testing/seed.ts', 'core/src/testing/fresh-modules.ts'],
          include: ['server/src/**/*.test.ts'],
          globalSetup: ['server/src/testing/database.ts'],
          // Each file has a database of its own.
          isolate: false,
          maxWorkers: 3,
          sequence: { groupOrder: 1 },
          testTimeout: 120_000,
          hookTimeout: 120_000,
        },
      },
      {
        test: {
          name: 'kit',
          setupFiles: ['core/src/testing/seed.ts'],
          include: ['e2e/kit.test.ts'],
          maxWorkers: 3,
          sequence: { groupOrder: 1 },
          // A busy machine draws late: what is waited for comes, or does not come at all.
          expect: { poll: { timeout: 10_000 } },
          testTimeout: 120_000,
          hookTimeout: 240_000,
        },
      },
      {
        test: {
          name: 'browser',
          setupFiles: ['core/src/testing/seed.ts'],
          include: ['e2e/**/*.test.ts'],
          exclude: ['e2e/kit.test.ts'],
          globalSetup: ['e2e/server.ts'],
          // Each file but one has a server of its own.
          isolate: false,
          maxWorkers: 3,
          sequence: { groupOrder: 1 },
          // A busy machine draws late: what is waited for comes, or does not come at all.
          expect: { poll: { timeout: 10_000 } },
          testTimeout: 120_000,
          hookTimeout: 240_000,
        },
      },
    ],
  },
});
