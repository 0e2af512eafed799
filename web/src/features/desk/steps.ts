import type { HandoffReply, ImportsReply, StripReply } from '@heath/contract';
import { holdsUp, sureness } from '@heath/core';
import type { OpenException } from '../../api/exceptions.ts';
import { hoursText, hoursWithUnit } from '../../ui/text/format.ts';
import { DESK_KEYS } from './keys.ts';

/** One of the five steps of a period: what is left of it, and where that is. */
export interface Step {
  readonly name: string;
  readonly press: string;
  readonly says: string;
  /** How much of it is done, from 0 to 1; null where that cannot be said. */
  readonly share: number | null;
  readonly isDone: boolean;
  readonly to: string;
  /** On its button. */
  readonly opens: string;
}

/** What the steps are told from; undefined where it is not known, or not for whoever looks. */
export interface KnownOfPeriod {
  readonly periodId: number;
  readonly imports: ImportsReply | undefined;
  readonly open: readonly OpenException[] | undefined;
  readonly unowned: number;
  readonly strip: StripReply | undefined;
  readonly handoff: HandoffReply | undefined;
}

const number = (count: number): string => count.toLocaleString('en');
const of = (count: number, one: string, many = `${one}s`): string =>
  `${number(count)} ${count === 1 ? one : many}`;

/** The five steps in their order, without those that are not known. */
export const stepsOf = (known: KnownOfPeriod): Step[] =>
  [collect(known), settle(known), approve(known), check(known), handOff(known)].filter(
    (step) => step !== null,
  );

function collect({ imports }: KnownOfPeriod): Step | null {
  if (imports === undefined) return null;
  const done = imports.imports.filter(({ status }) => status === 'done');
  const waiting = imports.imports.filter(({ status }) => status === 'to confirm' || status === 'failed');
  const last = done[0];
  const says =
    last === undefined
      ? 'No punches yet.'
      : `The last file is ${last.name}: ${of(last.added, 'punch', 'punches')} added, ${number(last.known)} known before${last.refused > 0 ? `, ${number(last.refused)} refused` : ''}.`;
  return {
    name: 'Collect',
    press: DESK_KEYS.collect.press,
    says: waiting.length === 0 ? says : `${of(waiting.length, 'file')} to look at. ${says}`,
    share: null,
    isDone: last !== undefined && waiting.length === 0,
    to: '/punches',
    opens: 'Punches',
  };
}

/** The best time is as good as certain: one key takes it. */
const takesOneKey = ({ proposals }: OpenException): boolean => {
  const best = proposals[0];
  return best !== undefined && ['certain', 'sure'].includes(sureness(best, proposals).level);
};

function settle({ open, unowned }: KnownOfPeriod): Step | null {
  if (open === undefined) return null;
  const holdUp = open.filter(holdsUp).length;
  const toLookAt = open.length - holdUp + unowned;
  const oneKey = open.filter(takesOneKey).length;
  const parts = [
    holdUp === 0 ? 'Nothing holds up the handoff.' : `${of(holdUp, 'exception')} to settle.`,
    ...(oneKey > 0 ? [`${number(oneKey)} take one key: the plan and the habit agree.`] : []),
    ...(toLookAt > 0 ? [`${number(toLookAt)} worth a look.`] : []),
  ];
  return {
    name: 'Settle',
    press: DESK_KEYS.settle.press,
    says: parts.join(' '),
    share: null,
    isDone: holdUp === 0,
    to: '/exceptions',
    opens: 'Settle',
  };
}

function approve({ strip }: KnownOfPeriod): Step | null {
  if (strip === undefined) return null;
  const { approved, people } = strip;
  return {
    name: 'Approve',
    press: DESK_KEYS.approve.press,
    says: `${number(approved)} of ${of(people, 'card')}.`,
    share: people === 0 ? null : approved / people,
    isDone: people > 0 && approved === people,
    to: '/cards?show=to-approve',
    opens: 'Approve',
  };
}

function check({ handoff }: KnownOfPeriod): Step | null {
  const before = handoff?.earlier[0];
  if (handoff === undefined || before === undefined) return null;
  const more = handoff.payableHours - before.payableHours;
  const way = more === 0 ? 'as much as' : `${hoursText(Math.abs(more))} ${more > 0 ? 'more' : 'less'} than`;
  return {
    name: 'Check',
    press: DESK_KEYS.check.press,
    says: `Payable stands at ${hoursWithUnit(handoff.payableHours)}, ${way} in the last period.`,
    share: null,
    isDone: isClosed(handoff),
    to: '/handoff',
    opens: 'Compare',
  };
}

/** Every pay group of the period has handed it off. */
const isClosed = ({ groups }: HandoffReply): boolean =>
  groups.every(({ people, batchId }) => people === 0 || batchId !== null);

function handOff({ handoff }: KnownOfPeriod): Step | null {
  if (handoff === undefined) return null;
  const standing = handoff.batches.filter(({ ended }) => ended === null);
  const open = handoff.groups.filter(({ people, batchId }) => people > 0 && batchId === null);
  const undelivered = standing.filter(({ state }) => state !== 'accepted');
  const isDone = isClosed(handoff) && undelivered.length === 0;
  return {
    name: 'Hand off',
    press: DESK_KEYS.handOff.press,
    says:
      open.length > 0
        ? `${open.map(({ name }) => name).join(', ')} ${open.length === 1 ? 'is' : 'are'} to be sealed.`
        : undelivered.length > 0
          ? `Handoff ${undelivered.map(({ number }) => number).join(', ')} is sealed and not accepted yet.`
          : `Handed off and accepted: ${of(
              standing.reduce((sum, { lines }) => sum + lines, 0),
              'line',
            )}.`,
    share: null,
    isDone,
    to: '/handoff',
    opens: 'Handoff',
  };
}
