import { gzipSync } from 'node:zlib';
import { type Browser, chromium, type Page } from 'playwright-core';

/** Compressed JavaScript, in kB, that a browser fetches for the sign-in page, for each screen after it, and when the first chart is shown. */
export interface Weights {
  readonly signIn: number;
  readonly screens: Readonly<Record<string, number>>;
  readonly firstChart: number;
}

/** Milliseconds from a key or a click to the changed screen, and what blocked the page while the list was scrolled. */
export interface Interaction {
  readonly openList: readonly number[];
  readonly walk: readonly number[];
  readonly openCard: readonly number[];
  readonly settle: readonly number[];
  /** The same wait for a change that costs nothing: what this machine takes for its frames. */
  readonly nothing: readonly number[];
  /** The same work of a page each time, to compare machines, and one machine from hour to hour. */
  readonly yardstick: readonly number[];
  readonly longTasksWhileScrolling: readonly number[];
  readonly framesWithBlankRows: number;
}

export const openBrowser = (): Promise<Browser> =>
  chromium.launch({
    executablePath: '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
  });

async function signIn(page: Page): Promise<void> {
  await page.getByLabel('Password').fill('gorse-in-bloom');
  await page.getByRole('button', { name: 'Sign in' }).click();
  await page.getByTestId('people').getByRole('button').first().waitFor();
}

export async function weigh(browser: Browser, base: string): Promise<Weights> {
  const page = await browser.newPage();
  let bytes = 0;
  let ofCharts = 0;
  const pending: Promise<void>[] = [];
  page.on('response', (response) => {
    if (!response.url().endsWith('.js')) return;
    pending.push(
      response.body().then((body) => {
        if (/Chart-[^/]*\.js$/.test(response.url())) ofCharts += gzipSync(body).length;
        else bytes += gzipSync(body).length;
      }),
    );
  });
  const since = async () => {
    await page.waitForTimeout(1000);
    await Promise.all(pending);
    const kilobytes = bytes / 1024;
    bytes = 0;
    return kilobytes;
  };
  await page.goto(base);
  await page.getByLabel('User name').fill('odile');
  const first = await since();
  await signIn(page);
  const screens: Record<string, number> = { 'Time cards': await since() };
  for (const name of ['Handoff', 'Punches', 'Pay codes']) {
    await page.getByRole('link', { name }).click();
    await page.getByRole('heading', { level: 1 }).first().waitFor();
    screens[name] = await since();
  }
  await page.close();
  return { signIn: first, screens, firstChart: ofCharts / 1024 };
}

/** Waits in the page itself for what an action changes, frame by frame, so that nothing outside of it is measured. */
const changing = (page: Page, act: string, shown: string): Promise<number> =>
  page.evaluate(
    ([doing, seeing]) =>
      new Promise<number>((resolve, reject) => {
        const look = new Function(`return ${seeing}`) as () => string;
        const before = look();
        const start = performance.now();
        (new Function(doing!) as () => void)();
        const frame = () => {
          if (look() !== before) requestAnimationFrame(() => resolve(performance.now() - start));
          else if (performance.now() - start > 10_000) reject(new Error(`${doing} changed nothing.`));
          else requestAnimationFrame(frame);
        };
        requestAnimationFrame(frame);
      }),
    [act, shown],
  );

const key = (character: string) =>
  ['keydown', 'keyup']
    .map(
      (type) =>
        `document.dispatchEvent(new KeyboardEvent('${type}', { key: '${character}', code: 'Key${character.toUpperCase()}', bubbles: true }))`,
    )
    .join(';');
/** Whose card is shown, with all that is on it: by number too, since of ten thousand some share a name. */
const CARD = "document.querySelector('main[aria-label=\"Time card\"] header')?.textContent ?? ''";
/** Whoever works looks at a card before the next key. */
const LOOKS_MILLISECONDS = 150;
const TO_SETTLE = "document.querySelector('[aria-label=\"Settle\"]')?.textContent ?? 'nothing'";
const link = (name: string) =>
  `[...document.querySelectorAll('header nav a')].find((one) => one.textContent === '${name}').click()`;

export async function interact(browser: Browser, base: string): Promise<Interaction> {
  // What measures is given to the page as text.
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, bypassCSP: true });
  await page.goto(base);
  await page.getByLabel('User name').fill('odile');
  await signIn(page);
  await page.getByRole('heading', { level: 1 }).waitFor();
  const walk: number[] = [];
  for (let i = 0; i < 60; i++) {
    await page.waitForTimeout(LOOKS_MILLISECONDS);
    walk.push(await changing(page, key('j'), CARD));
  }
  const openCard: number[] = [];
  const others = page.locator('[data-testid="people"] button:not([aria-current="true"])');
  for (let i = 0; i < 20; i++) {
    const row = others.nth(3 + (i % 4));
    await row.hover();
    await page.waitForTimeout(LOOKS_MILLISECONDS);
    openCard.push(
      await changing(page, "document.querySelector('[data-testid=people] button:hover').click()", CARD),
    );
  }
  const openList: number[] = [];
  const isListed = "String(document.querySelector('[data-testid=people] button') !== null)";
  for (let i = 0; i < 30; i++) {
    await changing(page, link('Pay codes'), isListed);
    await page.waitForTimeout(LOOKS_MILLISECONDS);
    openList.push(await changing(page, link('Time cards'), isListed));
    await page.getByRole('heading', { level: 1 }).waitFor();
    await page.waitForTimeout(LOOKS_MILLISECONDS);
  }
  const settle: number[] = [];
  const nothing: number[] = [];
  const yardstick: number[] = [];
  await page.goto(`${base}/cards?show=to-settle`);
  await page.getByRole('button', { name: /^Take/ }).first().waitFor();
  // Settled and taken back, and on to the next: of ten thousand people few have something to settle.
  for (let i = 0; i < 30; i++) {
    for (const press of ['p', 'u']) {
      await page.waitForTimeout(2 * LOOKS_MILLISECONDS);
      settle.push(await changing(page, key(press), TO_SETTLE));
    }
    await page.waitForTimeout(2 * LOOKS_MILLISECONDS);
    nothing.push(await changing(page, "document.title += '.'", 'document.title'));
    yardstick.push(await page.evaluate(measureYardstick));
    // Not everything that is to settle has something to take.
    do {
      await changing(page, key('n'), CARD);
      await page.waitForTimeout(2 * LOOKS_MILLISECONDS);
    } while (!(await page.getByRole('button', { name: /^Take/ }).first().isVisible()));
  }
  await page.goto(`${base}/cards`);
  await page.getByTestId('people').getByRole('button').first().waitFor();
  const scrolled = await page.evaluate(scrollList);
  await page.close();
  return { openList, walk, openCard, settle, nothing, yardstick, ...scrolled };
}

/** How long it takes to draw and lay out a thousand words one after another, and read them back. Runs in the page. */
function measureYardstick(): number {
  const start = performance.now();
  const place = document.body.appendChild(document.createElement('div'));
  for (let i = 0; i < 1000; i++) place.appendChild(document.createElement('span')).textContent = `word ${i} `;
  const height = place.getBoundingClientRect().height;
  place.remove();
  if (height === 0) throw new Error('Nothing was laid out.');
  return performance.now() - start;
}

/** Scrolls the list of people to its end within some seconds, as a hand on a wheel would. Runs in the page. */
async function scrollList(): Promise<Pick<Interaction, 'longTasksWhileScrolling' | 'framesWithBlankRows'>> {
  const list = document.querySelector('[data-testid="people"]')!;
  const longTasks: number[] = [];
  const observer = new PerformanceObserver((seen) => {
    for (const { duration } of seen.getEntries()) longTasks.push(duration);
  });
  observer.observe({ type: 'longtask' });
  let blank = 0;
  const frames = 240;
  for (let i = 1; i <= frames; i++) {
    list.scrollTop = (i * 47 * 12) % list.scrollHeight;
    await new Promise(requestAnimationFrame);
    await new Promise(requestAnimationFrame);
    const { top, bottom, left } = list.getBoundingClientRect();
    for (const y of [top + 2, (top + bottom) / 2, bottom - 2])
      if (document.elementFromPoint(left + 40, y)?.closest('button') == null) {
        blank++;
        break;
      }
  }
  await new Promise((resolve) => setTimeout(resolve, 200));
  observer.disconnect();
  return { longTasksWhileScrolling: longTasks, framesWithBlankRows: blank };
}
