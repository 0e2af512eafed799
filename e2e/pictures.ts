import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import pixelmatch from 'pixelmatch';
import type { Locator } from 'playwright-core';
import { PNG } from 'pngjs';

const folder = fileURLToPath(new URL('kit-pictures/', import.meta.url));

/** Another build of the browser smooths edges a little otherwise; a color, a line or a letter that moved is more than this. */
const MOST_OTHER_SHARE = 0.004;
const NEARLY_THE_SAME = 0.25;

/**
 * Compares what is seen of a part with its kept picture. HEATH_PICTURES=keep keeps what is seen now instead: look at it before it is committed.
 *
 * @returns null where they agree, else in words how they differ
 */
export async function unlikeKept(part: Locator, name: string): Promise<string | null> {
  const seen = PNG.sync.read(await part.screenshot({ animations: 'disabled' }));
  const file = `${folder}${name}.png`;
  if (process.env.HEATH_PICTURES === 'keep') {
    mkdirSync(folder, { recursive: true });
    writeFileSync(file, PNG.sync.write(seen));
    return null;
  }
  if (!existsSync(file)) return `There is no picture ${name}.png: keep one.`;
  const kept = PNG.sync.read(readFileSync(file));
  if (kept.width !== seen.width || kept.height !== seen.height)
    return `${name} is ${seen.width} by ${seen.height}, not ${kept.width} by ${kept.height}.`;
  const other = pixelmatch(kept.data, seen.data, undefined, kept.width, kept.height, {
    threshold: NEARLY_THE_SAME,
  });
  const share = other / (kept.width * kept.height);
  return share <= MOST_OTHER_SHARE ? null : `${(share * 100).toFixed(2)} % of ${name} look otherwise.`;
}
