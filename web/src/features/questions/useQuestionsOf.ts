import { isWaiting, type Question } from '@heath/contract';
import { useMemo } from 'react';
import type { CardId } from '../../api/cards.ts';
import { useQuestionsQuery } from '../../api/questions.ts';

/** Answers are seen after so long. */
const AGAIN_MILLISECONDS = 30_000;
const NONE: readonly Question[] = [];

/** Everything that was asked in a period, the last first. */
function useQuestions(periodId: number): readonly Question[] {
  const { data } = useQuestionsQuery(periodId, {
    pollingInterval: AGAIN_MILLISECONDS,
    skipPollingIfUnfocused: true,
  });
  return data?.questions ?? NONE;
}

/** What was asked about a card, or about one exception of it, the last first. */
export function useQuestionsOf({ periodId, personId }: CardId, exception?: string): readonly Question[] {
  const all = useQuestions(periodId);
  return useMemo(
    () =>
      all.filter(
        (one) => one.personId === personId && (exception === undefined || one.exception === exception),
      ),
    [all, personId, exception],
  );
}

/** The last question about each exception of a period, by whose it is and its key. */
export function useAsked(periodId: number): (personId: number, exception: string) => Question | undefined {
  const all = useQuestions(periodId);
  const last = useMemo(() => {
    const found = new Map<string, Question>();
    for (const one of all.toReversed())
      if (!one.isWithdrawn) found.set(`${one.personId} ${one.exception}`, one);
    return found;
  }, [all]);
  return (personId, exception) => last.get(`${personId} ${exception}`);
}

/** What waits for an answer: of whoever looks, and of others. */
export function useWaiting(periodId: number) {
  const all = useQuestions(periodId);
  return useMemo(() => {
    const waiting = all.filter(isWaiting);
    return {
      mine: waiting.filter(({ isMine }) => isMine),
      others: all.filter((one) => !one.isMine && (isWaiting(one) || one.answer !== null)),
    };
  }, [all]);
}
