/** Takes the pictures of docs/screenshots from a running demo: npm run pictures, with HEATH_URL where it is not the default. */
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { chromium } from 'playwright-core';
import { CHROMIUM } from '../lib/install.mjs';
import { root } from '../lib/paths.mjs';

const base = process.env.HEATH_URL ?? 'http://localhost:4870';
const folder = process.env.HEATH_PICTURES ?? join(root, 'docs', 'screenshots');

const PICTURES = [
  { name: 'time-card', path: '/cards?group=3&person=52&day=2026-10-24', ready: 'text=Why' },
  {
    name: 'settle',
    path: '/cards?group=3&person=50&show=to-settle&day=2026-10-27',
    ready: 'text=Payable with',
  },
  { name: 'exceptions', path: '/exceptions', ready: 'text=Then payable' },
  { name: 'desk', path: '/desk', ready: 'text=in the last period' },
  { name: 'day', path: '/day?day=2026-10-27', ready: 'text=that match' },
  {
    name: 'by-hand',
    path: '/cards?day=2026-10-27',
    ready: '[aria-label="Correct by hand"] button',
    press: 'm',
  },
  { name: 'odd-days', path: '/odd-days?what=longer&hours=10', ready: 'text=days in' },
  { name: 'punches', path: '/punches/7', ready: 'text=already known' },
  { name: 'mapping', path: '/pay-files', ready: 'text=Empty. What no rule' },
  { name: 'layout', path: '/pay-files?show=layout-1', ready: 'text=TRAILER' },
  { name: 'handoff', path: '/handoff', ready: 'text=Every hour has a pay code' },
  { name: 'afterwards', path: '/afterwards', ready: 'text=Everything ever sent' },
  { name: 'reports', path: '/reports?show=comparison', ready: 'text=What explains it' },
  { name: 'periods', path: '/pay-files?show=periods', ready: 'text=people are paid' },
];

mkdirSync(folder, { recursive: true });
const browser = await chromium.launch({
  executablePath: CHROMIUM.program,
  args: [
    '--no-sandbox',
    '--disable-gpu',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
    '--no-first-run',
  ],
});
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
await page.goto(`${base}/sign-in`);
await page.getByLabel('User name').waitFor();
await page.getByText('This is the demo').waitFor();
await page.screenshot({ path: join(folder, 'sign-in.png') });
await page.getByLabel('User name').fill('odile');
await page.getByLabel('Password').fill('gorse-in-bloom');
await page.getByRole('button', { name: 'Sign in' }).click();
await page.waitForURL('**/desk**');
await page.goto(`${base}/account`);
await page.getByText('This browser').waitFor();
await page.screenshot({ path: join(folder, 'account.png') });
for (const { name, path, ready, press } of PICTURES) {
  await page.goto(base + path);
  await page.locator(ready).first().waitFor();
  if (press !== undefined) await page.keyboard.press(press);
  await page.waitForTimeout(press === undefined ? 400 : 1200);
  await page.screenshot({ path: join(folder, `${name}.png`) });
  if (press !== undefined) await page.keyboard.press('Escape');
}
// A file that is only looked at: it is uploaded, not imported.
await page.goto(`${base}/punches`);
const chooser = page.waitForEvent('filechooser');
await page.getByRole('button', { name: 'Import a file' }).click();
const rows = [
  'MF-0101,20/10/2026,05:58,in,Kittiwake',
  'MF-0101,20/10/2026,14:03,out,Kittiwake',
  'MF-0152,20/10/2026,10:01 pm,in,Berth maintenance',
];
await (await chooser).setFiles({
  name: 'saltholm-terminal.csv',
  mimeType: 'text/csv',
  buffer: Buffer.from(['Badge no,Day,Clock time,In or out,Boat', ...rows].join('\n')),
});
await page.getByRole('button', { name: 'Import these punches' }).waitFor();
await page.waitForTimeout(300);
await page.screenshot({ path: join(folder, 'confirm.png') });
// A history begins with something that was settled; it is taken back afterwards.
await page.goto(`${base}/exceptions?kind=missing-out`);
await page.getByRole('button', { name: /^Take all/ }).waitFor();
await page.keyboard.press('Shift+Enter');
await page.getByLabel('Effect').waitFor();
await page.keyboard.press('Enter');
await page
  .getByText(/^Took the planned time/)
  .first()
  .waitFor();
await page.keyboard.press('Control+k');
await page.getByRole('dialog').getByRole('combobox').fill('History');
await page
  .getByRole('option', { name: /History/ })
  .first()
  .waitFor();
await page.keyboard.press('Enter');
await page.getByText(/added/).first().waitFor();
await page.mouse.move(640, 700);
// Until what was said is gone.
await page.waitForTimeout(9000);
await page.screenshot({ path: join(folder, 'history.png') });
await page.keyboard.press('Control+z');
await page.getByText('Correction taken back').first().waitFor();
// By night, as whoever has it so on their computer sees it.
await page.emulateMedia({ colorScheme: 'dark' });
await page.goto(base + PICTURES[0].path);
await page.locator(PICTURES[0].ready).first().waitFor();
await page.waitForTimeout(400);
await page.screenshot({ path: join(folder, `${PICTURES[0].name}-by-night.png`) });
await browser.close();
