import { readdirSync, readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { describe, expect, it } from 'vitest';
import { homeOf, isMeantBy } from '../ui/screen/feature.ts';
import { EVERYWHERE, FEATURES, featureAt } from './features.ts';

const src = fileURLToPath(new URL('../', import.meta.url));
const sources = readdirSync(src, { recursive: true, encoding: 'utf8' })
  .filter((name) => /\.tsx?$/.test(name) && !name.includes('.test.') && !name.startsWith('testing/'))
  .map((name) => ({ name, text: readFileSync(`${src}/${name}`, 'utf8') }));

describe('features', () => {
  it.each(FEATURES.map((feature) => [feature.name, feature] as const))(
    '%s claims no key twice on its screen, nor one that holds everywhere',
    (_name, { keys }) => {
      const pressed = [...keys.flatMap((part) => Object.values(part)), ...Object.values(EVERYWHERE)].map(
        ({ press }) => press.toLowerCase(),
      );
      expect(pressed.filter((press, i) => pressed.indexOf(press) !== i)).toEqual([]);
    },
  );

  it('have names and paths of their own', () => {
    const all = FEATURES.flatMap((feature) => [feature.name, homeOf(feature)]);
    expect(new Set(all).size).toBe(all.length);
  });

  it('are found by the path of whatever is on their screen', () => {
    expect(featureAt('/punches')?.name).toBe('Punches');
    expect(featureAt('/punches/12')?.name).toBe('Punches');
    expect(featureAt('/punchesque')).toBeUndefined();
    for (const feature of FEATURES) expect(featureAt(homeOf(feature))).toBe(feature);
  });

  it.each([
    'rates',
    'lock',
    'export',
    'print',
    'leave',
    'holiday',
    'vacation',
    'sign',
    'csv',
    'late',
    'badge',
  ])('are found, or what they begin is, by the word %s', (word) => {
    const all = FEATURES.flatMap((feature) => [feature, ...feature.actions]);
    expect(all.filter((one) => isMeantBy(word, one))).not.toEqual([]);
  });

  it('are not found by words that are only inside of others, or not all there', () => {
    expect(isMeantBy('ate', { name: 'Set rates' })).toBe(false);
    expect(isMeantBy('set lock', { name: 'Set rates' })).toBe(false);
    expect(isMeantBy('ra se', { name: 'Set rates' })).toBe(true);
  });

  it('lead with what they begin to screens that there are', () => {
    for (const { to } of FEATURES.flatMap(({ actions }) => actions))
      expect(featureAt(to.split('?')[0] ?? '')).toBeDefined();
  });
});

describe('keys', () => {
  it('are listened for in one place', () => {
    const elsewhere = sources.filter(
      ({ name, text }) =>
        name !== 'ui/screen/keys.ts' && /useHotkeys|addEventListener\('key(down|up)'/.test(text),
    );
    expect(elsewhere.map(({ name }) => name)).toEqual([]);
  });

  it('that a screen claims are each listened for', () => {
    const listened = sources.flatMap(({ text }) =>
      // Listened for where it stands, or given to what listens: the step of a desk, the ways to settle by their roles, a picker.
      [
        ...text.matchAll(/(?:useKey\(\s*|press: |openedBy: |(?:take|accept|'not worked'): )[A-Z_]+\.(\w+)/g),
      ].map((match) => match[1]),
    );
    const claimed = [EVERYWHERE, ...FEATURES.flatMap(({ keys }) => keys)].flatMap((keys) =>
      Object.keys(keys),
    );
    expect(claimed.filter((name) => !listened.includes(name))).toEqual([]);
  });
});
