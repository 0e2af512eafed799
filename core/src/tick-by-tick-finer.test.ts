import { describe, it } from 'vitest';
import { agree } from './testing/both-ways.ts';
import { cases } from './testing/cases.ts';
import { anyEditions, anyPerson } from './testing/random.ts';
import { STRETCHES } from './testing/random-input.ts';

const timeout = 3_600_000;

describe('the core and a calculation tick by tick, which share no code, agree', () => {
  it('on random people and rulebooks by five minutes', { timeout }, () => {
    agree(anyEditions(300), anyPerson(300), STRETCHES, 300, cases(1500));
  });

  it('by the minute', { timeout }, () => {
    agree(anyEditions(60), anyPerson(60), STRETCHES, 60, cases(480));
  });

  it('by the second', { timeout }, () => {
    agree(anyEditions(1), anyPerson(1), STRETCHES, 1, cases(20));
  });
});
