import type { Browser, Page } from 'playwright-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { violations } from './axe.ts';
import { openBrowser, signedIn } from './browser.ts';
import { freshDatabase, type RunningServer, setUp, startServer } from './server.ts';

let server: RunningServer;
let browser: Browser;
let odile: Page;
let piotr: Page;
beforeAll(async () => {
  const url = await freshDatabase('heath_questions');
  setUp(url, '--first-period', '2026-10-19');
  server = await startServer(url);
  browser = await openBrowser();
  odile = await signedIn(browser, server.url, 'odile', 'gorse-in-bloom');
  piotr = await signedIn(browser, server.url, 'piotr', 'lichen-on-granite');
});
afterAll(async () => {
  await browser.close();
  await server.end();
});

const questions = (page: Page) => page.getByRole('region', { name: 'Questions' });

describe('somebody is asked', () => {
  it('and of the demo two were: one waits for the supervisor on his desk, one is answered', async () => {
    await piotr.goto(`${server.url}/desk`);
    await piotr.getByRole('heading', { name: 'Asked of you' }).waitFor();
    await questions(piotr).getByText('asked 2 days ago').waitFor();
    expect(await questions(piotr).getByRole('listitem').count()).toBe(1);
    expect(await violations(piotr)).toEqual([]);
    await odile.goto(`${server.url}/exceptions?kind=missing-out`);
    await odile.getByText('answered ·').waitFor();
    await odile.getByText('asked 2 days ago ·').waitFor();
  });

  it('he answers, and whoever asked reads it with the exception and on the card', async () => {
    const text = 'I did, a little after nine.';
    await questions(piotr).getByLabel('The answer').fill(text);
    await questions(piotr).getByRole('button', { name: 'Answer' }).click();
    await expect.poll(() => questions(piotr).count()).toBe(0);
    await odile.reload();
    await odile
      .getByRole('button', { name: /answered ·/ })
      .last()
      .click();
    await odile.getByText(text).waitFor();
    await odile.goto(`${server.url}/desk`);
    await odile.getByRole('heading', { name: /happened last|Since you were here/ }).waitFor();
    await odile.getByText('Piotr Hale answered').waitFor();
  });

  it('by one key, with what was typed still there after a reload; reminded, and told when the phone rang', async () => {
    await odile.goto(`${server.url}/exceptions?kind=missing-out`);
    const thread = odile.getByTestId('questions');
    await thread.waitFor();
    await odile.keyboard.press('q');
    const field = odile.getByLabel('What is asked');
    await field.fill('Who relieved you?');
    await odile.reload();
    await thread.waitFor();
    await odile.keyboard.press('q');
    expect(await field.inputValue()).toBe('Who relieved you?');
    await field.press('Enter');
    await thread.getByText('asked today').waitFor();
    await thread.getByRole('button', { name: 'Remind' }).click();
    await thread.getByText('reminded today').waitFor();
    await thread.getByRole('button', { name: 'Note the answer' }).click();
    await thread.getByLabel('The answer').fill('Nobody did.');
    await thread.getByLabel('The answer').press('Enter');
    await thread.getByText('“Nobody did.”').waitFor();
    expect(await violations(odile)).toEqual([]);
  });
});
