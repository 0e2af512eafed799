import type { ApprovalsReply, ApproveRequest } from '@heath/contract';
import { once, type Write } from '../../database/answered.ts';
import type { Context } from '../../http/context.ts';
import { Problem } from '../../http/problem.ts';
import { isOwn, reaches, somebody, type Who } from '../../rights/who.ts';
import { addApprovals, type CardToApprove, cardsToApprove, standingApproval } from './store.ts';

type Reason = ApprovalsReply['left'][number]['reason'];

/** Why a card cannot be approved; null where it can. */
function objection(who: Who, card: CardToApprove | undefined): Reason | null {
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
    const cards = new Map((await cardsToApprove(tx, periodId, people)).map((card) => [card.personId, card]));
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
        .map(({ personId, computedVersion }) => ({ periodId, personId, version: computedVersion, ...made })),
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

/** Takes the approval of one card back. */
export async function withdraw(
  context: Pick<Context, 'database' | 'clock'>,
  who: Who,
  write: Write | null,
  periodId: number,
  personId: number,
): Promise<void> {
  await once(context, who, write, async (tx, tell) => {
    const [card] = await cardsToApprove(tx, periodId, [personId]);
    if (card === undefined || !reaches(who, card))
      throw new Problem(404, 'not-found', 'This person has no card in this period.');
    if (isOwn(who, card))
      throw new Problem(403, 'own-card', 'This is your own card: somebody else corrects and approves it.');
    if (card.batchId !== null)
      throw new Problem(409, 'sealed', 'This period is handed off. Its cards stay as they were sent.');
    const standing = await standingApproval(tx, periodId, personId);
    if (standing === undefined) throw new Problem(409, 'stale', 'This card is not approved.');
    const made = { madeBy: somebody(who), madeAt: context.clock.now() };
    await addApprovals(tx, [{ periodId, personId, version: standing.version, undoes: standing.id, ...made }]);
    tell({
      what: 'approval withdrawn',
      about: 'approval',
      aboutId: standing.id,
      before: { periodId, personId, version: standing.version },
    });
    return null;
  });
}
