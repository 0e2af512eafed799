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

/** Around a menu or a list that lies over the page: it belongs to what opened it, wherever it stands in the document. */
const OVER_THE_PAGE = '<div data-radix-popper-';

/** The rules that another theme can break. */
const OF_COLORS: RunOptions = { runOnly: ['color-contrast'], resultTypes: ['violations'] };

/**
 * What axe finds wrong on the page as it stands, and, where it follows the system, with its colors at night: a line for each element.
 *
 * @param but rules that do not hold here, which the test that leaves them out gives the reason of
 * @param within selector of the parts that are looked at; the whole page where nothing is said. What lies around them is the same on other
 * screens, and looking at it takes a second
 */
export async function violations(
  page: Page,
  but: readonly string[] = [],
  within = 'html',
): Promise<string[]> {
  // Not as a script of the page's: its content policy would refuse that, and rightly.
  if (!(await page.evaluate(() => 'axe' in globalThis))) await page.evaluate(source);
  const asShown = await found(page, OPTIONS, but, within);
  if (await page.evaluate(() => localStorage.getItem('heath.theme') !== null)) return asShown;
  // Without motion: a color on its way to another is none of ours.
  await page.emulateMedia({ colorScheme: 'dark', reducedMotion: 'reduce' });
  await page.locator('html[data-theme="dark"]').waitFor({ state: 'attached' });
  const byNight = await found(page, OF_COLORS, but, within);
  await page.emulateMedia({ colorScheme: null, reducedMotion: null });
  return [...asShown, ...byNight.map((text) => `at night: ${text}`)];
}

async function found(
  page: Page,
  options: RunOptions,
  but: readonly string[],
  within: string,
): Promise<string[]> {
  const { violations: all } = await page.evaluate<AxeResults, [string, RunOptions]>(
    ([parts, of]) =>
      (
        globalThis as unknown as { axe: { run(parts: string, options: RunOptions): Promise<AxeResults> } }
      ).axe.run(parts, of),
    [within, options],
  );
  return all
    .filter(({ id }) => !but.includes(id))
    .flatMap(({ id, nodes }) =>
      nodes
        .filter(({ html }) => id !== 'region' || !html.startsWith(OVER_THE_PAGE))
        .map(({ html }) => `${id}: ${html.slice(0, 160)}`),
    );
}
