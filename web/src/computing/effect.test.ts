import type { CardInputReply } from '@heath/contract';
import {
  type Correction,
  carry,
  classSums,
  compileRulebook,
  compute,
  Editions,
  instantFromIso,
  type PersonInput,
  type PunchId,
  payableHours,
  STARTERS,
  workdayFromIso,
  ZoneTables,
} from '@heath/core';
import { describe, expect, it } from 'vitest';
import { CardByHand } from './effect.ts';

const rules = STARTERS['forty-hour-week'];
const compiled = compileRulebook(rules, 1);
if (!compiled.ok) throw new Error('The starter is not valid.');
const at = (text: string) => instantFromIso(`2026-10-${text}:00Z`);
const place = { zone: 'Europe/London', job: null, department: null, site: null, position: null };
/** Ten hours a day, Monday to Thursday: the fortieth hour is Thursday's last. */
const input: PersonInput = {
  first: workdayFromIso('2026-10-26'),
  last: workdayFromIso('2026-11-01'),
  punches: [26, 27, 28, 29].flatMap((day, i) => [
    { ...place, id: (2 * i + 1) as PunchId, at: at(`${day}T08:00`), kind: 'in' as const },
    { ...place, id: (2 * i + 2) as PunchId, at: at(`${day}T18:00`), kind: 'out' as const },
  ]),
  corrections: [],
  plans: [],
  editions: Editions.always(compiled.rulebook),
  zones: ZoneTables.around(at('26T00:00'), at('30T00:00')),
  asOf: at('31T00:00'),
};
const reply = {
  input: JSON.parse(
    JSON.stringify(carry(input, () => ({ edition: 1, rules }), { jobs: [], departments: [], sites: [] })),
  ),
  employed: { first: workdayFromIso('2020-01-01'), last: null },
} as CardInputReply;
const card = new CardByHand(reply);
const effectOf = (says: object) => card.effectOf(says, 'Europe/London');

describe('the effect of a correction by hand', () => {
  it('is what the core gives of the card with it, told by the days on which something changes', () => {
    const says = { kind: 'move', punch: 2, at: at('26T19:00') } as const;
    const effect = effectOf(says);
    if (!effect.ok) throw new Error(effect.reason);
    const after = compute({ ...input, corrections: [{ id: 9, ...says } as unknown as Correction] });
    expect(effect.payableBefore).toBe(40 * 90_000);
    expect(effect.payableAfter).toBe(payableHours(classSums(after.lines)));
    expect(effect.changes).toContainEqual({
      workday: workdayFromIso('2026-10-26'),
      before: 10 * 90_000,
      after: 11 * 90_000,
    });
    for (const { workday, lines } of effect.days)
      expect(lines).toEqual(after.lines.filter((line) => line.workday === workday));
    expect(effect.days.map(({ workday }) => workday)).toEqual(effect.changes.map(({ workday }) => workday));
    expect(effect.warnings.map(({ what }) => what)).toContain('more overtime');
  });

  it('leaves the card as it is: what is considered next begins from there again', () => {
    const first = effectOf({ kind: 'drop', punch: 2 });
    const again = effectOf({ kind: 'drop', punch: 2 });
    expect(again).toEqual(first);
    expect(first.ok && first.toSettleAfter - first.toSettleBefore).toBe(1);
  });

  it('says what cannot be meant, and where', () => {
    expect(effectOf({ kind: 'set-meal', from: at('26T12:00'), to: at('26T12:00') })).toMatchObject({
      ok: false,
      field: 'to',
    });
    expect(effectOf({ kind: 'move', punch: 2 })).toMatchObject({ ok: false, field: 'at' });
  });
});
