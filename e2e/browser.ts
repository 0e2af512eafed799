import { type Browser, type BrowserContext, chromium, type Page } from 'playwright-core';

const ARGS = [
  '--no-sandbox',
  '--disable-gpu',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
  '--no-first-run',
];

export const openBrowser = (): Promise<Browser> =>
  chromium.launch({ executablePath: '/usr/bin/chromium', args: ARGS });

/** A window of its own, signed in as one of the demo's users. */
export async function signedIn(
  browser: Browser,
  url: string,
  username: string,
  password: string,
): Promise<Page> {
  const context: BrowserContext = await browser.newContext({
    viewport: { width: 1280, height: 800 },
    acceptDownloads: true,
  });
  const page = await context.newPage();
  page.setDefaultTimeout(20_000);
  await page.goto(`${url}/cards`);
  await page.getByLabel('User name').fill(username);
  await page.getByLabel('Password').fill(password);
  await page.getByRole('button', { name: 'Sign in' }).click();
  // Whoever sees no cards has no link to them.
  await page.getByRole('button', { name: /, signed in as / }).waitFor();
  return page;
}
