import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { compute } from '../compute.ts';
import type { CompiledRulebook } from '../rulebook/compiled.ts';
import { Editions } from '../rulebook/editions.ts';
import {
  anyEditions,
  anyPerson,
  compiledOrNull,
  DEPARTMENTS,
  JOBS,
  names,
  SITES,
} from '../testing/random.ts';
import { dayOf, inputOf, STRETCHES } from '../testing/random-input.ts';
import { workday } from '../time/units.ts';
import { carry, uncarried, type WrittenRulebook } from './carried.ts';
import type { PersonInput } from './person.ts';

const codes = {
  jobs: JOBS.map((code) => [code, names.job(code)!] as const),
  departments: DEPARTMENTS.map((code) => [code, names.department(code)!] as const),
  sites: SITES.map((code) => [code, names.site(code)!] as const),
};

describe('an input that was carried as JSON', () => {
  it('is computed to the same card, reason by reason, whatever is on it', () => {
    fc.assert(
      fc.property(
        anyEditions(60),
        anyPerson(60),
        fc.constantFrom(...STRETCHES),
        (editions, person, stretch) => {
          const written = new Map<CompiledRulebook, WrittenRulebook>();
          const inForce = editions.map(({ from, rules }, i) => {
            const rulebook = compiledOrNull(rules)!;
            written.set(rulebook, { edition: rulebook.edition, rules });
            return {
              from: from === null || i === 0 ? workday(Number.NEGATIVE_INFINITY) : dayOf(stretch, from),
              rulebook,
            };
          });
          const input = inputOf(new Editions(inForce), person, stretch);
          const { payPeriods: _, ...ofOnePeriod } = input;
          const json = JSON.stringify(carry(ofOnePeriod, (one) => written.get(one)!, codes));
          // Rules hold functions, which are equal only to themselves: what they say is compared.
          const said = (one: PersonInput) => JSON.stringify(compute(one, true));
          expect(said(uncarried(JSON.parse(json)))).toBe(said(ofOnePeriod));
        },
      ),
      { numRuns: 60 },
    );
  });
});
