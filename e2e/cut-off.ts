import type { Page } from 'playwright-core';

/** Texts that lie beyond what is shown of them, where no ellipsis says so; and whether the page is wider than the window. */
export const cutOff = (page: Page): Promise<string[]> =>
  page.evaluate(() => {
    const holdsText = (element: Element) =>
      [...element.childNodes].some((node) => node.nodeType === Node.TEXT_NODE && node.textContent?.trim());
    const isCut = (element: Element) => {
      const { overflowX, textOverflow, display, clipPath } = getComputedStyle(element);
      // A pixel wide is what only screen readers are told.
      if (element.clientWidth <= 2 || clipPath !== 'none' || display === 'inline') return false;
      return (
        overflowX === 'hidden' &&
        textOverflow !== 'ellipsis' &&
        element.scrollWidth > element.clientWidth + 1 &&
        holdsText(element)
      );
    };
    const found = [...document.querySelectorAll('body *')].filter(isCut);
    const isWide = document.documentElement.scrollWidth > window.innerWidth;
    return [...found.map(({ textContent }) => textContent?.slice(0, 60) ?? ''), ...(isWide ? ['wide'] : [])];
  });

/** Opens screens and lists what is cut off on which. */
export async function cutOffOn(page: Page, url: string, paths: readonly string[]): Promise<string[]> {
  const found: string[] = [];
  for (const path of paths) {
    await page.goto(url + path);
    await page.locator('main, h1').first().waitFor();
    await page.locator('main[aria-busy="true"]').waitFor({ state: 'detached' });
    for (const text of await cutOff(page)) found.push(`${path}: ${text}`);
  }
  return found;
}
