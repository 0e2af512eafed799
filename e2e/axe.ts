import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import type { AxeResults, RunOptions } from 'axe-core';
import type { Page } from 'playwright-core';

const source = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');

/** Every rule, also those that are not on by themselves: a label must hold what its control shows. */
const OPTIONS: RunOptions = {
  rules: { 'label-content-name-mismatch': { enabled: true }, 'target-size': { enabled: true } },
  resultTypes: ['violations'],
};

/** What axe finds wrong on the page as it stands: a line for each element. */
export async function violations(page: Page): Promise<string[]> {
  // Not as a script of the page's: its content policy would refuse that, and rightly.
  await page.evaluate(source);
  const { violations: found } = await page.evaluate<AxeResults, RunOptions>(
    (options) =>
      (globalThis as unknown as { axe: { run(options: RunOptions): Promise<AxeResults> } }).axe.run(options),
    OPTIONS,
  );
  return found.flatMap(({ id, nodes }) => nodes.map(({ html }) => `${id}: ${html.slice(0, 160)}`));
}
