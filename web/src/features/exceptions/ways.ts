import type { CardReply, CorrectRequest } from '@heath/contract';
import {
  type Exception,
  leaveWayOf,
  readHoursEntry,
  type Way as WayOfKind,
  type WayRole,
  waySentence,
  waysOf as waysOfKind,
} from '@heath/core';
import { clockTime, hoursAndMinutes, shortDay } from '../../ui/text/format.ts';
import { EXCEPTION_KEYS } from './keys.ts';

/** A way to settle an exception by one key, other than a time: what it says, and what is said of it once it is done. */
export interface Way {
  readonly role: WayRole;
  readonly press: string;
  readonly name: string;
  readonly says: CorrectRequest['says'];
  readonly did: string;
  /** The same for only so much of what was measured, where it can be taken in part. */
  readonly inPart?: (lengthSeconds: number) => Way;
}

/** The key of a way; of several to choose from, the digit of its place. */
const KEYS: Readonly<Record<Exclude<WayRole, 'pick'>, { readonly press: string }>> = {
  take: EXCEPTION_KEYS.take,
  accept: EXCEPTION_KEYS.accept,
  'not worked': EXCEPTION_KEYS.notWorked,
  leave: EXCEPTION_KEYS.leave,
};

/** The ways to settle an exception beside a time, the likeliest first. */
export function waysOf(exception: Exception, card: CardReply): Way[] {
  const written = { clock: (at: Exception['at']) => clockTime(at, card.offsets), length: hoursAndMinutes };
  let picks = 0;
  const shown = ({ role, name, did, values = {}, says, inPart }: WayOfKind): Way => ({
    role,
    press: role === 'pick' ? String(++picks) : KEYS[role].press,
    name: waySentence(name, values, written),
    did: `${waySentence(did, values, written)}, ${shortDay(exception.workday)}`,
    says,
    ...(inPart === undefined ? {} : { inPart: (lengthSeconds) => shown(inPart(lengthSeconds)) }),
  });
  return waysOfKind(exception, card).map(shown);
}

/** What was typed of a way that can be taken in part: that part of it, all of it, or what is wrong with the text. */
export function partTyped(
  text: string,
  whole: Way | undefined,
  { measured }: Pick<Exception, 'measured'>,
): Way | { readonly wrong: string } | null {
  if (whole?.inPart === undefined || measured === null || text.trim() === '') return null;
  const entry = readHoursEntry(text);
  if (!entry.ok) return { wrong: 'a length, like 0.5 or 30m' };
  if (entry.seconds === 0) return { wrong: 'more than nothing' };
  if (entry.seconds > measured) return { wrong: `at most ${hoursAndMinutes(measured)}` };
  return entry.seconds === measured ? whole : whole.inPart(entry.seconds);
}

/** What makes a way of a kind of leave; null where the exception cannot be leave. */
export function leaveOf(
  exception: Exception,
): ((kind: { readonly code: string; readonly name: string }) => Way) | null {
  const way = leaveWayOf(exception);
  if (way === null) return null;
  return ({ code, name }) => ({
    role: 'leave',
    press: KEYS.leave.press,
    name,
    says: way.saysOf(code),
    did: `${name}, ${shortDay(exception.workday)}`,
  });
}
