import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type CardsReply, cardRows } from '@heath/contract';
import mysql, { type Connection } from 'mysql2/promise';
import type { Browser, Page } from 'playwright-core';
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest';
import { violations } from './axe.ts';
import { openBrowser, signedIn } from './browser.ts';
import { freshDatabase, type RunningServer, setUp, startServer } from './server.ts';

const folder = mkdtempSync(join(tmpdir(), 'heath-screens-'));
let server: RunningServer;
let browser: Browser;
let page: Page;
let database: Connection;
beforeAll(async () => {
  const url = await freshDatabase('heath_screens');
  setUp(url, '--first-period', '2026-10-05');
  server = await startServer(url);
  database = await mysql.createConnection(url);
  browser = await openBrowser();
  page = await signedIn(browser, server.url, 'odile', 'gorse-in-bloom');
});
afterAll(async () => {
  await browser.close();
  await database.end();
  await server.end();
  rmSync(folder, { recursive: true, force: true });
});

afterEach(() => page.unrouteAll({ behavior: 'ignoreErrors' }));

const open = async (path: string, ready: string) => {
  await page.goto(server.url + path);
  await page.locator(ready).first().waitFor();
};
/** A key as a keyboard sends it: what it types, and where it lies. */
const press = (key: string, code: string, shift: boolean) =>
  page.evaluate(
    ([typed, place, withShift]) => {
      const event = { key: typed, code: place, shiftKey: withShift, bubbles: true, cancelable: true };
      document.body.dispatchEvent(new KeyboardEvent('keydown', event));
      document.body.dispatchEvent(new KeyboardEvent('keyup', event));
    },
    [key, code, shift] as const,
  );
const headings = () => page.getByRole('heading', { level: 1 }).innerText();

describe('every screen', () => {
  it.each([
    ['/cards', 'text=payable'],
    ['/cards?show=to-settle', 'text=Payable with'],
    ['/cards?person=1&day=2026-10-28', 'text=Call-out'],
    ['/cards?person=52&day=2026-10-24&why=premium:Night premium', 'text=Night premium'],
    ['/cards?period=1&person=3', 'main[aria-label="Time card"]'],
    ['/cards?find=nobody-of-this-name&person=nobody', 'text=Nobody matches'],
    ['/exceptions', 'text=Then payable'],
    ['/exceptions?kind=late-in', 'text=Accept as it is'],
    ['/exceptions?kind=overlap', 'text=Accept as it is'],
    ['/exceptions?kind=missing-out&alike=yes', 'text=in all'],
    ['/desk', 'text=of 64 cards'],
    ['/day', 'text=that match'],
    ['/day?day=2026-10-27&show=missing&by=site', 'text=nothing after'],
    ['/odd-days?what=longer&hours=9', 'text=days in'],
    ['/history', 'main[aria-label="History"]'],
    ['/punches', 'text=Drop a punch file here'],
    ['/punches/2', 'text=added'],
    ['/punches/99', 'text=cannot be shown'],
    ['/handoff', 'text=Ready?'],
    ['/handoff?period=1', 'text=The cards are sealed'],
    ['/pay-files', 'h2:has-text("Catch-all")'],
    ['/pay-files?show=layout-1', 'text=TRAILER'],
    ['/pay-files?show=new-layout', 'text=New layout'],
    ['/pay-files?show=codes', 'text=Take their list'],
    ['/pay-files?show=people', 'h1:text("People it does not know")'],
    ['/pay-files?show=rates', 'text=What they are for'],
    ['/pay-files?show=periods', 'text=people are paid'],
    ['/reports', 'text=Engine Room'],
    ['/reports?show=bridge&by=person', 'text=Pay steps'],
    ['/reports?show=comparison', 'text=What explains it'],
    ['/reports?show=comparison&choice=year', 'text=There is no period a year before'],
    ['/reports?show=time-card', 'text=Of whom?'],
    ['/nowhere', 'text=There is no page here'],
  ])('%s has nothing that axe finds', async (path, ready) => {
    await open(path, ready);
    expect(await violations(page)).toEqual([]);
  });

  it('the page to sign in has nothing that axe finds, also with what is wrong on it', async () => {
    const context = await browser.newContext();
    const stranger = await context.newPage();
    await stranger.goto(server.url);
    await stranger.getByLabel('User name').waitFor();
    expect(await violations(stranger)).toEqual([]);
    await stranger.getByLabel('User name').fill('odile');
    await stranger.getByLabel('Password').fill('wrong');
    await stranger.getByRole('button', { name: 'Sign in' }).click();
    await stranger.getByRole('alert').waitFor();
    expect(await violations(stranger)).toEqual([]);
    await context.close();
  });

  it('a file whose columns are to be confirmed, and one with refused rows, have nothing that axe finds', async () => {
    const file = join(folder, 'either.csv');
    writeFileSync(
      file,
      'Badge,Badge,Date,Clock time,Direction\nMF-0101,,11/10/2026,08:00,in\nMF-0999,,11/10/2026,08:00,in\n',
    );
    await open('/punches', 'text=Drop a punch file here');
    await page.getByLabel('Punch file').setInputFiles(file);
    await page.getByText('These dates can be read in two ways').waitFor();
    expect(await violations(page)).toEqual([]);
    await page.getByLabel('day before month').check();
    await page.getByRole('button', { name: 'Import these punches' }).click();
    await page.getByText('Refused rows').waitFor();
    expect(await violations(page)).toEqual([]);
  });

  it.each([
    ['/cards', '**/api/periods', 'the time cards'],
    ['/cards', '**/api/periods/*/cards', 'the time cards'],
    ['/cards', '**/api/periods/*/cards/*', 'this card'],
    ['/handoff', '**/api/periods/*/handoff', 'the handoff'],
    ['/punches', '**/api/imports', 'the files'],
    ['/punches/1', '**/api/imports/1', 'this import'],
    ['/pay-files', '**/api/mapping', 'the mapping'],
    ['/reports', '**/api/periods/*/reports/*', 'the report'],
    ['/pay-files?show=periods', '**/api/pay-periods', 'the pay periods'],
    ['/account', '**/api/sessions', 'where you are signed in'],
    ['/cards', '**/api/session', 'Heath'],
  ])('%s says while %s is late or refused, and shows it once it comes', async (path, address, what) => {
    let answer: () => void = () => {};
    const held = new Promise<void>((resolve) => {
      answer = resolve;
    });
    await page.route(address, async (route) => {
      await held;
      await route.fulfill({
        status: 409,
        contentType: 'application/problem+json',
        body: JSON.stringify({ type: 'busy', title: 'Others are using it just now.', status: 409 }),
      });
    });
    await page.goto(server.url + path);
    // The header of a card says so by itself.
    const late = what === 'this card' ? /Opening the card…/ : new RegExp(`^Fetching ${what}…$`);
    await page.getByText(late).waitFor();
    // Before anybody is known there is no frame around it.
    const within = what === 'Heath' ? 'html' : 'main';
    expect(await violations(page, [], within)).toEqual([]);
    answer();
    await page.getByText('Others are using it just now.').waitFor();
    await page.getByRole('heading', { name: `${what} cannot be shown` }).waitFor();
    expect(await violations(page, [], within)).toEqual([]);
    await page.unroute(address);
    await page.getByRole('button', { name: 'Try again' }).click();
    await page.getByText('cannot be shown').waitFor({ state: 'detached' });
    expect(await page.getByText(/^Fetching/).count()).toBe(0);
  });

  it('what is shown stays when it cannot be fetched anew, and so does what was typed', async () => {
    await open('/cards?show=to-settle', 'text=Payable with');
    await page.getByLabel('Why, for the record').fill('seen by the watch');
    const shown = await headings();
    for (const address of ['**/api/periods/*/cards', '**/api/periods/*/cards/*', '**/api/periods'])
      await page.route(address, (route) => route.abort());
    await page.keyboard.press('Escape');
    await page.evaluate(() => window.dispatchEvent(new Event('online')));
    await page.waitForTimeout(500);
    expect(await headings()).toBe(shown);
    for (const address of ['**/api/periods/*/cards', '**/api/periods/*/cards/*', '**/api/periods'])
      await page.unroute(address);
    await page.reload();
    await page.getByLabel('Why, for the record').waitFor();
    expect(await page.getByLabel('Why, for the record').inputValue()).toBe('seen by the watch');
    await page.getByLabel('Why, for the record').fill('');
  });

  it('dialogs have nothing that axe finds', async () => {
    await open('/cards', 'text=payable');
    await page.keyboard.press('Control+k');
    await page.getByRole('combobox', { name: 'Find a person, a day, a screen or something to do' }).waitFor();
    await page.keyboard.type('ma');
    expect(await violations(page)).toEqual([]);
    await page.keyboard.press('Escape');
    await page.getByRole('button', { name: 'Keys of this screen' }).click();
    await page.getByRole('dialog').waitFor();
    expect(await violations(page)).toEqual([]);
    await page.keyboard.press('Escape');
  });
});

describe('keys', () => {
  it.each([
    ['a British or American keyboard', '?', 'Slash', true],
    ['a German keyboard', '?', 'Minus', true],
    ['a French keyboard', '?', 'KeyM', true],
  ])('? lists the keys on %s', async (_name, key, code, shift) => {
    await open('/cards', 'text=payable');
    await press(key, code, shift);
    await page.getByRole('dialog').waitFor();
    expect(await page.getByRole('dialog').innerText()).toContain('Next person');
    await page.keyboard.press('Escape');
  });

  it.each([
    ['a British or American keyboard', 'Slash', false],
    ['a German keyboard', 'Digit7', true],
    ['a keypad', 'NumpadDivide', false],
  ])('/ goes to the filter on %s, and to nothing else', async (_name, code, shift) => {
    await open('/cards', 'text=payable');
    await page.getByLabel('Filter the list').waitFor();
    await press('/', code, shift);
    expect(
      await page.getByLabel('Filter the list').evaluate((input) => input === document.activeElement),
    ).toBe(true);
    expect(await page.getByRole('dialog').count()).toBe(0);
  });

  it('where ? lies elsewhere, the key that has it here types something else and does nothing', async () => {
    await open('/cards', 'text=payable');
    await press('_', 'Slash', true);
    await press('-', 'Slash', false);
    expect(await page.getByRole('dialog').count()).toBe(0);
    expect(
      await page.getByLabel('Filter the list').evaluate((input) => input === document.activeElement),
    ).toBe(false);
  });

  it('letters are those that are typed', async () => {
    await open('/cards', 'text=payable');
    const first = await headings();
    // J lies where C is on one layout.
    await press('j', 'KeyC', false);
    await page.getByRole('heading', { level: 1 }).filter({ hasNotText: first }).waitFor();
  });
});

describe('the list of cards', () => {
  const inList = async (name: string) => (await page.getByTestId('people').innerText()).includes(name);

  it('"To settle" opens somebody who is in that list', async () => {
    await open('/cards', 'text=payable');
    const list: CardsReply = await page.evaluate(async () => (await fetch('/api/periods/2/cards')).json());
    const before = cardRows(list).find((row) => row.toSettle === 0)?.name ?? '';
    await page.getByTestId('people').getByRole('button', { name: before }).click();
    await page.getByRole('main', { name: 'Time card' }).getByRole('heading', { name: before }).waitFor();
    await page.getByRole('radio', { name: /^Settle/ }).click();
    await page.getByText('Payable with').waitFor();
    const after = await headings();
    expect(await inList(before)).toBe(false);
    expect(await inList(after)).toBe(true);
    // The back button leads back to whoever was open.
    await page.getByRole('radio', { name: /^All/ }).click();
    expect(await headings()).toBe(after);
  });

  it('a filter that matches nobody shows nobody', async () => {
    await open('/cards', 'text=payable');
    await page.getByLabel('Filter the list').fill('zzz');
    await page.getByText('Nobody matches').waitFor();
    await page.getByLabel('Filter the list').fill('');
    await page.getByRole('main', { name: 'Time card' }).waitFor();
  });

  it.each([1024, 1280, 1440])('shows its four numbers whole at a width of %i', async (width) => {
    await page.setViewportSize({ width, height: 768 });
    await open('/cards', 'text=payable');
    const boxes = await page.locator('section[aria-label="Period"] dl div').evaluateAll((all) =>
      all.map((one) => ({
        right: one.getBoundingClientRect().right,
        cut: one.scrollWidth > one.clientWidth,
        text: (one as HTMLElement).innerText,
      })),
    );
    expect(boxes.map(({ text }) => text.split('\n')[1])).toEqual([
      'clocked',
      'payable',
      'to settle',
      'approved',
    ]);
    for (const { right, cut } of boxes) expect([right <= width, cut]).toEqual([true, false]);
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(width);
    await page.setViewportSize({ width: 1280, height: 800 });
  });
});

describe('exceptions', () => {
  const line = () => page.getByRole('region', { name: 'Open exception' }).innerText();
  const count = async () => Number.parseInt(await page.locator('main > header span').first().innerText(), 10);
  const becomes = (n: number) =>
    page
      .getByText(new RegExp(`^${n} to settle$`))
      .first()
      .waitFor();

  it('are settled one after another by one key each, and taken back by another', async () => {
    await open('/exceptions?kind=missing-out', 'text=Then payable');
    const [first, all] = [await line(), await count()];
    await page.keyboard.press('Enter');
    await becomes(all - 1);
    await page.getByText('Then payable').waitFor();
    const second = await line();
    expect(second.split('\n')[0]).not.toBe(first.split('\n')[0]);
    await page.keyboard.press('s');
    await becomes(all - 2);
    await page.keyboard.press('Control+z');
    await becomes(all - 1);
    // What was settled before the last is taken back on its card, where its history is.
    await open(`/cards?find=${first.split('\n')[0]}`, 'main[aria-label="Time card"]');
    expect(await page.getByText('Payable with').count()).toBe(0);
    await page.keyboard.press('u');
    await page.getByText('Payable with').waitFor();
    await open('/exceptions?kind=missing-out', 'text=Then payable');
    expect(await count()).toBe(all);
  });

  it('that are alike are settled together after a look at each, and taken back in one step', async () => {
    await open('/exceptions?kind=missing-out', 'text=Then payable');
    const all = await count();
    await page.keyboard.press('Shift+Enter');
    await page.getByText('in all').waitFor();
    const rows = page.getByTestId('alike').getByRole('checkbox');
    const many = await rows.count();
    expect(many).toBeGreaterThan(2);
    await rows.first().click();
    await page.getByRole('button', { name: new RegExp(`^Settle ${many - 1}`) }).waitFor();
    await page.keyboard.press('Enter');
    await becomes(all - many + 1);
    await page.keyboard.press('Control+z');
    await becomes(all);
    await page.keyboard.press('Control+Shift+z');
    await becomes(all - many + 1);
    await page.keyboard.press('Control+z');
    await becomes(all);
  });

  it('are walked by key, and the address leads back to the open one', async () => {
    await open('/exceptions?kind=missing-out', 'text=Then payable');
    const first = await line();
    await page.keyboard.press('j');
    await page.getByText(/^2 of/).waitFor();
    const second = await line();
    await page.reload();
    await page.getByText(/^2 of/).waitFor();
    await page.getByText('Then payable').waitFor();
    expect((await line()).split('\n')[0]).toBe(second.split('\n')[0]);
    await page.keyboard.press('k');
    await page.getByText(/^1 of/).waitFor();
    expect((await line()).split('\n')[0]).toBe(first.split('\n')[0]);
  });
});

describe('what a card says', () => {
  it('evidence is called what it is: the crew, or what is usual', async () => {
    // Nobody planned this person's day any more, so the crew and habit speak.
    await open('/cards?show=to-settle', 'text=Payable with');
    const name = await headings();
    const [[person]] = (await database.query('SELECT id FROM person WHERE name = ?', [name])) as unknown as [
      [{ id: number }],
    ];
    await database.query('DELETE FROM plan WHERE person_id = ?', [person.id]);
    await open(`/cards?person=${person.id}&show=to-settle`, 'text=/No (in|out) punch · (the crew|usually)/');
    const take = await page.getByRole('button', { name: /^Take/ }).innerText();
    expect(take).toMatch(/^Take (the crew's|the usual) /);
    expect(await page.getByRole('main', { name: 'Time card' }).innerText()).not.toMatch(/planned \d/);
  });

  it('the history says what each correction did', async () => {
    const [[person]] = (await database.query('SELECT MIN(id) AS id FROM person')) as unknown as [
      [{ id: number }],
    ];
    const [[period]] = (await database.query(
      "SELECT id FROM period WHERE first_day = '2026-10-19'",
    )) as unknown as [[{ id: number }]];
    const [[punch]] = (await database.query(
      "SELECT p.id, p.at FROM punch p JOIN badge_owner o ON o.badge_id = p.badge_id WHERE o.person_id = ? AND p.at > UNIX_TIMESTAMP('2026-10-20') ORDER BY p.at LIMIT 1",
      [person.id],
    )) as unknown as [[{ id: number; at: number }]];
    const row = (kind: string, says: object) => [
      person.id,
      kind,
      JSON.stringify(says),
      '2026-10-22',
      period.id,
      '',
      0,
      0,
      1,
      1_793_000_000,
    ];
    const added = { at: punch.at + 7200, punchKind: 'break-in', zone: 'Europe/London' };
    await database.query(
      'INSERT INTO correction (person_id, kind, says, workday, period_id, note, payable_before, payable_after, made_by, made_at) VALUES ?',
      [
        [
          row('move', { punch: punch.id, at: punch.at + 60 }),
          row('drop', { punch: punch.id }),
          row('add', added),
          row('flat-hours', { workday: 20_749, as: 'leave', code: 'Shore leave', length: 'PT4H' }),
        ],
      ],
    );
    await open(`/cards?person=${person.id}`, 'section[aria-label="History"]');
    const history = await page.getByLabel('History').innerText();
    expect(history).toMatch(/In \d\d:\d\d moved to \d\d:\d\d by Odile Ravn/);
    expect(history).toMatch(/In \d\d:\d\d taken out by Odile Ravn/);
    expect(history).toMatch(/Break in \d\d:\d\d added by Odile Ravn/);
    expect(history).toMatch(/PT4H Shore leave on Fri 23 Oct by Odile Ravn/);
  });
});

describe('work that failed', () => {
  it('is seen with its reason, wherever one is, and can be tried again', async () => {
    await database.query(
      "UPDATE card SET input_version = input_version + 1 WHERE period_id = (SELECT id FROM period WHERE first_day = '2026-10-19') AND person_id = 9",
    );
    await database.query(
      "INSERT INTO task (kind, subject_id, status, attempts, error) SELECT 'recompute', id, 'failed', 10, 'The database went away.' FROM period WHERE first_day = '2026-10-19'",
    );
    await open('/pay-files', 'h2:has-text("Catch-all")');
    const notice = page.getByRole('alert').filter({ hasText: 'given up' });
    expect(await notice.innerText()).toContain(
      'Computing the cards of 19 Oct – 1 Nov 2026 was given up after 10 attempts. The database went away.',
    );
    expect(await violations(page)).toEqual([]);
    await notice.getByRole('button', { name: 'Try again' }).click();
    await notice.waitFor({ state: 'detached' });
    const stale = async () => {
      const [[{ n }]] = (await database.query(
        "SELECT COUNT(*) AS n FROM card WHERE person_id = 9 AND period_id = (SELECT id FROM period WHERE first_day = '2026-10-19') AND input_version <> computed_version",
      )) as unknown as [[{ n: number }]];
      return n;
    };
    await expect.poll(stale, { timeout: 10_000 }).toBe(0);
  });
});
