// @vitest-environment jsdom
import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { screen } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { EVERYWHERE, FEATURES } from '../../app/features.ts';
import { show } from '../../testing/app.tsx';
import { GuidePage } from './GuidePage.tsx';

const docs = join(import.meta.dirname, '../../../../docs');
const text = readFileSync(join(docs, 'a-pay-period.md'), 'utf8');
const PRESSES = new Set(
  [EVERYWHERE, ...FEATURES.flatMap(({ keys }) => keys)].flatMap((keys) =>
    Object.values(keys).map(({ press }) => press),
  ),
);

describe('the guide', () => {
  it('names keys that there are', () => {
    const named = [...text.matchAll(/\*\*(Enter|Shift Enter|Shift [A-Z]|[A-Z]|↑|↓)\*\*/g)].map(
      ([, press]) => press,
    );
    expect(named.length).toBeGreaterThan(8);
    expect(named.filter((press) => !PRESSES.has(press!))).toEqual([]);
    for (const [, press] of text.matchAll(/`(Ctrl [A-Za-z ]+|\?)`/g)) expect(PRESSES).toContain(press);
  });

  it('shows pictures that there are, each with what it shows', () => {
    const pictures = [...text.matchAll(/!\[(.*?)\]\((.*?)\)/g)];
    expect(pictures.length).toBeGreaterThan(6);
    for (const [, says, path] of pictures) {
      expect(existsSync(join(docs, path!))).toBe(true);
      expect(says).not.toBe('');
    }
  });

  it('is a page with its headings, and its words can be linked to', async () => {
    show(<GuidePage />, '/guide');
    expect(await screen.findByRole('heading', { level: 1 })).toBeDefined();
    const headings = screen.getAllByRole('heading', { level: 2 });
    for (const [, anchor] of text.matchAll(/\]\(#(.*?)\)/g))
      expect(headings.map(({ id }) => id)).toContain(anchor);
    expect(screen.getAllByRole('img').every((one) => one.getAttribute('src') !== null)).toBe(true);
  });
});
