/**
 * A pay period from its punches to the accepted handoff, with random punches among those of the demo. What is said of the evidence for a missing
 * punch is held against what is drawn of it. Once all is settled, and once it is accepted, everybody looks at it, each at a width and in a theme
 * of their own; how it looks with its punches alone is seen in `every-role.test.ts`.
 */
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { instant, workday, zoneOffsets } from '@heath/core';
import { CURRENT_PERIOD, DEMO_USERS, people, punchFileLines, ZONE } from '@heath/demo';
import { startIntake } from '@heath/pay-intake';
import type { Browser, Page } from 'playwright-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { openBrowser, signedIn } from './browser.ts';
import { cutOffOn } from './cut-off.ts';
import { drawFrom, SEED } from './draw.ts';
import { freshDatabase, type RunningServer, setUp, startServer } from './server.ts';

/** Of these many people the punches are random. */
const RANDOM_PEOPLE = 4;
const LOOKS = [
  ['marek', 1024, 'dark'],
  ['maeve', 1280, 'dark'],
  ['sunniva', 1024, 'light'],
  ['conall', 1280, 'light'],
  ['gaspar', 1024, 'dark'],
] as const;

const folder = mkdtempSync(join(tmpdir(), 'heath-period-'));
const file = join(folder, 'clocks.csv');
let intake: Awaited<ReturnType<typeof startIntake>>;
let server: RunningServer;
let browser: Browser;
let odile: Page;
const others = new Map<string, Page>();

/** The file of the demo's clocks, with spells of a few people at any time of day: some without their in or out, some clocked twice. */
function clocks(): string {
  const { random, upTo } = drawFrom(SEED);
  const offsets = zoneOffsets(ZONE, instant(1_700_000_000), instant(1_900_000_000));
  const company = people(64);
  const drawn = company.slice(0, RANDOM_PEOPLE).map(({ number }) => number);
  const all = [...punchFileLines(company, CURRENT_PERIOD, workday(CURRENT_PERIOD + 13), offsets)];
  const others = all.filter((line) => !drawn.some((number) => line.startsWith(`${number},`)));
  for (const number of drawn)
    for (let day = 0; day < 14; day++) {
      if (random() < 0.3) continue;
      const start = (CURRENT_PERIOD + day) * 86_400 + upTo(1439) * 60;
      const end = start + (60 + upTo(660)) * 60;
      const told = (at: number, kind: string) =>
        `${number},${new Date(at * 1000).toISOString()},${kind},,Saltholm`;
      if (random() < 0.8) others.push(told(start, 'in'));
      if (random() < 0.1) others.push(told(start + 300, 'in'));
      if (random() < 0.8) others.push(told(end, 'out'));
    }
  return others.join('\r\n');
}

async function comes(username: string): Promise<Page> {
  const user = DEMO_USERS.find((one) => one.username === username);
  if (user === undefined) throw new Error(`Nobody is called ${username}.`);
  return signedIn(browser, server.url, username, user.password);
}

beforeAll(async () => {
  writeFileSync(file, clocks());
  const url = await freshDatabase('heath_period_in_every_role');
  setUp(url, '--first-period', '2026-10-05', '--last-punches', '2026-10-18');
  intake = await startIntake({ ledgerFile: join(folder, 'ledger.jsonl') });
  await fetch(`${intake.url}/people`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ number: 'MF-0158' }),
  });
  server = await startServer(url, { HEATH_PAY_INTAKE: intake.url });
  browser = await openBrowser();
  odile = await comes('odile');
  for (const [username, width, theme] of LOOKS) {
    const page = await comes(username);
    await page.setViewportSize({ width, height: 800 });
    await page.emulateMedia({ colorScheme: theme });
    others.set(username, page);
  }
});
afterAll(async () => {
  await browser.close();
  await server.end();
  await intake.close();
  rmSync(folder, { recursive: true, force: true });
});

/** Texts cut off on some screens, by the user who sees them. */
async function seenByOthers(...screens: readonly string[]): Promise<Record<string, readonly string[]>> {
  const found: Record<string, readonly string[]> = {};
  for (const [username, page] of others) {
    const cut = await cutOffOn(page, server.url, screens);
    if (cut.length > 0) found[username] = cut;
  }
  return found;
}

/** Labels of the marks drawn for the open exception, its first sentence and its title. */
interface Opened {
  readonly said: string;
  readonly drawn: readonly string[];
  readonly title: string;
}
const opened = (page: Page): Promise<Opened> =>
  page.getByRole('region', { name: 'Open exception' }).evaluate((region) => ({
    said: region.querySelector('p')?.textContent ?? '',
    title: region.querySelector('header')?.textContent ?? '',
    drawn: [...region.querySelectorAll('[role="img"]')].map((mark) => mark.getAttribute('aria-label') ?? ''),
  }));

/** Sentences of an exception that contradict its lanes. */
function contradictions({ said, drawn, title }: Opened): string[] {
  const planned = drawn.filter((one) => one.startsWith('Planned '));
  const usual = drawn.filter((one) => one.startsWith('A week or more before'));
  const crew = drawn.filter((one) => /^\p{Lu}[\p{L}' -]+, \d\d:\d\d to \d\d:\d\d$/u.test(one));
  const isOut = /nothing after/.test(title);
  const count = (pattern: RegExp) =>
    [...said.matchAll(pattern)].reduce((sum, [, digits]) => sum + Number(digits), 0);
  const ends = (marks: readonly string[]) =>
    marks.map((one) => /(\d\d:\d\d) to (\d\d:\d\d)$/.exec(one)?.[isOut ? 2 : 1]);
  const isNone = said.includes('It needs a time');
  const claims: readonly (readonly [string, boolean])[] = [
    ['nothing is planned', !/othing is planned/.test(said) || planned.length === 0],
    ['nobody worked beside', !/obody worked beside/.test(said) || crew.length === 0],
    ['nothing is usual', !/othing is usual/.test(said) || usual.length === 0],
    ['as many of the crew as are drawn', !isNone || count(/(\d+) of the crew/g) === crew.length],
    ['as many usual times as are drawn', !isNone || count(/(\d+) usual/g) === usual.length],
    [
      'each planned time that is told is drawn',
      [...said.matchAll(/(\d\d:\d\d) planned/g)].every(([, time]) => ends(planned).includes(time)),
    ],
    ['a crew that tells a time is drawn', !/\d\d:\d\d the crew/.test(said) || crew.length > 0],
  ];
  return claims.flatMap(([claim, holds]) =>
    holds ? [] : [`${title}: ${said} (${claim}; ${drawn.join(' | ')})`],
  );
}

/** Walks what is to settle of a kind and gathers the contradictions; says how many it looked at. */
async function walkEvidence(page: Page, kind: string): Promise<{ looked: number; found: string[] }> {
  await page.goto(`${server.url}/exceptions?kind=${kind}`);
  const region = page.getByRole('region', { name: 'Open exception' });
  const found: string[] = [];
  const seen = new Set<string>();
  for (;;) {
    // Until the evidence is known, nothing is said of it.
    await region.locator('p').first().waitFor();
    const one = await opened(page);
    if (seen.has(one.title)) return { looked: seen.size, found };
    seen.add(one.title);
    found.push(...contradictions(one));
    await page.keyboard.press('j');
    await expect.poll(async () => (await opened(page)).title).not.toBe('');
    await page.waitForTimeout(150);
  }
}

describe('a pay period', () => {
  it('begins with its punches', async () => {
    await odile.getByRole('link', { name: 'Punches' }).click();
    const chooser = odile.waitForEvent('filechooser');
    await odile.getByRole('button', { name: 'Import a file' }).click();
    await (await chooser).setFiles(file);
    await odile.getByRole('button', { name: 'Import these punches' }).click();
    await odile.getByLabel('Result').waitFor();
    expect(await odile.getByLabel('Result').innerText()).toMatch(/\b0\s+refused/);
  });

  it.each(['missing-out', 'missing-in'])(
    'has exceptions of %s of which nothing is said that the lanes contradict',
    async (kind) => {
      const { looked, found } = await walkEvidence(odile, kind);
      expect(found).toEqual([]);
      expect(looked).toBeGreaterThan(5);
    },
  );

  it('is settled by keys, exception by exception, and looks settled to everybody', async () => {
    await odile.goto(`${server.url}/exceptions`);
    const region = odile.getByRole('region', { name: 'Open exception' });
    const kinds = odile.getByRole('navigation', { name: 'Kinds' }).getByRole('button');
    const nothing = odile.getByText('Nothing to settle');
    /** Title of the open exception and the counts of all kinds; empty where nothing is left. Settling one may bring another. */
    const now = async () =>
      (await nothing.isVisible()) ? '' : (await opened(odile)).title + (await kinds.allInnerTexts()).join();
    await region.getByRole('button', { name: /^Accept/ }).waitFor();
    let lost = 0;
    for (let open = await now(); open !== '' && lost < 5; open = await now()) {
      await region.getByRole('button', { name: /^Accept/ }).waitFor();
      const isProposed = (await region.getByRole('button', { name: /Enter$/ }).count()) > 0;
      await odile.keyboard.press(isProposed ? 'Enter' : 's');
      if (await region.getByPlaceholder(/the rulebook asks/).isVisible()) {
        await odile.keyboard.type('rang');
        await odile.keyboard.press('Enter');
      }
      // On a machine that is busy, a key may come before what it takes is there: then it is begun anew.
      const isDone = async () => (await now()) !== open;
      for (let i = 0; i < 30 && !(await isDone()); i++) await odile.waitForTimeout(100);
      if (await isDone()) continue;
      lost++;
      await odile.reload();
    }
    expect(lost).toBeLessThan(5);
    await nothing.waitFor();
    expect(await seenByOthers('/desk', '/exceptions', '/cards')).toEqual({});
  });

  it('is approved, sealed, delivered and accepted, and everybody sees that', async () => {
    await odile.goto(`${server.url}/cards`);
    await odile.getByTestId('people').waitFor();
    await odile.keyboard.press('Shift+A');
    const approve = odile
      .getByRole('main', { name: 'Approve many' })
      .getByRole('button', { name: /^Approve \d/ });
    await expect.poll(() => approve.isEnabled()).toBe(true);
    await odile.keyboard.press('Enter');
    await odile.getByText('64 / 64').first().waitFor();
    await odile.getByRole('link', { name: 'Handoff' }).click();
    await odile.getByText('Every card is approved').waitFor();
    for (const reason of await odile.getByLabel(/^Why it goes all the same/).all())
      await reason.fill('Agreed');
    await odile.getByRole('button', { name: 'Seal and hand off' }).click();
    await odile.getByText('The cards are sealed').waitFor();
    await odile.keyboard.press('d');
    await odile.getByText('people · accepted', { exact: false }).waitFor();
    expect(await seenByOthers('/desk', '/cards', '/handoff', '/afterwards')).toEqual({});
  });
});
