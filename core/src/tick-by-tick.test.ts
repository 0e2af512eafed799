import { describe, it } from 'vitest';
import { agree } from './testing/both-ways.ts';
import { cases } from './testing/cases.ts';
import { anyEditions, anyPerson, anyRound } from './testing/random.ts';
import { STRETCHES } from './testing/random-input.ts';

/** Time without a limit: HEATH_CASES may ask for many. */
const timeout = 3_600_000;

describe('the core and a calculation tick by tick, which share no code, agree', () => {
  it.each(STRETCHES)(
    'on random people and rulebooks by the quarter of an hour, %s %d',
    { timeout },
    (...stretch) => {
      agree(anyEditions(900), anyPerson(900), [stretch], 900, cases(1300));
    },
  );

  it('on those who punch without saying what, for weeks', { timeout }, () => {
    agree(anyEditions(900), anyRound(900), STRETCHES, 900, cases(1500));
  });
});
