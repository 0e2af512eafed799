import type { Exception, Instant } from '@heath/core';
import { describe, expect, it } from 'vitest';
import { type RibbonDay, ribbonParts, ribbonSentence } from './parts.ts';
import { sampleDay } from './sample.ts';

const lanes = (day: RibbonDay) => ribbonParts(day).map(({ lane }) => lane);

describe('the parts of a ribbon', () => {
  const day = sampleDay('2026-10-20', 7);
  const parts = ribbonParts(day);
  const saying = (start: string) => parts.filter(({ says }) => says.startsWith(start));

  it('are each drawn once, also a punch that ends one spell and begins the next', () => {
    expect(saying('Job change 09:00:00')).toHaveLength(1);
    expect(new Set(parts.map(({ lane, id }) => `${lane} ${id}`)).size).toBe(parts.length);
  });

  it('keep a corrected punch and the time it was clocked at', () => {
    expect(saying('Out 16:30:00, corrected')).toMatchObject([{ lane: 'punch', look: 'corrected' }]);
    expect(saying('Clocked 16:54:00')).toMatchObject([{ lane: 'past punch' }]);
  });

  it('have a mark for each tier, and say how long they are', () => {
    expect(parts.filter(({ lane }) => lane === 'band').map(({ look }) => look)).toEqual([
      'band-ordinary',
      'band-ordinary',
      'band-overtime-1',
      'band-overtime-2',
      'band-overtime-3',
    ]);
    expect(saying('Time and a half')[0]?.says).toContain('15:30:00 to 16:00:00: 30 m');
  });

  it('put what is paid and not worked after the work, or where the plan lies', () => {
    const end = day.segments.at(-1)?.end;
    expect(parts.find(({ lane }) => lane === 'not worked')?.from).toBe(end);
    const [free] = ribbonParts({ ...day, shifts: [], segments: [] }).filter(
      ({ lane }) => lane === 'not worked',
    );
    expect(free?.from).toBe(day.plans[0]?.startsAt);
  });

  it('leave a hole for a missing punch: to what is proposed, or six hours where nothing is, no further than the punch beside it', () => {
    const at = day.plans[0]?.startsAt as Instant;
    const missing = { key: 'k', kind: 'missing-out', at, workday: day.day, proposals: [], punch: null };
    const of = (more: object): RibbonDay => ({
      ...day,
      shifts: [],
      exceptions: [{ ...missing, ...more } as unknown as Exception],
    });
    const holeOf = (exceptions: RibbonDay) => ribbonParts(exceptions).find(({ lane }) => lane === 'hole');
    expect(holeOf(of({}))).toMatchObject({ from: at, to: at + 6 * 3600, look: 'open before' });
    expect(holeOf(of({ kind: 'missing-in' }))).toMatchObject({
      from: at - 6 * 3600,
      to: at,
      look: 'open after',
    });
    // The shift of that day was clocked in three minutes after.
    const clocked = { ...of({}), shifts: day.shifts };
    expect(holeOf(clocked)).toMatchObject({ from: at, to: at + 180 });
    expect(holeOf(of({ proposals: [{ at: at + 60 }] }))).toMatchObject({ from: at, to: at + 60 });
  });

  it('mark where the clocks change, on that day alone', () => {
    expect(lanes(day)).not.toContain('clock change');
    const night = ribbonParts(sampleDay('2026-10-24', 22));
    expect(night.find(({ lane }) => lane === 'clock change')?.says).toBe('Clocks go back: one hour more');
  });

  it('are a sentence that tells of everything but the ticks', () => {
    const sentence = ribbonSentence(day.day, parts);
    expect(sentence).toMatch(/^Tue 20 Oct: Planned 07:00 to 15:30; Clocked 07:03:00 to 09:00:00; /);
    for (const { lane, says } of parts)
      expect(sentence.includes(says), says).toBe(lane !== 'punch' && lane !== 'past punch');
    expect(ribbonSentence(day.day, [])).toBe('Tue 20 Oct: nothing.');
  });
});
