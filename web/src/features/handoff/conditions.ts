import type { HandoffReply } from '@heath/contract';
import { decimalHours } from '../../ui/format.ts';

/** Something that must be so before a period is handed off; where it is not, where to go. */
export interface Condition {
  readonly met: boolean;
  readonly says: string;
  readonly detail: string | null;
  readonly remedy: { readonly name: string; readonly to: string } | null;
}

type Judged = Pick<HandoffReply, 'periodId' | 'people' | 'computing' | 'toSettle' | 'codes' | 'payableHours'>;

/** What a handoff waits for, in the order in which one looks at it. */
export function conditionsOf({ periodId, computing, toSettle, codes, payableHours }: Judged): Condition[] {
  const hoursOf = (isMeant: (code: Judged['codes'][number]) => boolean) =>
    codes.filter(isMeant).reduce((sum, { hours }) => sum + hours, 0);
  const unassigned = hoursOf(({ code }) => code === null);
  const isSum = hoursOf(({ premium }) => !premium) === payableHours;
  const condition = (
    met: boolean,
    so: string,
    not: string,
    remedy: Condition['remedy'] = null,
  ): Condition => ({
    met,
    says: met ? so : not,
    detail: null,
    remedy: met ? null : remedy,
  });
  return [
    condition(
      computing === 0,
      'Every card is computed',
      `${computing.toLocaleString('en')} ${computing === 1 ? 'card is' : 'cards are'} being computed`,
    ),
    condition(
      toSettle === 0,
      'Every exception is settled',
      `${toSettle.toLocaleString('en')} ${toSettle === 1 ? 'exception is' : 'exceptions are'} open`,
      { name: 'settle', to: `/cards?period=${periodId}&show=to-settle` },
    ),
    condition(
      unassigned === 0,
      'Every hour has a pay code',
      `${decimalHours(unassigned)} h have no pay code`,
      {
        name: 'decide',
        to: '/pay-codes',
      },
    ),
    {
      ...condition(isSum, 'Codes add up to the cards', 'Codes do not add up to the cards'),
      detail: `${decimalHours(payableHours)} h`,
    },
    condition(true, 'Not sent before', ''),
  ];
}

/** Whether a period can be handed off: everything is so, and there is somebody to pay. */
export const isReady = (handoff: Judged): boolean =>
  handoff.people > 0 && conditionsOf(handoff).every(({ met }) => met);
