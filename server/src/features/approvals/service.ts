import type { ApprovalsReply, ApproveRequest, LeftReason, WithdrawReply } from '@heath/contract';
import { type Workday, workdayToIso } from '@heath/core';
import { Problem } from '../../base/problem.ts';
import { activeApprovalsOf } from '../../cards/approvals.ts';
import { once, type Write } from '../../database/answered.ts';
import type { Context } from '../../http/context.ts';
import { periodAt } from '../../http/period-at.ts';
import { accountOf } from '../../packed/days.ts';
import { isOwn, reaches, somebody, type Who } from '../../rights/who.ts';
import { addApprovals, type CardToApprove, cardsToApprove } from './store.ts';

/** A card to approve, or one day of it. */
interface ToApprove {
  readonly card: CardToApprove;
  /** That of the card, or of the day. */
  readonly fingerprint: number;
  readonly payableHours: number;
  /** Why it cannot be approved yet; null where it can. */
  readonly isOpen: LeftReason | null;
}

function wholeCard(card: CardToApprove): ToApprove {
  const { fingerprint, payableHours, toSettle } = card;
  return { card, fingerprint, payableHours, isOpen: toSettle > 0 ? 'to settle' : null };
}

function oneDay(card: CardToApprove, day: Workday): ToApprove {
  const account = accountOf(card.days, card.firstDay, day);
  const isAtWork = account.state === 'at work' || account.state === 'to come';
  return {
    card,
    fingerprint: account.fingerprint,
    payableHours: account.payableHours,
    isOpen: account.toSettle > 0 ? 'to settle' : isAtWork ? 'at work' : null,
  };
}

/** Why something cannot be approved; null where it can. */
function objection(who: Who, { card, isOpen }: ToApprove): LeftReason | null {
  if (!reaches(who, card)) return 'no card';
  if (isOwn(who, card)) return 'own card';
  if (card.batchId !== null) return 'sealed';
  return card.inputVersion === card.computedVersion ? isOpen : 'being computed';
}

/** Approves these cards, or one day of them, as they are now. Returns the approved people, and the others each with the reason. */
export function approve(
  context: Pick<Context, 'database' | 'clock'>,
  who: Who,
  write: Write | null,
  periodId: number,
  { people, workday }: ApproveRequest,
): Promise<ApprovalsReply> {
  return once(context, who, write, async (tx, tell) => {
    const period = await periodAt(tx, periodId);
    if (workday !== undefined && (workday < period.firstDay || workday > period.lastDay))
      throw new Problem(422, 'invalid', 'This day is not in this period.', { field: 'workday' });
    const madeBy = somebody(who);
    const cards = new Map(
      (await cardsToApprove(tx, periodId, people)).map((card) => [
        card.personId,
        workday === undefined ? wholeCard(card) : oneDay(card, workday),
      ]),
    );
    const approved: ToApprove[] = [];
    const left: ApprovalsReply['left'][number][] = [];
    for (const personId of new Set(people)) {
      const card = cards.get(personId);
      const reason = card === undefined ? 'no card' : objection(who, card);
      if (card !== undefined && reason === null) approved.push(card);
      else left.push({ personId, reason: reason ?? 'no card' });
    }
    // What somebody stands for as it is already, they need not stand for twice.
    const standing = new Set(
      (await activeApprovalsOf(tx, periodId, people, workday))
        .filter((one) => one.madeBy === madeBy)
        .map(({ personId, fingerprint }) => `${personId} ${fingerprint}`),
    );
    await addApprovals(
      tx,
      approved
        .filter(({ card, fingerprint }) => !standing.has(`${card.personId} ${fingerprint}`))
        .map(({ card: { personId }, fingerprint, payableHours }) => ({
          periodId,
          personId,
          workday: workday ?? null,
          fingerprint,
          payableHours,
          madeBy,
          madeAt: context.clock.now(),
        })),
    );
    const ids = approved.map(({ card }) => card.personId);
    tell({
      what: workday === undefined ? 'approved' : 'day approved',
      about: 'period',
      aboutId: periodId,
      pays: ids,
      after: { people: ids, left: left.length, ...ofDay(workday) },
    });
    return { approved: ids, left };
  });
}

const ofDay = (day: Workday | undefined) => (day === undefined ? {} : { workday: workdayToIso(day) });

/** Withdraws all active approvals of these cards, or of one day of them, from every approver. */
export function withdraw(
  context: Pick<Context, 'database' | 'clock'>,
  who: Who,
  write: Write | null,
  periodId: number,
  { people, workday }: ApproveRequest,
): Promise<WithdrawReply> {
  return once(context, who, write, async (tx, tell) => {
    const cards = new Map((await cardsToApprove(tx, periodId, people)).map((card) => [card.personId, card]));
    const standing = await activeApprovalsOf(tx, periodId, people, workday);
    const approved = new Set(standing.map(({ personId }) => personId));
    const left: WithdrawReply['left'][number][] = [];
    for (const personId of new Set(people)) {
      const reason = stays(who, cards.get(personId), approved.has(personId));
      if (reason !== null) left.push({ personId, reason });
    }
    const isLeft = new Set(left.map(({ personId }) => personId));
    const taken = standing.filter(({ personId }) => !isLeft.has(personId));
    const made = { madeBy: somebody(who), madeAt: context.clock.now() };
    await addApprovals(
      tx,
      taken.map(({ id, personId, fingerprint }) => ({
        periodId,
        personId,
        workday: workday ?? null,
        fingerprint,
        undoes: id,
        ...made,
      })),
    );
    const withdrawn = [...new Set(taken.map(({ personId }) => personId))];
    tell({
      what: workday === undefined ? 'approval withdrawn' : 'approval of a day withdrawn',
      about: 'period',
      aboutId: periodId,
      pays: withdrawn,
      before: { people: withdrawn },
      after: { left: left.length, ...ofDay(workday) },
    });
    return { withdrawn, left };
  });
}

/** Why an approval stays; null where it can be taken back. */
function stays(
  who: Who,
  card: CardToApprove | undefined,
  isApproved: boolean,
): WithdrawReply['left'][number]['reason'] | null {
  if (card === undefined || !reaches(who, card)) return 'no card';
  if (isOwn(who, card)) return 'own card';
  if (card.batchId !== null) return 'sealed';
  return isApproved ? null : 'not approved';
}
