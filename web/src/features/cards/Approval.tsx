import type { CardReply } from '@heath/contract';
import { Check } from 'lucide-react';
import { memo } from 'react';
import type { CardId } from '../../api/cards.ts';
import { useSessionQuery } from '../../api/session.ts';
import { useMay } from '../../api/useMay.ts';
import { Button } from '../../ui/controls/Button.tsx';
import { useKey } from '../../ui/screen/keys.ts';
import { hoursText, moment } from '../../ui/text/format.ts';
import { Kbd } from '../../ui/text/Kbd.tsx';
import { useApproving } from '../approvals/index.ts';
import { CARD_KEYS } from './keys.ts';

/** Who stands for the card, and a way to stand for it, or to take that back. */
export const Approval = memo(function Approval({ id, card }: { id: CardId; card: CardReply }) {
  const { data: user } = useSessionQuery();
  const may = useMay('approve') && user?.personId !== id.personId && !card.sealed;
  const { approve, withdraw, isBusy } = useApproving(id.periodId);
  const { name, approval, toSettle } = card.row;
  const isMine = card.approvals.some(({ by, stands }) => stands && by === user?.name);
  const canApprove = may && !isMine && approval !== 'approved' && toSettle === 0;
  useKey(CARD_KEYS.approve, () => {
    if (canApprove && !isBusy) void approve([id.personId], name);
  });
  return (
    <span className="ml-auto flex items-baseline gap-2 pr-1 text-note">
      <Standing card={card} />
      {canApprove && (
        <Button disabled={isBusy} onClick={() => void approve([id.personId], name)}>
          Approve <Kbd>{CARD_KEYS.approve.press}</Kbd>
        </Button>
      )}
      {may && (approval === 'approved' || approval === 'waits') && (
        <Button look="quiet" disabled={isBusy} onClick={() => void withdraw([id.personId], name)}>
          Withdraw
        </Button>
      )}
    </span>
  );
});

/** In words: who approved it and when, that one more must, or what changed since. */
function Standing({ card: { approvals, row } }: { card: CardReply }) {
  const last = approvals.at(-1);
  if (last === undefined) return null;
  const when = moment(last.madeAt);
  if (row.approval === 'approved')
    return (
      <span className="text-soft">
        <Check size={14} className="mr-1 inline text-moss" aria-hidden="true" />
        Approved by{' '}
        {approvals
          .filter(({ stands }) => stands)
          .map(({ by }) => by)
          .join(' and ')}
        , {when}
      </span>
    );
  if (row.approval === 'waits')
    return (
      <span className="text-soft">
        {last.by} approved it, {when}; somebody else must, too
      </span>
    );
  const was = last.payableHours;
  const isOther = was !== null && row.payableHours !== null && was !== row.payableHours;
  return (
    <span className="text-ember">
      Changed since {last.by} approved it, {when}
      {isOther && `: ${hoursText(was)} → ${hoursText(row.payableHours ?? 0)}`}
    </span>
  );
}
