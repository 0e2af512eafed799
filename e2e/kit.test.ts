import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import type { Browser, Page } from 'playwright-core';
import { build, type PreviewServer, preview } from 'vite';
import { afterAll, beforeAll, beforeEach, describe, expect, it, vi } from 'vitest';
import { violations } from './axe.ts';
import { openBrowser } from './browser.ts';
import { unlikeKept } from './pictures.ts';

let served: PreviewServer;
let browser: Browser;
let page: Page;
let url: string;
const built = mkdtempSync(join(tmpdir(), 'heath-kit-'));

beforeAll(async () => {
  // Put together once, not anew with every look at it.
  const here = (path: string) => fileURLToPath(new URL(path, import.meta.url));
  const common = { configFile: here('../web/vite.config.ts'), logLevel: 'error' } as const;
  const input = here('../web/kit.html');
  // As people get it: React of another NODE_ENV than production checks itself, and takes several times as long.
  vi.stubEnv('NODE_ENV', 'production');
  await build({ ...common, build: { outDir: built, emptyOutDir: true, rolldownOptions: { input } } });
  vi.unstubAllEnvs();
  served = await preview({ ...common, build: { outDir: built }, preview: { port: 0, host: '127.0.0.1' } });
  url = `${served.resolvedUrls?.local[0]}kit.html`;
  browser = await openBrowser();
  const context = await browser.newContext({
    viewport: { width: 1280, height: 800 },
    permissions: ['clipboard-read', 'clipboard-write'],
    acceptDownloads: true,
  });
  page = await context.newPage();
  page.setDefaultTimeout(20_000);
  await page.goto(url);
});
afterAll(async () => {
  await browser?.close();
  await served?.close();
  rmSync(built, { recursive: true, force: true });
});
beforeEach(async () => {
  await page.evaluate(() => localStorage.clear());
  await page.goto(url);
  await page.getByRole('heading', { name: 'The kit' }).waitFor();
});

const part = (name: string) => page.getByRole('region', { name, exact: true });
const says = (id: string) => page.getByTestId(id).innerText();
const press = async (...keys: readonly string[]) => {
  // Held as long as a person holds it: what an arrow chooses is chosen while it is down.
  for (const key of keys) await page.keyboard.press(key, { delay: 30 });
};

describe.each(['day', 'night'])('the kit by %s', (theme) => {
  beforeEach(async () => {
    await page.getByRole('radio', { name: theme, exact: true }).click();
  });

  it('shows the theme that was chosen, also after a reload', async () => {
    const shown = () => page.evaluate(() => document.documentElement.dataset.theme);
    await expect.poll(shown).toBe(theme === 'night' ? 'dark' : 'light');
    await page.reload();
    await page.getByRole('heading', { name: 'The kit' }).waitFor();
    await expect.poll(shown).toBe(theme === 'night' ? 'dark' : 'light');
  });

  it.each(['Type', 'Marks', 'Buttons', 'Choices', 'Ribbon'])('%s look as they did', async (name) => {
    await page.mouse.move(0, 0);
    expect(await unlikeKept(part(name), `${name.toLowerCase()}-by-${theme}`)).toBeNull();
  });

  it('has nothing that axe finds, closed or open', async () => {
    expect(await violations(page)).toEqual([]);
    const opening = [
      'Menu',
      'Popover',
      'Dialog',
      'Person: nobody chosen',
      'Day: choose from the calendar',
      'Period: 5 – 18 Oct 2026',
    ];
    for (const name of opening) {
      await page.getByRole('button', { name, exact: true }).click();
      await page.locator('[role="menu"], [role="dialog"]').waitFor();
      expect(await violations(page), name).toEqual([]);
      await press('Escape');
    }
    await page.getByRole('combobox', { name: 'Pay group', exact: true }).click();
    await page.getByRole('listbox').waitFor();
    // The rest is hidden from those who do not see while the list holds the focus; axe knows that of dialogs alone.
    expect(await violations(page, ['aria-hidden-focus', 'page-has-heading-one', 'region'])).toEqual([]);
  });
});

describe('follows the system', () => {
  it('where nobody chose otherwise', async () => {
    const shown = () => page.evaluate(() => document.documentElement.dataset.theme);
    await page.emulateMedia({ colorScheme: 'dark' });
    await expect.poll(shown).toBe('dark');
    await page.emulateMedia({ colorScheme: 'light' });
    await expect.poll(shown).toBe('light');
  });
});

describe('by keyboard', () => {
  it('a select is opened, found by its first letters and taken, and Esc takes nothing', async () => {
    await page.getByRole('combobox', { name: 'Pay group', exact: true }).focus();
    await press('Enter');
    await page.getByRole('listbox').waitFor();
    // An open list takes the focus a moment after it is drawn, and gives it to what was typed a moment after that.
    const focused = (reads: 'role' | 'textContent') =>
      page.evaluate((as) => document.activeElement?.[as], reads);
    await expect.poll(() => focused('role')).toBe('option');
    await press('n');
    await expect.poll(() => focused('textContent')).toMatch(/^n/i);
    await press('Enter');
    await expect.poll(() => says('chosen')).toContain('night');
    await press('Enter');
    await expect.poll(() => focused('role')).toBe('option');
    await press('ArrowUp', 'Escape');
    await expect.poll(() => says('chosen')).toContain('night');
    // While it is closed a letter is the screen's, and chooses nothing.
    await press('a', 'd');
    await expect.poll(() => says('chosen')).toContain('night');
  });

  it('one of a few, a way to look and a box are chosen', async () => {
    await page.getByRole('radio', { name: 'day before month' }).focus();
    await press('ArrowDown');
    await expect.poll(() => says('chosen')).toContain('month');
    await page.getByRole('radio', { name: /^All/ }).focus();
    await press('ArrowRight', 'Space');
    await expect.poll(() => says('chosen')).toContain('open');
    await page.getByRole('checkbox', { name: 'Only those with a plan' }).focus();
    await press('Space');
    await expect.poll(() => says('chosen')).toContain('true');
    await press('Space');
    await expect.poll(() => says('chosen')).toContain('false');
  });

  it('a menu does one thing and closes, and stays for its choices', async () => {
    await page.getByRole('button', { name: 'Menu', exact: true }).focus();
    await press('Enter');
    await page.getByRole('menu').waitFor();
    await press('Enter');
    await expect.poll(() => says('done')).toBe('settled · wide · hours');
    await press('Enter');
    await page.getByRole('menu').waitFor();
    await page.getByRole('menuitemradio', { name: 'Tight' }).focus();
    await press('Enter');
    await page.getByRole('menuitemcheckbox', { name: 'People' }).focus();
    await press('Enter');
    expect(await page.getByRole('menu').count()).toBe(1);
    await press('Escape');
    await expect.poll(() => says('done')).toBe('settled · tight · hours people');
  });

  it('a dialog closes with Esc, and the focus is where it was', async () => {
    const button = page.getByRole('button', { name: 'Dialog', exact: true });
    await button.focus();
    await press('Enter');
    await page.getByRole('dialog').waitFor();
    await press('Escape');
    await page.getByRole('dialog').waitFor({ state: 'detached' });
    await expect.poll(() => button.evaluate((one) => one === document.activeElement)).toBe(true);
  });

  it('tabs are walked', async () => {
    await page.getByRole('tab', { name: 'Why' }).focus();
    await press('ArrowRight');
    await page.getByText('Who changed what, and when.').waitFor();
  });

  it('a hint is shown with the focus, and a figure says itself in full under the mouse', async () => {
    await page.getByRole('button', { name: 'With a hint' }).focus();
    await page.getByRole('tooltip', { name: /more than fits/ }).waitFor();
    await part('Type').getByText('8.50').hover();
    await page.getByRole('tooltip').filter({ hasText: '8 h 30 m' }).waitFor();
  });
});

describe('a form', () => {
  it('says what is wrong at its field, keeps what was typed, and begins anew once it was taken', async () => {
    const code = page.getByLabel('Code', { exact: true });
    const name = page.getByLabel('Name', { exact: true });
    const add = page.getByRole('button', { name: 'Add', exact: true });
    await add.click();
    await page.getByText('Give the code that the pay system knows.').waitFor();
    expect(await code.getAttribute('aria-invalid')).toBe('true');
    await code.fill('110');
    await name.fill('Ordinary');
    await add.click();
    await page.getByText('There is a code 110 already.').waitFor();
    await code.fill('999');
    await add.click();
    await page.getByRole('alert').filter({ hasText: 'The server is busy' }).waitFor();
    expect([await code.inputValue(), await name.inputValue()]).toEqual(['999', 'Ordinary']);
    await code.fill('120');
    await add.click();
    await page.getByText('Code 120 is added.').waitFor();
    await expect.poll(() => code.inputValue()).toBe('');
  });

  it('says back hours and times as it understood them', async () => {
    const hours = page.getByLabel('Hours', { exact: true });
    await hours.fill('8:30');
    await page.getByText('8.50 h, 8 h 30 m').waitFor();
    await hours.fill('8h75');
    await page.getByText('An hour has 60 minutes').waitFor();
    await page.getByLabel('Time of the out').fill('6a');
    await page.getByText('Wed 28 Oct, 06:00').waitFor();
  });

  it('reads a day, and opens a calendar on it that is walked by arrows', async () => {
    const day = page.getByLabel('Day', { exact: true });
    await day.fill('wed');
    await page.getByText('Wed 28 Oct 2026').waitFor();
    await day.fill('4 oct');
    await page.getByText('Not before 5 Oct 2026').waitFor();
    expect(await says('day')).toBe('no day');
    await day.fill('28.10.');
    await press('Tab', 'Enter');
    await page.getByRole('grid', { name: 'October 2026' }).waitFor();
    await press('ArrowDown', 'Enter');
    await page.getByRole('grid', { name: 'October 2026' }).waitFor({ state: 'detached' });
    expect(await day.inputValue()).toBe('4 Nov 2026');
    expect(await says('day')).toBe('2026-11-04');
  });

  it('finds the period that holds a day', async () => {
    await page.getByRole('button', { name: 'Period: 5 – 18 Oct 2026' }).click();
    await page.getByRole('dialog').waitFor();
    await page.keyboard.type('28 oct');
    await press('Enter');
    await page.getByRole('button', { name: 'Period: 19 Oct – 1 Nov 2026' }).waitFor();
  });

  it('finds one of many as it is typed, by keyboard alone', async () => {
    await page.getByRole('button', { name: /^Person/ }).focus();
    await press('Enter');
    await page.getByPlaceholder('A name or a number').waitFor();
    await page.keyboard.type('0002');
    await press('Enter');
    await page.getByRole('button', { name: 'Person: Calder' }).waitFor();
  });

  it('what was done is undone by its button', async () => {
    await page.getByRole('button', { name: 'Say what was done' }).click();
    await page.getByRole('button', { name: /^Undo/ }).click();
    await page.getByText('Undone: Settled Wed 28 Oct').waitFor();
    await page.getByRole('button', { name: /^Redo/ }).click();
    await page.getByText('Done again: Settled Wed 28 Oct').waitFor();
  });
});

describe('a ribbon', () => {
  const on = (says: string) => part('Ribbon').locator(`[data-says^="${says}"]`).first();

  it('is a sentence for those who do not see it', async () => {
    const spoken = (sentence: string) => part('Ribbon').getByRole('img', { name: sentence }).count();
    expect(await spoken('Tue 20 Oct: Planned 07:00 to 15:30; Clocked 07:03:00')).toBeGreaterThan(0);
    expect(await spoken('Clocks go back: one hour more')).toBeGreaterThan(0);
  });

  it('gives its parts to be picked, dragged to a minute, split, and drawn over', async () => {
    // Away from the punch in its middle, of which the hand would take hold.
    await on('Ordinary').click({ position: { x: 20, y: 5 } });
    await expect.poll(() => says('ribbon')).toBe('picked Ordinary, 07:00:00 to 11:00:00: 4 h');
    const box = await on('In 07:03:00').boundingBox();
    if (box === null) throw new Error('The punch is not drawn.');
    // Sixteen hours lie across the ribbon.
    const ribbon = await on('Ordinary').locator('xpath=..').boundingBox();
    const hour = (ribbon?.width ?? 0) / 16;
    await page.mouse.move(box.x + box.width / 2, box.y + 3);
    await page.mouse.down();
    await page.mouse.move(box.x + box.width / 2 + hour, box.y + 3, { steps: 5 });
    await page.mouse.up();
    await expect.poll(() => says('ribbon')).toMatch(/^moved In 07:03:00 to 08:0[1-5]:00$/);
    await part('Ribbon').getByRole('radio', { name: 'Split' }).click();
    await on('Ordinary').click();
    await expect.poll(() => says('ribbon')).toMatch(/^split at (08:5\d|09:0\d)$/);
    await part('Ribbon').getByRole('radio', { name: 'Draw a stretch' }).click();
    const band = await on('Ordinary').boundingBox();
    if (band === null) throw new Error('The band is not drawn.');
    await page.mouse.move(band.x + hour, band.y + 3);
    await page.mouse.down();
    await page.mouse.move(band.x + 2 * hour, band.y + 3, { steps: 5 });
    await page.mouse.up();
    await expect.poll(() => says('ribbon')).toMatch(/^drew (07:59|08:0[01]) to (08:59|09:0[01])$/);
  });
});

describe('a table of ten thousand', () => {
  const table = () => page.getByRole('grid', { name: 'Samples' });
  const rows = () =>
    table()
      .getByRole('row')
      .filter({ has: page.getByRole('checkbox', { name: /^Pick MF/ }) });
  const first = () => rows().first().innerText();

  it('holds few rows at a time and is scrolled to its end', async () => {
    expect(await rows().count()).toBeLessThan(60);
    await table().focus();
    await press('End');
    await rows().filter({ hasText: 'MF-10000' }).waitFor();
  });

  it('sorts by a click on a name, the other way round, and not at all; and keeps it', async () => {
    const hours = table().getByRole('button', { name: 'Hours' });
    await hours.click();
    await expect.poll(first).toContain('0.00');
    await hours.click();
    await expect.poll(first).toContain('89.99');
    await page.reload();
    await expect.poll(first).toContain('89.99');
    await table().getByRole('button', { name: 'Hours' }).click();
    await expect.poll(first).toContain('MF-00001');
  });

  it('finds by what stands in a cell, and says so where nothing does', async () => {
    await page.getByLabel('Filter the table').fill('brook 17');
    await page.waitForTimeout(100);
    const shown = await rows().allInnerTexts();
    expect(shown.length).toBeGreaterThan(0);
    for (const text of shown) expect(text.toLowerCase()).toContain('brook 17');
    await page.getByLabel('Filter the table').fill('zzz');
    await page.getByText('Nobody by that name.').waitFor();
  });

  it('picks by keys and with Shift, copies what is picked, and opens a row', async () => {
    await table().focus();
    await press('ArrowDown', 'Shift+ArrowDown', 'Shift+ArrowDown');
    await expect.poll(() => says('picked')).toContain('3 picked');
    await press('Control+c');
    await page.getByText('3 rows copied.').waitFor();
    const lines = (await page.evaluate(() => navigator.clipboard.readText())).split('\n');
    expect(lines.map((line) => line.split('\t')[0])).toEqual(['Number', 'MF-00002', 'MF-00003', 'MF-00004']);
    await press('Control+a');
    await expect.poll(() => says('picked')).toContain('10,000 picked');
    await press('Escape');
    await expect.poll(() => says('picked')).toContain('0 picked');
    await press('Home', 'Enter');
    await expect.poll(() => says('picked')).toContain('opened Aldana 1');
  });

  it('picks with the mouse: one, up to another, one more', async () => {
    await rows().nth(1).click();
    await rows()
      .nth(4)
      .click({ modifiers: ['Shift'] });
    await expect.poll(() => says('picked')).toContain('4 picked');
    await rows()
      .nth(6)
      .click({ modifiers: ['Control'] });
    await expect.poll(() => says('picked')).toContain('5 picked');
    await rows().nth(2).getByRole('checkbox').click();
    await expect.poll(() => says('picked')).toContain('4 picked');
  });

  it('hides a column and moves another, and keeps that', async () => {
    const names = async () =>
      (await table().getByRole('columnheader').allInnerTexts()).filter((name) => name !== '').join(' ');
    const menu = page.getByRole('button', { name: 'Columns and files of Samples' });
    await menu.click();
    await page.getByRole('menuitemcheckbox', { name: 'Department' }).click();
    await press('Escape');
    await table().getByRole('button', { name: 'Hours' }).click();
    await menu.click();
    await page.getByRole('menuitem', { name: 'One place earlier' }).click();
    await menu.click();
    await page.getByRole('menuitem', { name: 'One place earlier' }).click();
    await expect.poll(names).toBe('Number Hours Name');
    await page.reload();
    await table().waitFor();
    await expect.poll(names).toBe('Number Hours Name');
  });

  it('gathers rows under a column with their sums, and folds a group away', async () => {
    await page.getByRole('radio', { name: 'By department' }).click();
    const deck = table()
      .getByRole('row')
      .filter({ hasText: /^\s*Deck/ });
    await deck.waitFor();
    expect(await deck.innerText()).toContain('2,500');
    await deck.getByRole('button').click();
    await table()
      .getByRole('row')
      .filter({ hasText: /^\s*Workshop/ })
      .waitFor();
    expect(await deck.getAttribute('aria-expanded')).toBe('false');
  });

  it('is saved as it is shown', async () => {
    await page.getByLabel('Filter the table').fill('brook 1720');
    await page.getByRole('button', { name: 'Columns and files of Samples' }).click();
    const [file] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('menuitem', { name: 'Save as CSV' }).click(),
    ]);
    expect(file.suggestedFilename()).toBe('Samples.csv');
    const parts: Buffer[] = [];
    for await (const one of await file.createReadStream()) parts.push(one as Buffer);
    expect(Buffer.concat(parts).toString('utf8').split('\r\n')[0]).toBe('\uFEFFNumber,Name,Department,Hours');
  });
});
