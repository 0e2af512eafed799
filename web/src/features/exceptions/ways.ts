import type { CardReply, CorrectRequest } from '@heath/contract';
import { type Exception, type Instant, instant, overtimeRuleOf } from '@heath/core';
import { clockTime, hoursAndMinutes, shortDay } from '../../ui/format.ts';
import { EXCEPTION_KEYS } from './keys.ts';

/** A way to settle an exception by one key, other than a time: what it says, and what is said of it once it is done. */
export interface Way {
  readonly press: string;
  readonly name: string;
  readonly says: CorrectRequest['says'];
  readonly did: string;
}

type Stretch = { readonly from: Instant; readonly to: Instant };

/** What of the day the exception is about: its plan, its shift, or just the punch that is alone. */
function stretchOf({ kind, at, workday }: Exception, { plans, shifts }: CardReply): Stretch | null {
  switch (kind) {
    case 'missing-in':
    case 'missing-out':
      return { from: at, to: instant(at + 1) };
    case 'absent': {
      const plan = plans.find(({ startsAt }) => startsAt === at);
      return plan === undefined ? null : { from: plan.startsAt, to: plan.endsAt };
    }
    case 'not-planned':
    case 'too-long':
    case 'too-short': {
      const spells = shifts.flatMap((shift) => (shift.workday === workday ? shift.spells : []));
      const around = spells.filter((spell) => spell.in.at <= at && at <= spell.out.at);
      const [first, last] = [around[0], around.at(-1)];
      return first === undefined || last === undefined ? null : { from: first.in.at, to: last.out.at };
    }
    default:
      return null;
  }
}

/** The punches of which one was wrong, where two stretches overlap: in, in, out, out. */
function overlapping({ at, measured, workday }: Exception, { shifts, exceptions }: CardReply) {
  const end = at + (measured ?? 0);
  const alone = exceptions.flatMap(({ punch }) => (punch?.at === end || punch?.at === at ? [punch] : []));
  const paired = shifts
    .flatMap((shift) => (shift.workday === workday ? shift.spells : []))
    .flatMap((spell) => [spell.in, spell.out])
    // Who clocked twice at once clocked in and out twice; a meal is one of theirs all the same.
    .filter(
      ({ kind, at: time }) =>
        time > at && time < end && !kind.startsWith('meal') && !kind.startsWith('break'),
    );
  const all = new Map([...alone, ...paired].map((punch) => [`${punch.kind} ${punch.at}`, punch]));
  return [...all.values()].sort((a, b) => a.at - b.at);
}

/** The ways to settle an exception beside a time, the likeliest first. */
export function waysOf(exception: Exception, card: CardReply): Way[] {
  const { kind, workday, measured, key } = exception;
  const day = shortDay(workday);
  const ways: Way[] = [];
  if (kind === 'overtime-approval') {
    const rule = overtimeRuleOf(exception);
    const hours = hoursAndMinutes(measured ?? 0);
    ways.push({
      press: EXCEPTION_KEYS.take.press,
      name: `Approve ${hours}`,
      says: { kind: 'approve-overtime', workday, rule },
      did: `Approved ${hours} of ${rule}, ${day}`,
    });
  }
  if (kind === 'overlap')
    for (const [i, punch] of overlapping(exception, card).entries())
      if (punch.id !== null)
        ways.push({
          press: String(i + 1),
          name: `${clockTime(punch.at, card.offsets)} is wrong`,
          says: { kind: 'drop', punch: punch.id },
          did: `Took out ${clockTime(punch.at, card.offsets)}, ${day}`,
        });
  ways.push({
    press: EXCEPTION_KEYS.accept.press,
    name: 'Accept as it is',
    says: { kind: 'accept', exception: key, workday },
    did: `Accepted as it is, ${day}`,
  });
  const stretch = stretchOf(exception, card);
  if (stretch !== null)
    ways.push({
      press: EXCEPTION_KEYS.notWorked.press,
      name: 'Not worked',
      says: { kind: 'not-worked', ...stretch },
      did: `Not worked, ${day}`,
    });
  return ways;
}

/** A plan that nobody worked as leave of a kind. */
export const asLeave = (exception: Exception, { code, name }: { code: string; name: string }): Way => ({
  press: EXCEPTION_KEYS.leave.press,
  name,
  says: { kind: 'absence-leave', planStartsAt: exception.at, code },
  did: `${name}, ${shortDay(exception.workday)}`,
});
