/** Every screen in every role, at two widths and in both themes: nothing runs past the window, and no text is cut off without a sign of it. */
import { DEMO_USERS } from '@heath/demo';
import type { Browser } from 'playwright-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { openBrowser, signedIn } from './browser.ts';
import { cutOff, cutOffOn } from './cut-off.ts';
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
    expect(await cutOffOn(page, server.url, PATHS)).toEqual([]);
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
