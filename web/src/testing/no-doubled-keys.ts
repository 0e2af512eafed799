/** Ends a test with what React said of keys in it: of two parts with one key, one stays on the screen after it is gone. */
import { afterEach, beforeEach, expect } from 'vitest';

const OF_KEYS = /children with the same key|unique "key" prop/;
const { error } = console;
const said: string[] = [];

beforeEach(() => {
  said.length = 0;
  console.error = (...told: unknown[]) => {
    const text = told.map(String).join(' ');
    if (OF_KEYS.test(text)) said.push(text);
    else error(...told);
  };
});
afterEach(() => {
  console.error = error;
  expect(said).toEqual([]);
});
