import { sentenceWith } from '../kinds/sentence.ts';
import type { Exception } from '../model/exception.ts';
import type { Instant } from '../time/units.ts';
import { exceptionKind } from './kinds.ts';
import {
  ACCEPT_TOGETHER,
  acceptAsItIs,
  type DayOfWays,
  type LeaveWay,
  type Together,
  WAY_ROLES,
  type Way,
  type WayValues,
} from './ways.ts';

/** True where a time settles an exception: the one that was not punched. */
export const isSettledByTime = ({ kind }: Pick<Exception, 'kind'>): boolean =>
  exceptionKind(kind)?.isSettledByTime === true;

/** The corrections that settle an exception, the likeliest first: what is proposed, what there is to choose from, and what any kind can be. */
export function waysOf(exception: Exception, day: DayOfWays): Way[] {
  const ways = [...(exceptionKind(exception.kind)?.ways?.(exception, day) ?? []), acceptAsItIs(exception)];
  const placeOf = ({ role }: Way) => WAY_ROLES.indexOf(role);
  return ways.sort((a, b) => placeOf(a) - placeOf(b));
}

/** How an exception is leave; null where its kind cannot be. */
export const leaveWayOf = (exception: Exception): LeaveWay | null =>
  exceptionKind(exception.kind)?.leave?.(exception) ?? null;

/** How those of a kind are settled many at once. */
export const togetherOf = (kind: string): Together => exceptionKind(kind)?.together ?? ACCEPT_TOGETHER;

/** A sentence of a way or of many settled together, with how whoever shows it writes times and lengths of time. */
export const waySentence = (
  sentence: string,
  { at, other, lengthSeconds, rule }: WayValues,
  written: { readonly clock: (at: Instant) => string; readonly length: (seconds: number) => string },
): string =>
  sentenceWith(sentence, {
    at: at === undefined ? undefined : written.clock(at),
    other: other === undefined ? undefined : written.clock(other),
    length: lengthSeconds === undefined ? undefined : written.length(lengthSeconds),
    rule,
  });
