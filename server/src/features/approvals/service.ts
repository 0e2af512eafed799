import type { ApprovalsReply, ApproveRequest, LeftReason, WithdrawReply } from '@heath/contract';
import { once, type Write } from '../../database/answered.ts';
import type { Context } from '../../http/context.ts';
import { isOwn, reaches, somebody, type Who } from '../../rights/who.ts';
import { addApprovals, type CardToApprove, cardsToApprove, standingApprovals } from './store.ts';

/** Why a card cannot be approved; null where it can. */
function objection(who: Who, card: CardToApprove | undefined): LeftReason | null {
  if (card === undefined || !reaches(who, card)) return 'no card';
  if (isOwn(who, card)) return 'own card';
  if (card.batchId !== null) return 'sealed';
  if (card.inputVersion !== card.computedVersion) return 'being computed';
  return card.toSettle > 0 ? 'to settle' : null;
}

/** Stands for cards as they are computed now; those that cannot be approved are left, each with the reason. */
export function approve(
  context: Pick<Context, 'database' | 'clock'>,
  who: Who,
  write: Write | null,
  periodId: number,
  { people }: ApproveRequest,
): Promise<ApprovalsReply> {
  return once(context, who, write, async (tx, tell) => {
    const cards = new Map(
      (await cardsToApprove(tx, periodId, people, somebody(who))).map((card) => [card.personId, card]),
    );
    const approved: CardToApprove[] = [];
    const left: ApprovalsReply['left'][number][] = [];
    for (const personId of new Set(people)) {
      const card = cards.get(personId);
      const reason = objection(who, card);
      if (card !== undefined && reason === null) approved.push(card);
      else left.push({ personId, reason: reason ?? 'no card' });
    }
    const made = { madeBy: somebody(who), madeAt: context.clock.now() };
    await addApprovals(
      tx,
      // One that is approved at this version already stays so.
      approved
        .filter((card) => card.approvedVersion !== card.computedVersion)
        .map(({ personId, computedVersion, payableHours }) => ({
          periodId,
          personId,
          version: computedVersion,
          payableHours,
          ...made,
        })),
    );
    tell({
      what: 'approved',
      about: 'period',
      aboutId: periodId,
      after: { people: approved.map(({ personId }) => personId), left: left.length },
    });
    return { approved: approved.map(({ personId }) => personId), left };
  });
}

/** Takes back whatever approval of these cards stands: of two who approved one, what both said. */
export function withdraw(
  context: Pick<Context, 'database' | 'clock'>,
  who: Who,
  write: Write | null,
  periodId: number,
  { people }: ApproveRequest,
): Promise<WithdrawReply> {
  return once(context, who, write, async (tx, tell) => {
    const cards = new Map(
      (await cardsToApprove(tx, periodId, people, somebody(who))).map((card) => [card.personId, card]),
    );
    const standing = await standingApprovals(tx, periodId, people);
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
      taken.map(({ id, personId, version }) => ({ periodId, personId, version, undoes: id, ...made })),
    );
    const withdrawn = [...new Set(taken.map(({ personId }) => personId))];
    tell({
      what: 'approval withdrawn',
      about: 'period',
      aboutId: periodId,
      before: { people: withdrawn },
      after: { left: left.length },
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
