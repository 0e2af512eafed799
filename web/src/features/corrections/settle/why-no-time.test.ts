import { instant, type ShiftTimes } from '@heath/core';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type ShownEvidence, whyNoTime } from './why-no-time.ts';

const UTC = { starts: [], offsets: [0] } as never;
const HOUR = 3600;
const times = (startsAt: number, endsAt: number): ShiftTimes => ({
  startsAt: instant(startsAt * HOUR),
  endsAt: instant(endsAt * HOUR),
});
const out = { kind: 'missing-out', at: instant(5 * HOUR) };
const said = (beside: number | null, shown: ShownEvidence) =>
  whyNoTime(out, beside === null ? null : instant(beside * HOUR), shown, UTC);

describe('why no time is proposed', () => {
  it('is that nothing is known, where nothing is shown', () => {
    expect(said(null, { plans: [], crew: [], usual: [] })).toBe(
      'Nothing is planned, nobody worked beside and nothing is usual. It needs a time.',
    );
    expect(said(null, { plans: [], crew: null, usual: null })).toBe('Nothing is planned. It needs a time.');
  });

  it('is that what is shown lies beyond the next punch', () => {
    const crew = [times(6, 14), times(6, 14), times(6, 14)];
    expect(said(6, { plans: [times(6, 14)], crew, usual: [times(6, 14)] })).toMatch(
      /^The planned 14:00, 3 of the crew and 1 usual time lie after the next punch, 06:00\. It needs a time\.$/,
    );
  });

  it('counts every time that is shown once, at the place where it is drawn, and claims nothing that is not', () => {
    const shift = fc
      .tuple(fc.integer({ min: -20, max: 20 }), fc.integer({ min: 1, max: 14 }))
      .map(([from, hours]) => times(from, from + hours));
    const some = fc.array(shift, { maxLength: 4 });
    fc.assert(
      fc.property(
        fc.constantFrom('missing-out', 'missing-in'),
        fc.integer({ min: 1, max: 12 }),
        fc.boolean(),
        fc.record({ plans: some, crew: some, usual: some }),
        (kind, away, isBeside, shown) => {
          const isOut = kind === 'missing-out';
          const at = 5;
          const next = isOut ? at + away : at - away;
          const beside = isBeside ? instant(next * HOUR) : null;
          const sentence = whyNoTime({ kind, at: instant(at * HOUR) }, beside, shown, UTC);
          expect(sentence.includes('othing is planned')).toBe(shown.plans.length === 0);
          expect(sentence.includes('obody worked beside')).toBe(shown.crew.length === 0);
          expect(sentence.includes('othing is usual')).toBe(shown.usual.length === 0);
          const ends = (of: readonly ShiftTimes[]) =>
            of.map(({ startsAt, endsAt }) => (isOut ? endsAt : startsAt) / HOUR);
          const isPast = (hour: number) => isBeside && (isOut ? hour > next : hour < next);
          const told = (pattern: RegExp) =>
            [...sentence.matchAll(pattern)].reduce((sum, [, count]) => sum + Number(count), 0);
          expect(told(/(\d+) of the crew/g)).toBe(shown.crew.length);
          expect(told(/(\d+) usual/g)).toBe(shown.usual.length);
          const past = [shown.plans, shown.crew, shown.usual].flatMap(ends).filter(isPast).length;
          expect(/(after the next|before the last) punch/.test(sentence)).toBe(past > 0);
        },
      ),
      { numRuns: 500 },
    );
  });
});
