import type { CardReply } from '@heath/contract';

/** Says, before a card is corrected, that this takes back what somebody stands for; nothing where nobody does. */
export function WithdrawsApproval({ card: { approvals, row } }: { card: CardReply }) {
  if (row.approval !== 'approved' && row.approval !== 'waits') return null;
  const by = approvals.filter(({ stands }) => stands).map((one) => one.by);
  return (
    <p className="mt-1.5 text-note text-ember">
      {by.join(' and ')} approved this card: a correction withdraws that.
    </p>
  );
}
