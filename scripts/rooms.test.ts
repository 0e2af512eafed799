import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { cruise, type ICruiseResult, type IRuleSetType } from 'dependency-cruiser';
import { afterAll, describe, expect, it } from 'vitest';

const { forbidden }: IRuleSetType = createRequire(import.meta.url)('../.dependency-cruiser.cjs');
const made: string[] = [];
afterAll(() => {
  for (const folder of made) rmSync(folder, { recursive: true, force: true });
});

/** The names of the rules that a house of these files breaks; of each file, what it imports. */
async function broken(files: Readonly<Record<string, readonly string[]>>): Promise<string[]> {
  const folder = mkdtempSync(join(tmpdir(), 'heath-rooms-'));
  made.push(folder);
  for (const [path, imports] of Object.entries(files)) {
    mkdirSync(dirname(join(folder, path)), { recursive: true });
    writeFileSync(join(folder, path), imports.map((one) => `import '${one}';\n`).join(''));
  }
  const { output } = await cruise(['.'], { baseDir: folder, validate: true, ruleSet: { forbidden } });
  return (output as ICruiseResult).summary.violations.map(({ rule }) => rule.name).sort();
}

describe('the check of floors and rooms', () => {
  it('passes what imports from below', async () => {
    expect(
      await broken({
        'core/src/time/units.ts': [],
        'core/src/steps/pair/pair.ts': ['../../time/units.ts'],
        'core/src/compute.ts': ['./steps/pair/pair.ts'],
        'core/src/index.ts': ['./compute.ts'],
      }),
    ).toEqual([]);
  });

  it('refuses an arrow up between rooms of the core, and of the server', async () => {
    expect(
      await broken({
        'core/src/model/plan.ts': ['../steps/pair/pair.ts'],
        'core/src/steps/pair/pair.ts': ['../../compute.ts'],
        'core/src/compute.ts': [],
      }),
    ).toEqual(['core: nothing above model', 'core: nothing above steps/pair']);
    expect(
      await broken({
        'server/src/database/connect.ts': ['../features/cards/store.ts'],
        'server/src/features/cards/store.ts': [],
      }),
    ).toEqual(['server: nothing above database']);
  });

  it('refuses a ring of rooms, though no file is in a ring', async () => {
    expect(
      await broken({
        'server/src/records/people.ts': ['../cards/view.ts'],
        'server/src/cards/view.ts': [],
        'server/src/cards/inputs.ts': ['../records/badges.ts'],
        'server/src/records/badges.ts': [],
      }),
    ).toEqual(['server: nothing above records']);
  });

  it('refuses a folder that has no place among the rooms', async () => {
    expect(
      await broken({ 'core/src/helpers/all.ts': ['../time/units.ts'], 'core/src/time/units.ts': [] }),
    ).toEqual(['core: a folder is a room, with its place in scripts/lib/rooms.cjs']);
  });
});
