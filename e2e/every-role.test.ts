/** Every screen in every role, at two widths and in both themes: nothing runs past the window, and no text is cut off without a sign of it. */
import { DEMO_USERS } from '@heath/demo';
import type { Browser, Page } from 'playwright-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { openBrowser, signedIn } from './browser.ts';
import { freshDatabase, type RunningServer, setUp, startServer } from './server.ts';

let server: RunningServer;
let browser: Browser;
beforeAll(async () => {
  const url = await freshDatabase('heath_every_role');
  setUp(url, '--first-period', '2026-10-05');
  server = await startServer(url);
  browser = await openBrowser();
});
afterAll(async () => {
  await browser.close();
  await server.end();
});

const PATHS = [
  '/desk',
  '/punches',
  '/exceptions',
  '/day',
  '/cards',
  '/handoff',
  '/afterwards',
  '/pay-files',
  '/reports?show=shifts',
  '/history',
  '/odd-days',
  '/account',
  '/guide',
] as const;

/** Texts that lie beyond what is shown of them, where no ellipsis says so; and whether the page is wider than the window. */
const cutOff = (page: Page) =>
  page.evaluate(() => {
    const holdsText = (element: Element) =>
      [...element.childNodes].some((node) => node.nodeType === Node.TEXT_NODE && node.textContent?.trim());
    const isCut = (element: Element) => {
      const { overflowX, textOverflow, display, clipPath } = getComputedStyle(element);
      // A pixel wide is what only screen readers are told.
      if (element.clientWidth <= 2 || clipPath !== 'none' || display === 'inline') return false;
      return (
        overflowX === 'hidden' &&
        textOverflow !== 'ellipsis' &&
        element.scrollWidth > element.clientWidth + 1 &&
        holdsText(element)
      );
    };
    const found = [...document.querySelectorAll('body *')].filter(isCut);
    const isWide = document.documentElement.scrollWidth > window.innerWidth;
    return [...found.map(({ textContent }) => textContent?.slice(0, 60) ?? ''), ...(isWide ? ['wide'] : [])];
  });

/** Opens each screen and says what is cut off on which. */
async function walk(page: Page): Promise<string[]> {
  const found: string[] = [];
  for (const path of PATHS) {
    await page.goto(server.url + path);
    await page.locator('main, h1').first().waitFor();
    await page.locator('main[aria-busy="true"]').waitFor({ state: 'detached' });
    for (const text of await cutOff(page)) found.push(`${path}: ${text}`);
  }
  return found;
}

describe('every screen', () => {
  it.each([
    ['odile', 1280, 'day'],
    ['odile', 1024, 'night'],
    ['maeve', 1024, 'day'],
    ['sunniva', 1280, 'night'],
    ['conall', 1024, 'day'],
    ['gaspar', 1024, 'night'],
  ] as const)('as %s sees it at %i pixels by %s shows all of its text', async (username, width, theme) => {
    const user = DEMO_USERS.find((one) => one.username === username);
    expect(user).toBeDefined();
    const page = await signedIn(browser, server.url, username, user?.password ?? '');
    await page.setViewportSize({ width, height: 800 });
    await page.emulateMedia({ colorScheme: theme === 'night' ? 'dark' : 'light' });
    expect(await walk(page)).toEqual([]);
    await page.context().close();
  });

  it('is told apart from one that is cut off', async () => {
    const page = await signedIn(browser, server.url, 'odile', 'gorse-in-bloom');
    await page.goto(`${server.url}/account`);
    await page.getByRole('heading', { level: 1 }).waitFor();
    expect(await cutOff(page)).toEqual([]);
    await page.evaluate(() => {
      const heading = document.querySelector<HTMLElement>('h1');
      if (heading !== null) heading.style.cssText = 'width: 3ch; overflow: hidden; white-space: nowrap';
    });
    expect(await cutOff(page)).toEqual(['Odile Ravn']);
    await page.context().close();
  });
});
