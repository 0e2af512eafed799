import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { cardRows } from '@heath/contract';
import { instant, workday, workdayToIso, zoneOffsets } from '@heath/core';
import { CURRENT_PERIOD, FIRST_PERIOD, LEAVE, people, punchFileLines, ZONE } from '@heath/demo';
import type { Browser, Page } from 'playwright-core';
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import { violations } from './axe.ts';
import { openBrowser, signedIn } from './browser.ts';
import { type Agreement, type PlainPunch, plainLines, readPunches } from './plain.ts';

const url = inject('heathUrl');
const folder = mkdtempSync(join(tmpdir(), 'heath-e2e-'));
const offsets = zoneOffsets(ZONE, instant(1_700_000_000), instant(1_900_000_000));
const company = people(64);
const csv = [...punchFileLines(company, CURRENT_PERIOD, workday(CURRENT_PERIOD + 13), offsets)].join('\r\n');
const file = join(folder, 'clocks.csv');

/** The lines of handoff 7: person, code and hours. */
let file7: string[] = [];
let browser: Browser;
let page: Page;
beforeAll(async () => {
  writeFileSync(file, csv);
  browser = await openBrowser();
  page = await signedIn(browser, url, 'odile', 'gorse-in-bloom');
});
afterAll(async () => {
  await browser.close();
  rmSync(folder, { recursive: true, force: true });
});

async function chooseFile(path: string): Promise<void> {
  await page.getByRole('link', { name: 'Punches' }).click();
  const chooser = page.waitForEvent('filechooser');
  await page.getByRole('button', { name: 'Import a file' }).click();
  await (await chooser).setFiles(path);
}

async function importFile(path: string): Promise<Record<string, number>> {
  await chooseFile(path);
  await page.getByRole('button', { name: 'Import these punches' }).click();
  const result = page.getByLabel('Result');
  await result.waitFor();
  const figures = await result.innerText();
  return Object.fromEntries(
    [...figures.matchAll(/([\d,]+)\s+(added|already known|refused)/g)].map((m) => [
      m[2],
      Number(m[1]!.replace(',', '')),
    ]),
  );
}

/** The number beside a word in the bar under the top bar. */
const figure = async (name: string): Promise<string> =>
  (
    await page
      .locator('dl div', { has: page.locator(`dt:text-is("${name}")`) })
      .first()
      .locator('dd')
      .innerText()
  ).trim();

/** A card with all that is on it; while it is fetched, its name alone stands there. */
const cardOf = (person: string) =>
  page.getByRole('main', { name: 'Time card' }).getByRole('heading', { level: 1, name: person });

const openCard = async (person: string) => {
  await page.goto(`${url}/cards?show=to-settle`);
  await page.getByTestId('people').getByRole('button', { name: person }).click();
  await cardOf(person).waitFor();
};

/** What was settled, as the server tells it: the added punches are inputs of the plain calculation, not results. */
async function settledPunches(punches: readonly PlainPunch[]): Promise<PlainPunch[]> {
  const read = (path: string) => page.evaluate(async (p) => (await fetch(p)).json(), path);
  const { periods } = await read('/api/periods');
  const rows = cardRows(await read(`/api/periods/${periods[0].id}/cards`));
  const added: PlainPunch[] = [];
  const dropped = new Set<string>();
  for (const row of rows) {
    const card = await read(`/api/periods/${periods[0].id}/cards/${row.personId}`);
    for (const correction of card.corrections) {
      if (correction.undone) continue;
      // Of two ins, or two outs, one is no punch.
      if (correction.kind === 'drop') dropped.add(`${row.number} ${correction.punch.at}`);
      if (correction.kind !== 'add') continue;
      const { at, punchKind: kind } = correction.says;
      added.push({ person: row.number, at, kind });
    }
  }
  return [...punches, ...added].filter(({ person, at }) => !dropped.has(`${person} ${at}`));
}

const AGREEMENTS: Record<string, Agreement> = { Afloat: 'harbor', Ashore: 'shore', Night: 'night' };
const agreementOf = (number: string) =>
  AGREEMENTS[company.find((person) => person.number === number)!.department.group]!;

interface PayFile {
  /** Person, date, code, hours. */
  readonly rows: readonly (readonly string[])[];
  readonly trailer: readonly string[];
}

/** Downloads the file of the batch that is open. */
async function downloadPayFile(): Promise<PayFile> {
  const waiting = page.waitForEvent('download');
  await page.getByRole('link', { name: 'Download the file' }).click();
  const saved = readFileSync(await (await waiting).path(), 'utf8');
  const lines = saved
    .trimEnd()
    .split('\r\n')
    .slice(1)
    .map((line) => line.split(','));
  return { rows: lines.slice(0, -1), trailer: lines.at(-1)! };
}

/** `person|code|date` to hundredths of an hour: a line for each job is one in the plain calculation. */
function linesOf(rows: PayFile['rows']): Map<string, number> {
  const lines = new Map<string, number>();
  for (const [person, date, code, hours] of rows) {
    const key = `${person}|${code}|${date!.split('/').reverse().join('-')}`;
    lines.set(key, (lines.get(key) ?? 0) + Math.round(Number(hours) * 100));
  }
  return lines;
}
const sumOf = (lines: ReadonlyMap<string, number>): number => [...lines.values()].reduce((a, b) => a + b, 0);

describe('the six periods before', () => {
  it.each([1, 2, 3, 4, 5, 6])(
    'handoff %i: each line of its file is what a plain calculation gets from the raw punches, and they add up to its cards',
    async (number) => {
      const first = workday(FIRST_PERIOD + 14 * (number - 1));
      const last = workday(first + 13);
      const periods: { id: number; firstDay: string }[] = (
        await page.evaluate(async () => (await fetch('/api/periods')).json())
      ).periods;
      const { id } = periods.find(({ firstDay }) => firstDay === workdayToIso(first))!;
      await page.goto(`${url}/handoff?period=${id}`);
      await page.getByRole('heading', { level: 1, name: `Handoff ${number}`, exact: true }).waitFor();
      const { rows, trailer } = await downloadPayFile();
      const punches = readPunches([...punchFileLines(company, first, last, offsets)].join('\r\n'));
      const plain = plainLines(punches, agreementOf, workdayToIso(first), workdayToIso(last));
      expect(Object.fromEntries([...linesOf(rows)].sort())).toEqual(Object.fromEntries([...plain].sort()));
      const paidPeople = new Set([...plain.keys()].map((key) => key.split('|')[0]));
      expect(trailer).toEqual([
        'TRAILER',
        String(rows.length),
        (sumOf(plain) / 100).toFixed(2),
        String(paidPeople.size),
      ]);
      const paid = new Map([...plain].filter(([key]) => !key.includes('|340|')));
      expect(Number((await figure('payable')).replaceAll(',', ''))).toBe(sumOf(paid) / 100);
    },
  );
});

describe('from a punch file to a pay file', () => {
  it('imports the file; the same file again adds nothing', async () => {
    const rows = csv.split('\r\n').length - 1;
    expect(await importFile(file)).toEqual({ added: rows, 'already known': 0, refused: 0 });
    expect(await importFile(file)).toEqual({ added: 0, 'already known': rows, refused: 0 });
  });

  it('lists refused rows with line, value and reason, and offers them for download', async () => {
    const bad = join(folder, 'bad.csv');
    writeFileSync(
      bad,
      'Person no,Punched at,Type\nMF-0999,2026-10-20T08:00:00+01:00,in\nMF-0101,2026-13-20T08:00:00+01:00,in',
    );
    expect(await importFile(bad)).toEqual({ added: 0, 'already known': 0, refused: 2 });
    await page.locator('main').getByText('MF-0999').first().waitFor();
    const text = await page.locator('main').innerText();
    expect(text).toContain('The row names no site, and nobody has this badge');
    const waiting = page.waitForEvent('download');
    await page.getByRole('link', { name: 'Download them' }).click();
    const saved = readFileSync(await (await waiting).path(), 'utf8');
    expect(saved.split('\r\n').slice(0, 2)).toEqual([
      '"Person no","Punched at","Type","Line","Reason"',
      '"MF-0999","2026-10-20T08:00:00+01:00","in",2,"no-site"',
    ]);
  });

  it('asks for the order of day and month where both are possible, and imports nothing before it is said', async () => {
    const either = join(folder, 'either.csv');
    writeFileSync(either, 'Badge,Date,Clock time,Direction\nMF-0101,11/10/2026,08:00,in\n');
    await chooseFile(either);
    await page.getByText('These dates can be read in two ways').waitFor();
    expect(await page.getByRole('button', { name: 'Import these punches' }).isDisabled()).toBe(true);
    await page.getByLabel('day before month').check();
    expect(await page.getByRole('button', { name: 'Import these punches' }).isEnabled()).toBe(true);
  });

  it('refuses to hand off while punches are missing, and says how many', async () => {
    await page.getByRole('link', { name: 'Handoff' }).click();
    await page.getByText('11 cards have open exceptions').waitFor();
    expect(await page.getByRole('button', { name: 'Seal and hand off' }).isDisabled()).toBe(true);
  });

  it('settles a missing out with a typed time, showing the hours before and after, and undoes it with one key', async () => {
    await page.goto(`${url}/cards?show=to-settle`);
    await page.getByText('to settle').first().waitFor();
    await openCard('Matteo Okafor');
    const totals = page.getByLabel('Time card').locator('footer');
    const before = await totals.innerText();
    await page.keyboard.press('t');
    await page.keyboard.type('605');
    await page.getByText('Wed 28 Oct, 06:05').first().waitFor();
    const effect = page.getByLabel('Effect');
    await effect.getByText('Payable with 06:05').waitFor();
    const [from, to] = [...(await effect.innerText()).matchAll(/(\d+\.\d\d)/g)].map((m) => Number(m[1]));
    expect(to).toBeGreaterThan(from!);
    await page.keyboard.press('Enter');
    await page.getByText('added by Odile Ravn').waitFor();
    expect(await totals.innerText()).toContain(to!.toFixed(2));
    // The strip is asked for again once the correction is kept.
    await expect.poll(() => figure('to settle'), { timeout: 10_000 }).toBe('11');

    await page.keyboard.press('u');
    await page.getByText('Undone by Odile Ravn').waitFor();
    await page.getByRole('heading', { name: 'No out punch' }).waitFor();
    expect(await totals.innerText()).toBe(before);
  });

  it('tells the second of two people that the first was faster, and keeps what the second typed in sight', async () => {
    const other = await signedIn(browser, url, 'marek', 'heather-and-moss');
    // Else he may be told before he has typed that there is nothing left to settle.
    await other.route('**/api/tasks/live', (route) => route.abort());
    await other.goto(page.url());
    await other.getByRole('heading', { name: 'No out punch' }).waitFor();
    await page.keyboard.press('p');
    await page.getByText('added by Odile Ravn').last().waitFor();

    // The look at his time would tell him, too, if it came before he presses: it does not come.
    await other.route('**/preview', () => {});
    await other.keyboard.press('t');
    await other.keyboard.type('6:40');
    await other.keyboard.press('Enter');
    const told = other.getByRole('alert').filter({ hasText: 'Odile Ravn settled this already' });
    await told.waitFor();
    expect(await told.innerText()).toContain('with 06:00');
    expect(await told.innerText()).toContain('Your 06:40 was not saved');
    await other.context().close();
  });

  it('settles all that is left by keyboard alone, with at most three keys an exception', async () => {
    await page.goto(`${url}/exceptions`);
    const opened = page.getByRole('region', { name: 'Open exception' });
    const isOpenNow = () => opened.getByRole('button', { name: /^Accept/ }).waitFor();
    let keys = 0;
    const press = async (key: string) => {
      keys++;
      await page.keyboard.press(key);
    };
    await isOpenNow();
    const kinds = page.getByRole('navigation', { name: 'Kinds' }).getByRole('button');
    const all = async () =>
      (await kinds.allInnerTexts()).reduce((sum, text) => sum + Number(text.split('\n').at(-1)), 0);
    const [start] = [await all()];
    expect(start).toBeGreaterThan(20);
    for (let left = start; left > 0; left = await all()) {
      await isOpenNow();
      const isProposed = (await opened.getByRole('button', { name: /Enter$/ }).count()) > 0;
      await press(isProposed ? 'Enter' : 's');
      // Where nobody came, the rulebook asks why: what was accepted waits for it.
      if (await opened.getByPlaceholder(/the rulebook asks/).isVisible())
        for (const character of [...'rang', 'Enter']) await press(character);
      // One settled may settle others with it.
      await expect.poll(all).toBeLessThan(left);
    }
    await page.getByText('Nothing to settle').waitFor();
    expect(keys / start).toBeLessThanOrEqual(3);
    console.log(`${start} exceptions settled with ${keys} keys: ${(keys / start).toFixed(2)} each`);
    await expect.poll(() => figure('to settle'), { timeout: 10_000 }).toBe('0');
  });

  it('refuses to hand off while an hour has no pay code, and shows which', async () => {
    await page.getByRole('link', { name: 'Pay files' }).click();
    const rules = page.getByRole('list', { name: 'Rules' });
    await rules.getByRole('button', { name: /^Night/ }).click();
    await page.getByRole('button', { name: 'Take this rule away' }).click();
    await page
      .getByRole('region', { name: 'What would change' })
      .getByText('340 → catch-all')
      .first()
      .waitFor();
    await page.keyboard.press('Control+s');
    await page.getByText('The mapping is kept').waitFor();
    await page.getByRole('link', { name: 'Handoff' }).click();
    await page.getByText('have no pay code').waitFor();
    expect(await page.getByRole('button', { name: 'Seal and hand off' }).isDisabled()).toBe(true);
    await page.keyboard.press('Control+z');
    await page.getByText('Every hour has a pay code').waitFor();
  });

  it('finds what changed in a period that was paid: the difference is listed with its reason, carried over and approved', async () => {
    const late = join(folder, 'late.csv');
    // A Saturday of period 6 whose clock was out of order: five hours that nobody was paid.
    writeFileSync(
      late,
      'Person no,Punched at,Type\nMF-0107,2026-10-17T09:00:00+01:00,in\nMF-0107,2026-10-17T14:00:00+01:00,out',
    );
    expect(await importFile(late)).toEqual({ added: 2, 'already known': 0, refused: 0 });
    await page.getByRole('link', { name: 'Afterwards' }).click();
    const found = page.getByRole('main', { name: 'Difference' });
    await found.getByText('Punches came with late.csv').waitFor({ timeout: 20_000 });
    expect(await found.innerText()).toContain('+5.00 h payable');
    await page.keyboard.press('c');
    await page.getByText('Carried over: it waits for approval.').waitFor();
    await page.keyboard.press('a');
    await page.getByText('Approved: it goes out with the next handoff.').waitFor();
    await page.getByRole('link', { name: 'Handoff' }).click();
  });

  it('waits until every card is approved', async () => {
    await page.getByText('64 cards are not approved').waitFor();
    await page.getByRole('link', { name: 'approve' }).click();
    await page.getByTestId('people').waitFor();
    await page.keyboard.press('Shift+A');
    // Everybody with their hours before anything is approved.
    const look = page.getByRole('main', { name: 'Approve many' });
    // Not before it is known what is worth a look.
    await expect.poll(() => look.getByRole('button', { name: /^Approve 64/ }).isEnabled()).toBe(true);
    expect(await figure('approved')).not.toBe('64 / 64');
    await page.keyboard.press('Enter');
    await expect.poll(() => figure('approved'), { timeout: 10_000 }).toBe('64 / 64');
  });

  it('hands off, and every line of the file is what a plain calculation gets from the same punches', async () => {
    await page.getByRole('link', { name: 'Handoff' }).click();
    await page.getByText('Every card is approved').waitFor();
    await page
      .getByLabel(/^Why it goes all the same: 1 person unknown/)
      .fill('They get their number next week');
    await page.getByRole('button', { name: 'Seal and hand off' }).click();
    const { rows, trailer } = await downloadPayFile();
    file7 = rows.map(([person, , code, hours]) => [person, code, hours].join());
    // What corrects period 6 is named for its day, and is the five hours that nobody was paid.
    const isCorrecting = ([, date]: readonly string[]) => date === '17/10/2026';
    const correcting = rows.filter(isCorrecting);
    expect(correcting.map(([person]) => person)).toEqual(correcting.map(() => 'MF-0107'));
    expect(correcting.reduce((total, [, , , hours]) => total + Math.round(Number(hours) * 100), 0)).toBe(500);
    const sent = linesOf(rows.filter((row) => !isCorrecting(row)));
    const punches = await settledPunches(readPunches(csv));
    const leave = Object.entries(LEAVE).flatMap(([index, days]) =>
      days.map((day) => ({
        person: company[Number(index)]!.number,
        day: `2026-10-${19 + day}`,
        hours: 8,
      })),
    );
    const plain = plainLines(punches, agreementOf, '2026-10-19', '2026-11-01', leave);
    expect(Object.fromEntries([...sent].sort())).toEqual(Object.fromEntries([...plain].sort()));

    expect(trailer).toEqual(['TRAILER', String(rows.length), (sumOf(plain) / 100 + 5).toFixed(2), '64']);
    // Storm duty is paid from codes of its own.
    expect([...plain.keys()].some((key) => key.includes('|780|'))).toBe(true);
    // The night the clocks went back is among them, an hour longer than by the clock on the wall.
    const longNight = [...plain].filter(
      ([key]) => key.endsWith('2026-10-24') && agreementOf(key.split('|')[0]!) === 'night',
    );
    expect(longNight.some(([key, hours]) => key.includes('|110|') && hours === 800)).toBe(true);
    expect(longNight.some(([key]) => key.includes('|215|'))).toBe(true);
  });

  it('is delivered: accepted but for whom the pay system does not know, and then the rest', async () => {
    await page.getByText('The cards are sealed').waitFor();
    await page.keyboard.press('d');
    const refused = page.getByRole('region', { name: 'Refused lines' });
    await refused.getByText('Nobody has the number MF-0158.').first().waitFor({ timeout: 20_000 });
    await page.getByRole('region', { name: 'Take out' }).waitFor();
    expect(await violations(page)).toEqual([]);
    const intake = inject('payIntake');
    const known = await fetch(`${intake}/people`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ number: 'MF-0158' }),
    });
    expect(known.status).toBe(201);
    await page.getByRole('button', { name: /^Deliver the \d+ that are left/ }).waitFor();
    await page.keyboard.press('d');
    await page.getByRole('region', { name: 'Deliveries' }).getByText('the rest', { exact: false }).waitFor();
    await page.getByText('people · accepted', { exact: false }).waitFor({ timeout: 20_000 });
    // The pay system's own ledger is the witness: every line of the file once, and no other.
    const { entries } = (await (await fetch(`${intake}/ledger`)).json()) as {
      entries: { paid: { reference: string; person: string; code: string; hours: string }[] }[];
    };
    const paid = entries.flatMap((entry) => entry.paid);
    expect(new Set(paid.map(({ reference }) => reference)).size).toBe(paid.length);
    expect(paid.map(({ person, code, hours }) => [person, code, hours].join()).sort()).toEqual(file7.sort());
  });

  it('takes a correction after that as a difference: what was sent stays as it was', async () => {
    await openCardAnywhere('Matteo Okafor');
    await page.getByText('added by Odile Ravn').first().waitFor();
    await page.keyboard.press('u');
    await page.getByText('This card changed after it was handed off').waitFor();
    await page.getByRole('link', { name: 'Afterwards' }).first().click();
    await page
      .getByRole('navigation', { name: 'Differences' })
      .getByText('Matteo Okafor')
      .waitFor({ timeout: 20_000 });
  });
});

async function openCardAnywhere(person: string): Promise<void> {
  await page.goto(`${url}/cards`);
  await page.getByTestId('people').waitFor();
  await page.keyboard.press('Control+k');
  await page
    .getByRole('combobox', { name: 'Find a person, a day, a screen or something to do' })
    .fill(person);
  await page.keyboard.press('Enter');
  await cardOf(person).waitFor();
  // While it closes, keys are still its own.
  await page.getByRole('dialog').waitFor({ state: 'detached' });
}
