import { gzipSync } from 'node:zlib';
import { type Browser, chromium, type Page } from 'playwright-core';

/** Compressed JavaScript, in kB, that a browser fetches for the sign-in page, for each screen after it, when the first chart is shown, and when somebody stays at a card and may correct it by hand. */
export interface Weights {
  readonly signIn: number;
  readonly screens: Readonly<Record<string, number>>;
  readonly firstChart: number;
  readonly byHand: number;
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
  let ofHand = 0;
  const pending: Promise<void>[] = [];
  page.on('response', (response) => {
    if (!response.url().endsWith('.js')) return;
    pending.push(
      response.body().then((body) => {
        if (/Chart-[^/]*\.js$/.test(response.url())) ofCharts += gzipSync(body).length;
        else if (/\/(worker|comlink|HandPanel|WhyField|check)-[^/]*\.js$/.test(response.url()))
          ofHand += gzipSync(body).length;
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
  // At its front door: whoever asks for a screen is sent to sign in with that screen already on its way.
  await page.goto(base);
  await page.getByLabel('User name').fill('odile');
  const first = await since();
  await page.getByLabel('Password').fill('gorse-in-bloom');
  await page.getByRole('button', { name: 'Sign in' }).click();
  await page.getByText('Good day').waitFor();
  const screens: Record<string, number> = { Desk: await since() };
  for (const name of ['Time cards', 'Exceptions', 'The day', 'Handoff', 'Punches', 'Pay files']) {
    await page.getByRole('link', { name }).click();
    await page.getByRole('heading', { level: 1 }).first().waitFor();
    screens[name] = await since();
  }
  await page.close();
  return { signIn: first, screens, firstChart: ofCharts / 1024, byHand: ofHand / 1024 };
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
  await page.goto(`${base}/cards`);
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
    await changing(page, link('Pay files'), isListed);
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
  const scrolled = await scrolling(page, LISTS.people);
  await page.close();
  return { openList, walk, openCard, settle, nothing, yardstick, ...scrolled };
}

/** Settling where thousands are open: keys, scrolling, and five hundred at once. */
export interface Settling extends Pick<Interaction, 'longTasksWhileScrolling' | 'framesWithBlankRows'> {
  readonly walk: readonly number[];
  readonly take: readonly number[];
  readonly pickKind: readonly number[];
  /** From the key to all of it on the screen. */
  readonly alike: { readonly preview: number; readonly settled: number; readonly undone: number };
}

const OPENED = "document.querySelector('section[aria-label=\"Open exception\"] header')?.textContent ?? ''";
const HEADING = "document.querySelector('main h1')?.textContent ?? ''";
const enter = (keys: string) =>
  ['keydown', 'keyup']
    .map((type) => `document.dispatchEvent(new KeyboardEvent('${type}', { ${keys}, bubbles: true }))`)
    .join(';');
const ENTER = enter("key: 'Enter', code: 'Enter'");

export async function settleMany(browser: Browser, base: string): Promise<Settling> {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, bypassCSP: true });
  await page.goto(`${base}/cards`);
  await page.getByLabel('User name').fill('odile');
  await signIn(page);
  await page.goto(`${base}/exceptions?kind=missing-out`);
  const take = page.getByRole('button', { name: /^Take the / });
  await take.waitFor();
  const walk: number[] = [];
  for (let i = 0; i < 40; i++) {
    await page.waitForTimeout(LOOKS_MILLISECONDS);
    walk.push(await changing(page, key('j'), OPENED));
  }
  const taken: number[] = [];
  for (let i = 0; i < 40; i++) {
    await take.waitFor();
    await page.waitForTimeout(LOOKS_MILLISECONDS);
    taken.push(await changing(page, ENTER, OPENED));
  }
  const pickKind: number[] = [];
  const kinds = page.getByRole('navigation', { name: 'Kinds' }).getByRole('button');
  const count = await kinds.count();
  for (let i = 0; i < 20; i++) {
    await page.waitForTimeout(LOOKS_MILLISECONDS);
    const nth = (i + 1) % Math.min(count, 2);
    pickKind.push(
      await changing(
        page,
        `document.querySelectorAll('nav[aria-label="Kinds"] button')[${nth}].click()`,
        HEADING,
      ),
    );
  }
  await page.goto(`${base}/exceptions?kind=missing-out`);
  await take.waitFor();
  const scrolled = await scrolling(page, LISTS.exceptions);
  const alike = await fiveHundredAlike(page, base);
  await page.close();
  return { walk, take: taken, pickKind, alike, ...scrolled };
}

/** Five hundred of a list taken together, and taken back in one step. */
async function fiveHundredAlike(page: Page, base: string): Promise<Settling['alike']> {
  const total = async () =>
    Number(
      (
        (await page
          .locator('nav[aria-label="Kinds"] button[aria-current="true"] span')
          .last()
          .textContent()) ?? ''
      ).replace(',', ''),
    );
  await page.goto(`${base}/exceptions?kind=missing-out&department=Deck`);
  await page.getByRole('button', { name: /^Take all/ }).waitFor();
  const before = await total();
  let start = performance.now();
  await page.keyboard.press('Shift+Enter');
  const settle = page.getByRole('button', { name: /^Settle \d/ });
  await page.getByLabel('Effect').waitFor();
  const preview = performance.now() - start;
  const many = Number(((await settle.textContent()) ?? '').replace(/\D/g, ''));
  if (many < 500) throw new Error(`Only ${many} can be settled alike.`);
  start = performance.now();
  await page.keyboard.press('Enter');
  await page.waitForFunction((left) => {
    const shown = document.querySelector(
      'nav[aria-label="Kinds"] button[aria-current="true"] span:last-child',
    );
    return shown !== null && Number(shown.textContent?.replace(',', '')) <= left;
  }, before - many);
  const settled = performance.now() - start;
  start = performance.now();
  await page.keyboard.press('Control+z');
  await page.waitForFunction((all) => {
    const shown = document.querySelector(
      'nav[aria-label="Kinds"] button[aria-current="true"] span:last-child',
    );
    return shown !== null && Number(shown.textContent?.replace(',', '')) === all;
  }, before);
  const undone = performance.now() - start;
  return { preview, settled: (settled * 500) / many, undone: (undone * 500) / many };
}

/** One day of everybody, and a punch that is dragged on a card. */
export interface ByHand extends Pick<Interaction, 'longTasksWhileScrolling' | 'framesWithBlankRows'> {
  /** The first time, with its code and the day itself fetched. */
  readonly openDayFirst: number;
  readonly openDay: readonly number[];
  readonly walkDay: readonly number[];
  readonly pickState: readonly number[];
  /** From a move of the pointer to the ribbon and the hours as they then are, laid out. */
  readonly drag: readonly number[];
}

const PERSON = "document.querySelector('aside[aria-label=\"Open day\"] h2')?.textContent ?? ''";
const DAY_HEADING = "document.querySelector('main[aria-label=\"The day\"] header span')?.textContent ?? ''";

export async function dayAndHand(browser: Browser, base: string): Promise<ByHand> {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, bypassCSP: true });
  await page.goto(`${base}/cards`);
  await page.getByLabel('User name').fill('odile');
  await signIn(page);
  const openDay: number[] = [];
  const isDay = "String(document.querySelector('[data-testid=day] button[aria-current]') !== null)";
  for (let i = 0; i < 31; i++) {
    openDay.push(await changing(page, link('The day'), isDay));
    await page.waitForTimeout(2 * LOOKS_MILLISECONDS);
    await changing(page, link('Pay files'), isDay);
    await page.waitForTimeout(LOOKS_MILLISECONDS);
  }
  await page.goto(`${base}/day?day=2026-10-27`);
  await page.getByTestId('day').getByRole('button').first().waitFor();
  const walkDay: number[] = [];
  for (let i = 0; i < 40; i++) {
    await page.waitForTimeout(LOOKS_MILLISECONDS);
    walkDay.push(await changing(page, key('j'), PERSON));
  }
  const pickState: number[] = [];
  for (let i = 0; i < 20; i++) {
    await page.waitForTimeout(LOOKS_MILLISECONDS);
    const nth = (i % 2) + 1;
    pickState.push(
      await changing(
        page,
        `document.querySelectorAll('nav[aria-label="How it went"] button')[${nth}].click()`,
        DAY_HEADING,
      ),
    );
  }
  await page.goto(`${base}/day?day=2026-10-27`);
  await page.getByTestId('day').getByRole('button').first().waitFor();
  const scrolled = await scrolling(page, LISTS.day);
  await page.goto(`${base}/cards?day=2026-10-27`);
  await page.locator('[aria-current="date"] [data-says^="Out"]').first().waitFor();
  const drag = await dragPunch(page);
  await page.close();
  const [openDayFirst = 0, ...others] = openDay;
  return { openDayFirst, openDay: others, walkDay, pickState, drag, ...scrolled };
}

/** Drags the last punch of the open day to and fro by the mouse, and measures each move in the page. */
async function dragPunch(page: Page): Promise<number[]> {
  const box = await page.locator('[aria-current="date"] [data-says^="Out"]').last().boundingBox();
  if (box === null) throw new Error('No punch is drawn.');
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.mouse.move(x, y);
  await page.waitForTimeout(1000);
  await page.mouse.down();
  await page.mouse.move(x - 10, y, { steps: 3 });
  await page.getByTestId('effect').getByText('→').first().waitFor();
  const times = await page.evaluate(dragMoves, { x: x - 10, y });
  await page.mouse.up();
  await page.keyboard.press('Escape');
  return times;
}

/** Moves a pointer that holds a punch; after each move waits for the hours that follow from it. Runs in the page. */
async function dragMoves({ x, y }: { readonly x: number; readonly y: number }): Promise<number[]> {
  const lane = document.elementFromPoint(x, y)?.closest('.touch-none');
  const effect = document.querySelector('[data-testid="effect"]');
  if (lane == null || effect === null) throw new Error('Nothing is dragged.');
  const times: number[] = [];
  for (let i = 1; i <= 150; i++) {
    // To and fro, a minute or more with each move.
    const to = x - (i % 60) - 1;
    const time = await new Promise<number>((resolve, reject) => {
      const start = performance.now();
      const seen = new MutationObserver(() => {
        seen.disconnect();
        // What was changed is laid out, as for the next frame.
        lane.getBoundingClientRect();
        resolve(performance.now() - start);
      });
      seen.observe(effect, { subtree: true, childList: true, characterData: true });
      lane.dispatchEvent(
        new PointerEvent('pointermove', {
          pointerId: 1,
          clientX: to,
          clientY: y,
          bubbles: true,
          isPrimary: true,
        }),
      );
      setTimeout(() => reject(new Error(`Move ${i} changed nothing.`)), 5000);
    });
    times.push(time);
    // A hand moves once a frame.
    await new Promise(requestAnimationFrame);
  }
  return times;
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

interface LongList {
  /** What scrolls. */
  readonly list: string;
  /** What each row of it is within. */
  readonly row: string;
  readonly rowPixels: number;
  readonly frames: number;
  /** So far from the left edge a row is looked for. */
  readonly leftPixels: number;
}
const LISTS = {
  people: { list: '[data-testid="people"]', row: 'button', rowPixels: 47, frames: 240, leftPixels: 40 },
  day: { list: '[data-testid="day"]', row: '.absolute', rowPixels: 36, frames: 200, leftPixels: 30 },
  exceptions: {
    list: 'main[aria-label="Exceptions"] > div:last-child',
    row: '[data-index]',
    rowPixels: 42,
    frames: 200,
    leftPixels: 200,
  },
} as const satisfies Readonly<Record<string, LongList>>;

/** Scrolls a list once somebody has had a look at it: what a page that was just loaded does besides is not the list's. */
async function scrolling(page: Page, list: LongList) {
  await page.waitForTimeout(2 * LOOKS_MILLISECONDS);
  return page.evaluate(scrollThrough, list);
}

/** Scrolls a list to its end within some seconds, twelve rows at a time, as a hand on a wheel would. Runs in the page. */
async function scrollThrough({
  list: selector,
  row,
  rowPixels,
  frames,
  leftPixels,
}: LongList): Promise<Pick<Interaction, 'longTasksWhileScrolling' | 'framesWithBlankRows'>> {
  const list = document.querySelector(selector);
  if (list === null) throw new Error(`There is no ${selector}.`);
  const longTasks: number[] = [];
  const observer = new PerformanceObserver((seen) => {
    for (const { duration } of seen.getEntries()) longTasks.push(duration);
  });
  observer.observe({ type: 'longtask' });
  let blank = 0;
  for (let i = 1; i <= frames; i++) {
    list.scrollTop = (i * rowPixels * 12) % list.scrollHeight;
    await new Promise(requestAnimationFrame);
    await new Promise(requestAnimationFrame);
    const { top, bottom, left } = list.getBoundingClientRect();
    for (const y of [top + 2, (top + bottom) / 2, bottom - 2])
      if (document.elementFromPoint(left + leftPixels, y)?.closest(row) == null) {
        blank++;
        break;
      }
  }
  await new Promise((resolve) => setTimeout(resolve, 200));
  observer.disconnect();
  return { longTasksWhileScrolling: longTasks, framesWithBlankRows: blank };
}
