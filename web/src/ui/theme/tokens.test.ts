import { readdirSync, readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { describe, expect, it } from 'vitest';

const here = (path: string) => fileURLToPath(new URL(path, import.meta.url));
const css = readFileSync(here('./tokens.css'), 'utf8');
const [, night = ''] = css.split(':root[data-theme="dark"]');

/** The colors that a block of the tokens gives, by name. */
const colorsIn = (block: string): Map<string, string> =>
  new Map(
    [...block.matchAll(/--color-([a-z-]+): (#[0-9a-f]{6})(?:[0-9a-f]{2})?;/g)].map((m) => [m[1]!, m[2]!]),
  );
const day = colorsIn(css.slice(0, css.length - night.length));
const dark = new Map([...day, ...colorsIn(night)]);

/** Relative luminance and contrast (WCAG 2.2, "relative luminance" and "contrast ratio"; recalled from memory). */
function luminance(color: string): number {
  const [r, g, b] = [1, 3, 5].map((at) => {
    const share = Number.parseInt(color.slice(at, at + 2), 16) / 255;
    return share <= 0.04045 ? share / 12.92 : ((share + 0.055) / 1.055) ** 2.4;
  });
  return 0.2126 * r! + 0.7152 * g! + 0.0722 * b!;
}
function contrast(colors: ReadonlyMap<string, string>, a: string, b: string): number {
  const [light, deep] = [a, b].map((name) => luminance(colors.get(name)!)).sort((x, y) => y - x);
  return (light! + 0.05) / (deep! + 0.05);
}

const TEXT: readonly (readonly [text: string, on: readonly string[]])[] = [
  ['ink', ['paper', 'sheet', 'field', 'faint', 'weekend', 'heather-wash', 'ember-wash', 'moss-wash']],
  ['soft', ['paper', 'sheet', 'field', 'weekend', 'faint']],
  ['heather', ['paper', 'sheet', 'heather-wash']],
  ['ember', ['paper', 'sheet', 'ember-wash']],
  ['on-heather', ['heather', 'heather-deep']],
  ['on-peat', ['peat', 'peat-light']],
  ['on-peat-soft', ['peat', 'peat-light']],
  ['on-off', ['off']],
  ['sheet', ['ink']],
];
const MARKS: readonly (readonly [mark: string, on: readonly string[]])[] = [
  ['moss', ['paper', 'sheet']],
  ['heather', ['paper', 'sheet', 'heather-pale']],
  ['ember', ['paper', 'sheet']],
  ['bracket', ['paper', 'sheet']],
  ['dash', ['paper', 'sheet']],
  ['gorse', ['sheet']],
];

describe.each([
  ['by day', day],
  ['by night', dark],
])('the colors %s', (_name, colors) => {
  it.each(TEXT.flatMap(([text, on]) => on.map((surface) => [text, surface] as const)))(
    'show %s as text on %s at 4.5 to 1',
    (text, surface) => {
      expect(contrast(colors, text, surface)).toBeGreaterThanOrEqual(4.5);
    },
  );

  it.each(MARKS.flatMap(([mark, on]) => on.map((surface) => [mark, surface] as const)))(
    'show %s as a mark on %s at 3 to 1',
    (mark, surface) => {
      expect(contrast(colors, mark, surface)).toBeGreaterThanOrEqual(3);
    },
  );
});

describe('components', () => {
  const sources = readdirSync(here('../../'), { recursive: true, encoding: 'utf8' })
    .filter((name) => name.endsWith('.tsx'))
    .map((name) => [name, here(`../../${name}`)] as const);

  it('are found', () => expect(sources.length).toBeGreaterThan(20));

  it.each(sources)('%s names its sizes and colors by their tokens', (_name, file) => {
    const text = readFileSync(file, 'utf8');
    const literal =
      /#[0-9a-f]{3,8}\b|\b(?:rgba?|hsla?|oklch)\(|\[[^\]\s]*\d(?:px|rem|em)\b[^\]]*\]|\b(?:text|bg|border|fill|stroke)-(?:white|black|(?:gray|slate|red|green|blue|stone|zinc)-\d+)\b|\btext-(?:xs|sm|base|lg|xl|\dxl)\b/gi;
    expect(text.match(literal) ?? []).toEqual([]);
  });

  it('use no colors but those that there are', () => {
    const used = new Set<string>();
    for (const [, file] of sources)
      for (const match of readFileSync(file, 'utf8').matchAll(/var\(--color-([a-z-]+)\)/g))
        used.add(match[1]!);
    const known = new Set([...css.matchAll(/--color-([a-z-]+):/g)].map((match) => match[1]!));
    expect([...used].filter((name) => !known.has(name))).toEqual([]);
  });
});
