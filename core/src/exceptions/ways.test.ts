import fc from 'fast-check';
import * as v from 'valibot';
import { describe, expect, it } from 'vitest';
import { compute } from '../compute.ts';
import { CorrectionSchema } from '../corrections/kinds.ts';
import { correctionId } from '../model/ids.ts';
import { type AnyEdition, anyEditions, anyPerson } from '../testing/random.ts';
import { editionsOf, inputOf, STRETCHES } from '../testing/random-input.ts';
import { EXCEPTIONS } from './kinds.ts';
import { leaveWayOf, togetherOf, waysOf } from './settled-by.ts';
import { acceptAsItIs } from './ways.ts';

/** Kinds that any rulebook can look for: their settings name no jobs or sites, and need no other rules. */
const NAMES = ['repeated-punch', 'too-long', 'too-short', 'not-planned', 'absent', 'late-in', 'early-out'];
const LOOKED_FOR = Object.assign(
  {},
  ...EXCEPTIONS.filter(({ name }) => NAMES.includes(name)).map(
    ({ example }) => (example.rules as { readonly exceptions: object }).exceptions,
  ),
);
const lookingForAll = (editions: readonly AnyEdition[]): AnyEdition[] =>
  editions.map(({ from, rules }) => ({ from, rules: { ...rules, exceptions: LOOKED_FOR } }));

const NEXT = correctionId(2 ** 40);

describe('the ways to settle an exception', () => {
  it('settle it, whatever the card; of several to choose from, each is a correction that can be made', () => {
    const settled = new Map<string, number>();
    fc.assert(
      fc.property(
        anyEditions(60),
        anyPerson(60),
        fc.constantFrom(...STRETCHES),
        (editions, person, stretch) => {
          const input = inputOf(editionsOf(lookingForAll(editions), stretch), person, stretch);
          const computed = compute(input);
          for (const exception of computed.exceptions.slice(0, 12)) {
            const asLeave = leaveWayOf(exception);
            const own = waysOf(exception, { ...computed, plans: input.plans });
            const ways = [
              ...own,
              ...own.flatMap(({ role, inPart }) =>
                inPart === undefined ? [] : [{ role: `${role} in part`, says: inPart(1800).says }],
              ),
              ...(asLeave === null ? [] : [{ role: asLeave.role, says: asLeave.saysOf('Sick') }]),
            ];
            expect(ways).toContainEqual(acceptAsItIs(exception));
            for (const { role, says } of ways) {
              expect(v.is(CorrectionSchema, says)).toBe(true);
              const after = compute({
                ...input,
                corrections: [...input.corrections, { id: NEXT, ...says }],
              });
              if (role === 'pick') continue;
              expect(
                after.exceptions.map(({ key }) => key),
                `${exception.key} by ${role}`,
              ).not.toContain(exception.key);
              const name = `${exception.kind} by ${role}`;
              settled.set(name, (settled.get(name) ?? 0) + 1);
            }
          }
        },
      ),
      { numRuns: 60 },
    );
    // Else nothing was shown.
    for (const name of [
      'missing-out by not worked',
      'absent by not worked',
      'absent by leave',
      'late-in by leave',
      'early-out by leave',
      'overtime-approval by take',
      'overtime-approval by take in part',
      'not-planned by not worked',
      'overlap by accept',
    ])
      expect(settled.get(name), name).toBeGreaterThan(0);
  });

  it('of a kind whose proposal is taken of many together has something to take', () => {
    for (const { name, together, ways } of EXCEPTIONS)
      if (togetherOf(name).by === 'take') expect([together, ways]).not.toContain(undefined);
  });

  it('can be leave where nobody came, or came late or left early, and nowhere else', () => {
    const one = (kind: string) => ({ kind, at: 0, key: `${kind}:x`, workday: 1, measured: 60 }) as never;
    const kinds = EXCEPTIONS.map(({ name }) => name).filter((name) => leaveWayOf(one(name)) !== null);
    expect(kinds.sort()).toEqual(['absent', 'early-out', 'late-in']);
  });
});
