import type { Browser, Locator, Page } from 'playwright-core';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { violations } from './axe.ts';
import { openBrowser, signedIn } from './browser.ts';
import { freshDatabase, type RunningServer, setUp, startServer } from './server.ts';

let server: RunningServer;
let browser: Browser;
let page: Page;
beforeAll(async () => {
  const url = await freshDatabase('heath_by_hand');
  setUp(url, '--first-period', '2026-10-19');
  server = await startServer(url);
  browser = await openBrowser();
  page = await signedIn(browser, server.url, 'odile', 'gorse-in-bloom');
});
afterAll(async () => {
  await browser.close();
  await server.end();
});

/** The core beside the screen is fetched when it is first needed. */
const soon = <T>(what: () => T) => expect.poll(what, { timeout: 10_000 });

const DAY = '2026-10-27';
const row = (): Locator => page.locator('main[aria-label="Time card"] [aria-current="date"]');
const effect = () => page.getByTestId('effect');
const total = () => row().getByRole('button').last().innerText();
/** What the open day pays, as its ribbon says it. */
const sentence = () => row().getByRole('img').first().getAttribute('aria-label');
const punch = (says: string) => row().locator(`[data-says^="${says}"]`).first();

beforeEach(async () => {
  await page.evaluate(() => sessionStorage.clear());
  await page.goto(`${server.url}/cards?day=${DAY}`);
  await row().locator('[data-says^="Out"]').first().waitFor();
  await tools();
});

/** Whoever stays at a card for a moment has the tools for the hand there, with their keys. */
const tools = () => page.getByRole('button', { name: /^Split/ }).waitFor();

/** Where an element's middle lies. */
async function middleOf(locator: Locator): Promise<{ x: number; y: number }> {
  const box = await locator.boundingBox();
  if (box === null) throw new Error('It is not drawn.');
  return { x: box.x + box.width / 2, y: box.y + box.height / 2 };
}
/** How many pixels an hour is on the open ribbon: what lies between two hours of the axis. */
async function hourPixels(): Promise<number> {
  const axis = page.locator('main[aria-label="Time card"] .text-tick span');
  const [first, second] = [await middleOf(axis.nth(0)), await middleOf(axis.nth(1))];
  return (second.x - first.x) / 2;
}
const keep = async (how = () => page.keyboard.press('Enter')) => {
  const kept = page.waitForResponse(
    (response) => response.url().endsWith('/corrections') && response.request().method() === 'POST',
  );
  await how();
  expect((await kept).ok()).toBe(true);
  await soon(() => effect().count()).toBe(0);
};
const keepByMouse = () => keep(() => page.getByRole('button', { name: /^Keep/ }).click());
const undo = async (before: string) => {
  await page.keyboard.press('Control+z');
  await soon(total).toBe(before);
};

describe('by the mouse', () => {
  it('a punch is dragged: payable before and after is said on the way, kept with Enter, undone with Ctrl Z', async () => {
    const before = await total();
    const from = await middleOf(punch('Out'));
    const hour = await hourPixels();
    await page.mouse.move(from.x, from.y);
    await page.mouse.down();
    await page.mouse.move(from.x - hour, from.y, { steps: 8 });
    // Nothing is let go yet, and nothing is kept.
    await soon(() => effect().innerText()).toMatch(/Tue 27 Oct\s+[\d.]+ → [\d.]+/);
    expect(await effect().innerText()).toContain('Payable in the period');
    await page.mouse.up();
    const said = /Tue 27 Oct\s+([\d.]+) → ([\d.]+)/.exec(await effect().innerText());
    expect(said?.[1]).toBe(before.split('\n')[0]);
    // Below the card and its week stands what the picture shows, not what is kept so far.
    const [, , periodAfter] =
      /Payable in the period\s+([\d.]+) → ([\d.]+)/.exec(await effect().innerText()) ?? [];
    const totals = page.getByRole('main', { name: 'Time card' }).locator('footer');
    expect(periodAfter).toMatch(/\d/);
    expect((await totals.innerText()).split('\n').at(-2)).toBe(periodAfter);
    await keep();
    expect((await totals.innerText()).split('\n').at(-2)).toBe(periodAfter);
    await soon(async () => (await total()).split('\n')[0]).toBe(said?.[2]);
    expect(await row().locator('.correction-wedge').count()).toBeGreaterThan(0);
    await undo(before);
  });

  it('a punch that was added is dragged like one that was clocked: it gives its place to another', async () => {
    const before = await total();
    const outs = () => row().locator('[data-says^="Out"]').count();
    const hour = await hourPixels();
    await page.keyboard.press('i');
    await page.getByLabel('Time', { exact: true }).fill('20:00');
    await soon(() => effect().innerText()).toMatch(/→|Nothing/);
    await page.keyboard.press('Escape');
    await keep(() => page.keyboard.press('Enter'));
    const added = row().locator('[data-says^="Out 20:00"]');
    await added.first().waitFor();
    const many = await outs();
    const at = await middleOf(added.first());
    await page.mouse.move(at.x, at.y);
    await page.mouse.down();
    await page.mouse.move(at.x - hour / 2, at.y, { steps: 6 });
    await page.mouse.up();
    await keep();
    await soon(() => row().locator('[data-says^="Out 19:"]').count()).toBe(1);
    expect([await added.count(), await outs()]).toEqual([0, many]);
    await page.getByText('instead of one added before').first().waitFor();
    await page.keyboard.press('Control+z');
    await added.first().waitFor();
    await undo(before);
  });

  it('with Alt a punch goes to the second; Esc leaves all as it is', async () => {
    const before = await total();
    const from = await middleOf(punch('Out'));
    await page.keyboard.down('Alt');
    await page.mouse.move(from.x, from.y);
    await page.mouse.down();
    await page.mouse.move(from.x - 31, from.y, { steps: 4 });
    await page.mouse.up();
    await page.keyboard.up('Alt');
    const time = page.getByLabel('Time', { exact: true });
    await soon(() => time.inputValue()).toMatch(/^\d\d:\d\d(:\d\d)?$/);
    await time.press('Escape');
    await page.keyboard.press('Escape');
    await soon(() => effect().count()).toBe(0);
    expect(await total()).toBe(before);
  });

  it('a spell is split where it is clicked, and the rest given to another job', async () => {
    await page.keyboard.press('x');
    const spell = await middleOf(row().locator('[data-says^="Clocked"]').last());
    await page.mouse.click(spell.x, spell.y + 8);
    await page.getByRole('combobox', { name: 'Job' }).click();
    await page.getByRole('option', { name: 'Storm duty' }).click();
    await soon(() => effect().innerText()).not.toContain('changes nothing');
    const spells = await row().locator('[data-says^="Clocked"]').count();
    await keepByMouse();
    // What was shown before it was kept is what there is now.
    expect(await row().locator('[data-says^="Clocked"]').count()).toBe(spells);
    await page.keyboard.press('Control+z');
    await soon(() => row().locator('[data-says^="Clocked"]').count()).toBe(spells - 1);
  });

  it('a meal is drawn, and takes off what it covers', async () => {
    const before = await total();
    await page.keyboard.press('m');
    const spell = await middleOf(row().locator('[data-says^="Clocked"]').last());
    const hour = await hourPixels();
    await page.mouse.move(spell.x, spell.y + 8);
    await page.mouse.down();
    await page.mouse.move(spell.x + hour / 2, spell.y + 8, { steps: 6 });
    await page.mouse.up();
    await soon(() => effect().innerText()).toMatch(/Tue 27 Oct\s+[\d.]+ → [\d.]+/);
    const said = /Tue 27 Oct\s+([\d.]+) → ([\d.]+)/.exec(await effect().innerText());
    expect(Number(said?.[1]) - Number(said?.[2])).toBeCloseTo(0.5, 1);
    await keep();
    await undo(before);
  });

  it('a job is painted over a stretch', async () => {
    await page.keyboard.press('b');
    const spell = await middleOf(row().locator('[data-says^="Clocked"]').last());
    const hour = await hourPixels();
    await page.mouse.move(spell.x - hour / 2, spell.y + 8);
    await page.mouse.down();
    await page.mouse.move(spell.x + hour / 2, spell.y + 8, { steps: 6 });
    await page.mouse.up();
    await page.getByRole('combobox', { name: 'Job' }).click();
    await page.getByRole('option', { name: 'Storm duty' }).click();
    await keepByMouse();
    await soon(() => row().locator('[data-says^="Ordinary"]').count()).toBeGreaterThan(1);
    await page.keyboard.press('Control+z');
  });

  it('a shift is dragged to another workday', async () => {
    const before = await total();
    const spell = await middleOf(row().locator('[data-says^="Clocked"]').last());
    const other = await middleOf(page.locator('main[aria-label="Time card"] [data-workday]').nth(9));
    await page.mouse.move(spell.x, spell.y);
    await page.mouse.down();
    await page.mouse.move(spell.x, other.y, { steps: 6 });
    await page.mouse.up();
    await page.getByRole('combobox', { name: 'Workday' }).waitFor();
    await soon(() => effect().innerText()).toContain('Wed 28 Oct');
    await keep();
    await soon(total).not.toBe(before);
    await undo(before);
  });
});

describe('by the keyboard', () => {
  it('E takes the next punch, a time is typed, and says what is wrong with it', async () => {
    const before = await total();
    await page.keyboard.press('e');
    const time = page.getByLabel('Time', { exact: true });
    await time.waitFor();
    await time.fill('25:99');
    await page.getByText('A time like 6:05, 1405 or 5p').waitFor();
    await time.fill('10:30');
    await soon(() => effect().innerText()).toContain('An in comes before its out');
    expect(await page.getByRole('button', { name: 'Keep' }).isDisabled()).toBe(true);
    expect(await violations(page)).toEqual([]);
    await time.fill('5:40');
    await soon(() => page.getByRole('button', { name: 'Keep' }).isEnabled()).toBe(true);
    // It is there again after a reload.
    await page.reload();
    await soon(() => time.inputValue()).toBe('05:40');
    await keep();
    await undo(before);
  });

  it('asks which of two equal times is meant on the night that the clocks go back', async () => {
    // Somebody of Night Berth who worked through that night.
    await page.goto(`${server.url}/day?day=2026-10-24`);
    const night = page.getByRole('button', { name: /Berth maint/ }).first();
    await night.click();
    await page.getByRole('button', { name: /Open the card/ }).click();
    await row().locator('[data-says^="Out"]').first().waitFor();
    const chips = page
      .getByRole('region', { name: 'Correct by hand' })
      .getByRole('button', { name: /^Out / });
    await chips.last().click();
    await page.getByLabel('Time', { exact: true }).fill('1:30');
    await page.getByText('twice that night').first().waitFor();
    const first = await effect().innerText();
    await page.getByRole('button', { name: /Take the (first|second)/ }).click();
    await soon(() => effect().innerText()).not.toBe(first);
    await page.getByText('Leave it').click();
  });

  it('the panel offers what else a punch, a stretch and a meal can be, each with what it changes', async () => {
    const choose = async (label: string, name: string) => {
      await page.getByRole('combobox', { name: label }).click();
      await page.getByRole('option', { name, exact: true }).click();
    };
    const changes = () => soon(() => effect().innerText()).toMatch(/[\d.]+ → [\d.]+/);
    const leave = async () => {
      await page.keyboard.press('Escape');
      await soon(() => effect().count()).toBe(0);
    };
    const before = await total();
    await page.keyboard.press('b');
    for (const name of ['Paid double', 'Not worked', 'Paid time and a half']) {
      await choose('What the stretch is', name);
      await page.getByRole('combobox', { name: 'What the stretch is' }).filter({ hasText: name }).waitFor();
      await changes();
    }
    await keepByMouse();
    await soon(() => sentence()).toContain('Time and a half');
    await undo(before);
    await page.keyboard.press('e');
    await page.getByLabel('Time', { exact: true }).press('Escape');
    await choose('Counts as', 'Meal out');
    await page.getByRole('heading', { name: 'The punch counts as' }).waitFor();
    await soon(() => effect().innerText()).not.toBe('');
    expect(await violations(page)).toEqual([]);
    await leave();
    await page.keyboard.press('m');
    await page.getByRole('button', { name: /^Pay \d\d:\d\d to \d\d:\d\d instead/ }).click();
    await page.getByRole('heading', { name: 'The meal is paid' }).waitFor();
    await changes();
    await page.getByLabel('Time', { exact: true }).press('Escape');
    await leave();
  });

  it('what computes beside the screen is started anew where it does not answer', async () => {
    const other = await page.context().newPage();
    // The first worker hears nothing.
    await other.addInitScript(() => {
      const Real = window.Worker;
      let workers = 0;
      window.Worker = class extends Real {
        private readonly isDeaf = workers++ === 0;
        override postMessage(...message: [unknown]) {
          if (!this.isDeaf) super.postMessage(...message);
        }
      };
    });
    await other.goto(`${server.url}/cards?day=${DAY}`);
    await other.getByRole('button', { name: /^Split/ }).waitFor();
    await other.keyboard.press('m');
    const told = other.getByTestId('effect');
    await told.waitFor({ state: 'attached' });
    expect(await told.innerText()).toBe('');
    await other.waitForTimeout(5500);
    await other.getByLabel('To', { exact: true }).fill('12:00');
    await soon(() => told.innerText()).toContain('→');
    await other.close();
  });

  it('a key that is pressed before its tool is there is heard all the same', async () => {
    const next = async (key: string) => {
      const name = await page.getByRole('heading', { level: 1 }).innerText();
      await page.keyboard.press('j');
      // The card is there, and its tools are not yet.
      await page.waitForFunction(
        (before) =>
          document.querySelector('h1')?.textContent !== before &&
          document.querySelector('[aria-label="Correct by hand"]') !== null,
        name,
      );
      await page.keyboard.press(key);
    };
    await next('e');
    await page.getByRole('heading', { name: 'Take the punch to' }).waitFor();
    await page.keyboard.press('Escape');
    await page.keyboard.press('Escape');
    await next('h');
    await page.getByRole('heading', { name: 'Hours without punches' }).waitFor();
  });

  it('G takes rows of a spreadsheet for one card, a day a line, and shows what each would change', async () => {
    // The two weekends are free.
    await page.keyboard.press('g');
    await page.getByLabel('Lines of time').fill('Sat 24 Oct\t8:00\t12:00\n1 Nov\t22\t6\n3 Nov\t8\t9');
    await page.getByText('Line 3: 3 Nov is no day of this period').waitFor();
    await page.getByLabel('Lines of time').fill('Sat 24 Oct\t8:00\t12:00\n1 Nov\t22\t6');
    await page.getByRole('button', { name: 'Show what changes for 2' }).click();
    await page.getByText('08:00 to 12:00').waitFor();
    await page.getByText(/Payable \+|in all/).waitFor();
    expect(await violations(page)).toEqual([]);
    await page.keyboard.press('Enter');
    await page.getByText(/Added time, .*: 4/).waitFor();
    await page.locator('[data-says^="In 08:00"]').first().waitFor();
    const many = await page.locator('main[aria-label="Time card"] [data-says^="Clocked"]').count();
    await page.keyboard.press('Control+z');
    await soon(() => page.locator('main[aria-label="Time card"] [data-says^="Clocked"]').count()).toBe(
      many - 2,
    );
  });

  it('hours without punches are added with a name, and are on the ribbon', async () => {
    const before = await total();
    await page.keyboard.press('h');
    await page.getByRole('textbox', { name: 'Hours' }).fill('1:30');
    await page.getByLabel('Name, as it stands on the pay line').fill('Storm pay');
    await soon(() => effect().innerText()).toMatch(/Tue 27 Oct/);
    await page.getByLabel('Name, as it stands on the pay line').blur();
    await keep();
    await soon(sentence).toContain('Storm pay');
    await undo(before);
  });

  it('before it is kept, it says that an approval would be withdrawn', async () => {
    await page.goto(`${server.url}/cards?show=to-approve&day=${DAY}`);
    await row().waitFor();
    await page.keyboard.press('a');
    await page
      .getByText(/Approved by/)
      .first()
      .waitFor();
    await tools();
    await page.keyboard.press('h');
    await page.getByText('a correction withdraws that').waitFor();
    await page.keyboard.press('Escape');
  });
});

describe('by a finger, on a phone', () => {
  it('the day is walked, a punch is dragged and kept, the day approved; nothing is wider than the phone', async () => {
    const context = await browser.newContext({
      viewport: { width: 390, height: 800 },
      hasTouch: true,
      isMobile: true,
      storageState: await page.context().storageState(),
    });
    const phone = await context.newPage();
    phone.setDefaultTimeout(20_000);
    await phone.goto(`${server.url}/day?day=${DAY}`);
    const row = () => phone.getByTestId('day').locator('.picked-day');
    await row().locator('[data-says^="Out"]').first().waitFor();
    expect(await phone.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
    expect(await violations(phone)).toEqual([]);

    const name = phone.getByTestId('day').getByRole('button', { name: /Farida Jansma/ });
    await name.tap();
    await expect.poll(() => row().getByRole('button').first().innerText()).toContain('Farida Jansma');
    await row().locator('[data-says^="Out"]').first().waitFor();
    await phone.getByRole('button', { name: /^Split/ }).waitFor({ state: 'attached' });
    const before = (await row().innerText()).match(/\d+\.\d\d/)?.[0];

    // A finger takes hold of a punch from some way off, and draws instead of scrolling.
    const from = await middleOf(row().locator('[data-says^="Out"]').last());
    const touch = await context.newCDPSession(phone);
    const at = (x: number, y: number) => [{ x, y, id: 1 }];
    const send = (type: string, touchPoints: object[]) =>
      touch.send('Input.dispatchTouchEvent', { type, touchPoints } as never);
    await send('touchStart', at(from.x + 6, from.y + 4));
    for (let step = 1; step <= 8; step++) await send('touchMove', at(from.x + 6 - 5 * step, from.y + 4));
    await expect.poll(() => phone.getByTestId('effect').innerText(), { timeout: 10_000 }).toContain('→');
    await send('touchEnd', []);
    // What comes within moments of a touch is a double tap to the browser.
    await phone.waitForTimeout(400);
    await phone.getByRole('button', { name: /^Keep/ }).tap();
    await expect.poll(() => phone.getByTestId('effect').count(), { timeout: 10_000 }).toBe(0);
    await expect
      .poll(async () => (await row().innerText()).match(/\d+\.\d\d/)?.[0], { timeout: 10_000 })
      .not.toBe(before);
    await phone.getByRole('button', { name: /^Undo/ }).first().tap();
    await expect
      .poll(async () => (await row().innerText()).match(/\d+\.\d\d/)?.[0], { timeout: 10_000 })
      .toBe(before);

    await phone.getByRole('button', { name: /Approve this day/ }).tap();
    await phone.getByText(/Approved Farida Jansma/).waitFor();
    await context.close();
  });
});

describe('the day', () => {
  it('is approved by the list, for all that match, by one key; taken back by another', async () => {
    await page.goto(`${server.url}/day?day=${DAY}`);
    const approve = page.getByRole('button', { name: /Approve \d+ that match/ });
    await approve.waitFor();
    const count = Number(/\d+/.exec(await approve.innerText())?.[0]);
    expect(count).toBeGreaterThan(20);
    await page.keyboard.press('Shift+A');
    await page.getByText(new RegExp(`Approved ${count} people`)).waitFor();
    await soon(() => approve.innerText()).toContain('Approve 0 that match');
    await page.keyboard.press('Control+z');
    await soon(() => approve.innerText()).toContain(`Approve ${count} that match`);
  });

  it('is walked by arrows from day to day and by J from person to person, which stand in the address', async () => {
    await page.goto(`${server.url}/day?day=${DAY}`);
    await page.getByRole('heading', { name: 'Tuesday 27 October' }).waitFor();
    await page.keyboard.press('ArrowLeft');
    await page.getByRole('heading', { name: 'Monday 26 October' }).waitFor();
    expect(page.url()).toContain('day=2026-10-26');
    await page.keyboard.press('j');
    await soon(() => page.url()).toContain('person=');
    await page.goBack();
    await page.goBack();
    await page.getByRole('heading', { name: 'Tuesday 27 October' }).waitFor();
  });

  it('has every ribbon in sight once somebody who flew through it stops', async () => {
    await page.goto(`${server.url}/day?day=${DAY}`);
    const list = page.getByTestId('day');
    await list.getByRole('img').first().waitFor();
    /** Whoever is in sight, and how many of them have their ribbon. */
    const seen = () =>
      list.evaluate((scroller) => {
        const { top, bottom } = scroller.getBoundingClientRect();
        const rows = [...scroller.querySelectorAll('button[aria-current]')].filter((row) => {
          const place = row.getBoundingClientRect();
          return place.top >= top && place.bottom <= bottom;
        });
        const drawn = rows.filter((row) => row.parentElement?.querySelector('[role="img"]') != null);
        return { names: rows.map((row) => row.textContent), rows: rows.length, drawn: drawn.length };
      });
    const first = await seen();
    await list.evaluate(async (scroller) => {
      for (let i = 1; i <= 5; i++) {
        scroller.scrollTop = (i * scroller.scrollHeight) / 5;
        await new Promise(requestAnimationFrame);
      }
    });
    await soon(async () => {
      const { rows, drawn } = await seen();
      return rows > 5 && rows === drawn;
    }).toBe(true);
    expect((await seen()).names).not.toContain(first.names[0]);
  });

  it('takes time for several people from pasted rows, shows what each would then have, and is undone as one', async () => {
    await page.goto(`${server.url}/day?day=2026-10-31&show=off`);
    await page.getByRole('heading', { name: 'Saturday 31 October' }).waitFor();
    await page.keyboard.press('g');
    await page.getByLabel('In, of all').fill('8:00');
    await page.getByLabel('Out, of all').fill('12:00');
    await page.getByRole('button', { name: /Put in all \d+/ }).click();
    const lines = page.getByLabel('Lines of time');
    const numbers = (await lines.inputValue()).split('\n').slice(0, 5);
    await lines.fill(`${numbers.join('\n')}\nnobody of this name\t8\t9`);
    await page.getByText('Line 6: Nobody here is called nobody of this name').waitFor();
    await lines.fill(numbers.join('\n'));
    await page.getByRole('button', { name: 'Show what changes for 5' }).click();
    await page.getByText(/Payable \+20\.00|in all/).waitFor();
    expect(await violations(page)).toEqual([]);
    await page.keyboard.press('Enter');
    await page.getByText(/Added time, Saturday 31 October: 10/).waitFor();
    await page.getByRole('button', { name: /Nothing planned, worked/ }).waitFor();
    await page.keyboard.press('Control+z');
    await soon(() => page.getByRole('button', { name: /Nothing planned, worked/ }).count()).toBe(0);
  });
});
