import type { CardReply } from '@heath/contract';
import type { CardId } from '../../api/cards.ts';
import { useUndoMutation } from '../../api/corrections.ts';
import { problemOf } from '../../api/requests/base.ts';
import { useSessionQuery } from '../../api/session.ts';
import { say } from '../../ui/notices/notices.ts';

/** Undoes a correction, or your newest one on this card that still holds. */
export function useUndoLast(id: CardId, card: CardReply) {
  const [undo] = useUndoMutation();
  const { data: user } = useSessionQuery();
  return async (correctionId?: number) => {
    const mine = card.corrections.findLast((c) => c.by === user?.name && !c.undone && c.kind !== 'undo');
    const wanted = correctionId ?? mine?.id;
    if (wanted === undefined) {
      say('There is nothing of yours to undo on this card.');
      return;
    }
    const result = await undo({ ...id, correctionId: wanted });
    say(result.error ? problemOf(result.error).title : 'Undone.');
  };
}
