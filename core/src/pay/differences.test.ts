import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { classOf } from '../model/classes.ts';
import { payLines } from '../testing/pay.ts';
import { workdayFromIso } from '../time/units.ts';
import { differenceOf, type PaidLine } from './differences.ts';

const HOUR = 90_000;
const DAY = workdayFromIso('2026-10-21');

/** What happens to the card of one person, in any order. */
type Step =
  | { readonly what: 'corrected'; readonly lines: readonly PaidLine[] }
  | { readonly what: 'corrected back' }
  | { readonly what: 'mapped anew'; readonly code: string }
  | { readonly what: 'handed off' };

const paidLines: fc.Arbitrary<PaidLine[]> = fc.array(
  fc.tuple(payLines, fc.constantFrom('110', '215', '780')).map(
    ([
      { workday, classId, multiplier, rule, job, department, site, costCenter, seconds, hours },
      code,
    ]): PaidLine => ({
      workday,
      code,
      classId,
      multiplier,
      rule,
      job,
      department,
      site,
      costCenter,
      seconds,
      hours,
    }),
  ),
  { maxLength: 12 },
);
const steps: fc.Arbitrary<Step[]> = fc.array(
  fc.oneof(
    paidLines.map((lines): Step => ({ what: 'corrected', lines })),
    fc.constant<Step>({ what: 'corrected back' }),
    fc.constantFrom('110', '215', '990').map((code): Step => ({ what: 'mapped anew', code })),
    fc.constant<Step>({ what: 'handed off' }),
  ),
  { minLength: 1, maxLength: 15 },
);

/** Hours and seconds of lines by everything else that they say, counted without what is tested. */
function sums(lines: readonly PaidLine[]): Record<string, string> {
  const all: Record<string, readonly [number, number]> = {};
  for (const { hours, seconds, ...says } of lines) {
    const name = Object.entries(says)
      .sort(([a], [b]) => a.localeCompare(b))
      .map(([field, value]) => `${field}=${String(value)}`)
      .join(' ');
    const [h, s] = all[name] ?? [0, 0];
    all[name] = [h + hours, s + seconds];
  }
  return Object.fromEntries(
    Object.entries(all).flatMap(([name, [h, s]]) => (h === 0 && s === 0 ? [] : [[name, `${h} ${s}`]])),
  );
}

describe('what was sent and the differences after it', () => {
  it('are the card, line by line, whatever is corrected and handed off in whatever order', () => {
    let seen = 0;
    fc.assert(
      fc.property(paidLines, steps, (first, what) => {
        let before: readonly PaidLine[] = first;
        let now: readonly PaidLine[] = first;
        const sent: PaidLine[] = [...first];
        for (const step of what) {
          if (step.what === 'corrected') [before, now] = [now, step.lines];
          if (step.what === 'corrected back') [before, now] = [now, before];
          if (step.what === 'mapped anew')
            [before, now] = [now, now.map((line) => ({ ...line, code: step.code }))];
          const difference = differenceOf(now, sent);
          // Whether or not it goes out: what was sent and what differs are the card.
          expect(sums([...sent, ...difference])).toEqual(sums(now));
          expect(difference.every(({ hours, seconds }) => hours !== 0 || seconds !== 0)).toBe(true);
          expect(Object.keys(sums(difference))).toHaveLength(difference.length);
          if (step.what !== 'handed off') continue;
          if (difference.length > 0) seen++;
          sent.push(...difference);
          expect(differenceOf(now, sent)).toEqual([]);
        }
      }),
      { numRuns: 400 },
    );
    // The sequences are worth something only where differences of differences went out.
    expect(seen).toBeGreaterThan(200);
  });

  it('net out within a day: what was corrected and corrected back is nothing', () => {
    fc.assert(
      fc.property(paidLines, paidLines, (first, other) => {
        const sent = [...first, ...differenceOf(other, first)];
        expect(sums([...sent, ...differenceOf(first, sent)])).toEqual(sums(first));
        expect(differenceOf(first, first)).toEqual([]);
      }),
    );
  });

  it('show hours that moved from one rate to another, though their total is the same', () => {
    const line: PaidLine = {
      workday: DAY,
      code: '110',
      classId: classOf(1),
      multiplier: 1,
      rule: null,
      job: 'lamps',
      department: 'deck',
      site: null,
      costCenter: null,
      seconds: 3600,
      hours: HOUR,
    };
    const moved: PaidLine = { ...line, code: '215', classId: classOf(1.5), multiplier: 1.5 };
    expect(differenceOf([moved], [line])).toEqual([{ ...line, hours: -HOUR, seconds: -3600 }, moved]);
  });
});
