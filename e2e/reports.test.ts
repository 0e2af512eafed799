import { readFileSync } from 'node:fs';
import { parse } from 'csv-parse/sync';
import type { Browser, Page } from 'playwright-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { violations } from './axe.ts';
import { openBrowser, signedIn } from './browser.ts';
import { freshDatabase, type RunningServer, setUp, startServer } from './server.ts';

let server: RunningServer;
let browser: Browser;
let page: Page;
beforeAll(async () => {
  const url = await freshDatabase('heath_reports');
  setUp(url, '--first-period', '2026-10-05');
  server = await startServer(url);
  browser = await openBrowser();
  page = await signedIn(browser, server.url, 'odile', 'gorse-in-bloom');
});
afterAll(async () => {
  await browser.close();
  await server.end();
});

const main = () => page.getByRole('main').first();
const go = (path: string) => page.goto(server.url + path);

describe('a report', () => {
  it('opens from a department into its people, and from a person into the card; the back button returns', async () => {
    await go('/reports');
    await main().getByRole('button', { name: 'Terminals' }).click();
    await page.getByText('19 Oct – 1 Nov 2026 · Terminals').waitFor();
    expect(new URL(page.url()).searchParams.get('only')).toBe('department:terminals');
    await main().getByRole('button', { name: 'Back to the whole period' }).waitFor();
    const person = main().getByRole('row').filter({ hasText: 'MF-' }).getByRole('button').first();
    const name = await person.innerText();
    await person.click();
    await page.waitForURL(/\/cards\?person=\d+/);
    await page.getByRole('main', { name: 'Time card' }).getByText(name).first().waitFor();
    await page.goBack();
    await page.getByText('19 Oct – 1 Nov 2026 · Terminals').waitFor();
    await page.keyboard.press('Backspace');
    await main().getByRole('button', { name: 'Engine Room' }).waitFor();
  });

  it('is saved as it is shown: CSV, XLSX, PDF', async () => {
    await go('/reports?by=job');
    await main().getByText('Kittiwake').first().waitFor();
    for (const [format, begins] of [
      ['CSV', 'Job,'],
      ['XLSX', 'PK'],
      ['PDF', '%PDF-'],
    ] as const) {
      const waiting = page.waitForEvent('download');
      await main().getByRole('link', { name: format }).click();
      const saved = await (await waiting).path();
      expect(readFileSync(saved).subarray(0, begins.length).toString('latin1')).toBe(begins);
      if (format !== 'CSV') continue;
      const rows = parse(readFileSync(saved), { columns: true }) as Record<string, string>[];
      const total = rows.at(-1)!;
      const added = rows.slice(0, -1).reduce((sum, row) => sum + Math.round(Number(row.Payable) * 100), 0);
      expect(added).toBe(Math.round(Number(total.Payable) * 100));
      const shown = await main()
        .getByText(Number(total.Payable).toLocaleString('en', { minimumFractionDigits: 2 }))
        .first();
      await shown.waitFor();
    }
  });

  it('that is long on paper keeps nobody waiting: others are answered before it is printed', async () => {
    const api = page.context().request;
    const { periods } = (await (await api.get(`${server.url}/api/periods`)).json()) as {
      periods: { id: number }[];
    };
    const order: string[] = [];
    const printed = async () => {
      const path = `/api/periods/${periods[0]!.id}/reports/punches/file?format=pdf`;
      const body = await (await api.get(server.url + path)).body();
      order.push('paper');
      return body;
    };
    const others = async () => {
      // More than the paper waits for its rows: it is printed meanwhile.
      for (let i = 0; i < 60; i++) expect((await api.get(`${server.url}/api/health`)).status()).toBe(200);
      order.push('others');
    };
    const [body] = await Promise.all([printed(), others()]);
    expect(body.subarray(0, 5).toString('latin1')).toBe('%PDF-');
    expect(order).toEqual(['others', 'paper']);
  });

  it('of the bridge opens bar by bar, also from the handoff, by mouse and by keyboard', async () => {
    await go('/handoff');
    await page.getByRole('button', { name: /^Breaks off .*: what Breaks off is made of/ }).focus();
    await page.keyboard.press('Enter');
    await page.waitForURL(/show=bridge/);
    expect(new URL(page.url()).searchParams.get('sort')).toBe('breaks');
    await main().getByRole('heading', { name: 'From clocked to payable hours' }).waitFor();
    await page.getByRole('button', { name: /^Rounding .*: who has the most of Rounding/ }).click();
    await page.waitForURL(/sort=rounding/);
  });

  it('of two periods says what explains a change, and where there is none to compare with', async () => {
    await go('/reports?show=comparison');
    await main()
      .getByText(/Lantern Day/)
      .first()
      .waitFor();
    await page.getByRole('radio', { name: 'A year ago' }).click();
    await page.getByText('There is no period a year before this one.').waitFor();
    await page.getByRole('button', { name: 'Show: The last period' }).click();
    await main()
      .getByText(/Lantern Day/)
      .first()
      .waitFor();
  });
});

describe('pay periods', () => {
  it('are made as they are, and changed from a day on, with what would become of them shown before', async () => {
    await go('/pay-files?show=periods');
    await page.getByText('13 periods, 2 Nov 2026 – 2 May 2027').waitFor();
    await page.keyboard.press('Control+s');
    await page.getByText('13 pay periods are made.').first().waitFor();
    await page.getByRole('radio', { name: 'Otherwise, from a day on' }).click();
    await page.getByLabel('From', { exact: true }).fill('1 jan 2027');
    await page.getByRole('combobox', { name: 'A period is' }).click();
    await page.getByRole('option', { name: 'every month' }).click();
    await page.getByText('28 Dec 2026 – 10 Jan 2027 ends on Thu 31 Dec 2026 instead').waitFor();
    expect(await violations(page)).toEqual([]);
    await page.keyboard.press('Control+s');
    await page.getByText('Every month from the 1st, paid').waitFor();
    await main().getByText('1 – 31 Jan 2027').first().waitFor();
    // What is worked on is still the period that is open, not the last that there is.
    await go('/cards');
    await page.getByText('19 Oct – 1 Nov 2026').first().waitFor();
  });

  it('lock days: what is paid for them stays as it is', async () => {
    await go('/pay-files?show=periods');
    const lock = page.getByRole('region', { name: 'Lock days' });
    await lock.getByLabel('Lock up to', { exact: true }).fill('24 oct');
    await lock.getByLabel('Why').fill('The books are closed');
    await lock.getByRole('button', { name: 'Lock', exact: true }).click();
    await lock.getByText('Up to Sat 24 Oct 2026, by Odile Ravn').waitFor();
    await lock.getByLabel('Why').fill('Opened for a correction');
    await lock.getByRole('button', { name: 'Open every day' }).click();
    await lock.getByText('No day is locked.').waitFor();
  });
});

describe('amounts', () => {
  it('are added by keyboard, stand beside the hours of the handoff under their code, and are taken back', async () => {
    await go('/pay-files?show=amounts');
    const form = page.getByRole('form', { name: 'Add an amount' });
    await form.getByRole('button', { name: 'Whose: nobody chosen' }).press('Enter');
    await page.keyboard.type('Okafor');
    await page.keyboard.press('Enter');
    await form.getByLabel('Day', { exact: true }).fill('22 oct');
    await form.getByLabel('What').fill('Mileage');
    await form.getByLabel('Amount', { exact: true }).fill('12.34567');
    await form.getByText('Write an amount like 12.50').waitFor();
    expect(await violations(page)).toEqual([]);
    await form.getByLabel('Amount', { exact: true }).fill('12.34');
    await page.keyboard.press('Enter');
    await main().getByRole('row').filter({ hasText: 'Okafor' }).getByText('12.34').waitFor();
    await go('/handoff');
    // Two drives of the demo, and this one.
    await main()
      .getByRole('row')
      .filter({ hasText: 'Mileage, in miles' })
      .getByText('95.54')
      .waitFor({ timeout: 20_000 });
    await go('/pay-files?show=amounts');
    await main()
      .getByRole('button', { name: /^Take back Mileage of .*Okafor/ })
      .click();
    await page
      .getByText(/^Mileage of .*Okafor is taken back/)
      .first()
      .waitFor();
    await main().getByRole('row').filter({ hasText: 'Okafor' }).waitFor({ state: 'detached' });
  });
});

describe('an edition of a rulebook', () => {
  it('is made of the rules of another, holds from its day on, and what was handed off is a difference with that as its reason', async () => {
    await go('/pay-files?show=rulebooks');
    const saving = page.waitForEvent('download');
    await page.getByRole('link', { name: 'Download the rules of Shore terms, edition 1' }).click();
    const saved = await saving;
    expect(saved.suggestedFilename()).toBe('Shore terms, edition 1.json');
    const { proofDays, ...rules } = JSON.parse(readFileSync(await saved.path(), 'utf8')) as {
      proofDays: unknown[];
      overtime: unknown[];
    };
    const daily = {
      name: 'Over 6 hours a day',
      basis: 'workday',
      tiers: [{ above: 'PT6H', multiplier: 1.5 }],
    };
    const overtime = [daily, ...rules.overtime];
    const chosen = (name: string, what: unknown) =>
      page.getByLabel('Rules as JSON').setInputFiles({
        name,
        mimeType: 'application/json',
        buffer: Buffer.from(JSON.stringify(what)),
      });
    const form = page.getByRole('form', { name: 'Add an edition' });
    await form.getByRole('combobox', { name: 'Of which rulebook' }).click();
    await page.getByRole('option', { name: 'Shore terms' }).click();
    await form.getByLabel('Holds from', { exact: true }).fill('12 oct');
    await chosen('with proof days.json', { ...rules, overtime, proofDays });
    await form.getByRole('button', { name: 'Add the edition' }).click();
    await form.getByText(/^rules\.proofDays\.\d+: The proof day “.+” must give/).waitFor();
    expect(await violations(page)).toEqual([]);
    await chosen('without.json', { ...rules, overtime });
    await form.getByRole('button', { name: 'Add the edition' }).click();
    await page
      .getByText(/^Shore terms has an edition 2 from Mon 12 Oct 2026 on/)
      .first()
      .waitFor();
    await main().getByRole('row').filter({ hasText: 'Sun 11 Oct 2026' }).waitFor();
    await page.getByRole('link', { name: 'Afterwards' }).click();
    const found = page.getByRole('main', { name: 'Difference' });
    await found.getByText('Shore terms has an edition 2 from 12 Oct 2026 on').waitFor({ timeout: 20_000 });
    await found.getByText('the same hours, paid otherwise').waitFor();
  });
});
