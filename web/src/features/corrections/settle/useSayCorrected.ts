import type { CardId } from '../../../api/cards.ts';
import { useUndoMutation } from '../../../api/corrections.ts';
import { problemOf } from '../../../api/requests/base.ts';
import { type Done, say, sayDone } from '../../../ui/notices/notices.ts';

/** Says that a card was corrected, with a way to take that back, and back again: each is a correction of its own. */
export function useSayCorrected(id: CardId) {
  const [undo] = useUndoMutation();
  const doneOf = (text: string, correctionId: number): Done => ({
    text,
    undo: async () => {
      const { data, error } = await undo({ ...id, correctionId });
      if (data !== undefined) return doneOf(text, data.correctionId);
      say(problemOf(error).title);
      return null;
    },
  });
  return (text: string, correctionId: number) => sayDone(doneOf(text, correctionId));
}
