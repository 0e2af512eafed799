import type { ProblemBody, ProblemType } from '@heath/contract';
import { type Exception, type Instant, instantFromIso, readTimeEntry, type ZoneOffsets } from '@heath/core';
import type { CardId } from '../../../api/cards.ts';
import { usePreviewSettleQuery, useSettleMutation } from '../../../api/corrections.ts';
import { problemOf } from '../../../api/requests/base.ts';
import { useDraft } from '../../../ui/form/useDraft.ts';

/** Somebody else was first: who, with what time, and what of yours was not saved. */
export interface Conflict {
  readonly by: string;
  readonly took: Instant | null;
  readonly yours: Instant;
  readonly note: string;
}

interface SettlingOf {
  readonly id: CardId;
  readonly exception: Exception;
  readonly offsets: ZoneOffsets;
  readonly onConflict: (conflict: Conflict) => void;
  readonly onSettled: (correctionId: number) => void;
}

/** Of a preview, both are said by the card that is read anew. */
const SAID_BY_THE_CARD: readonly ProblemType[] = ['already-settled', 'stale'];

const EMPTY = { time: '', note: '' };

/**
 * What settles a missing punch: what is proposed, what was typed, what it would change, and how it is taken. One time is chosen at any moment: the typed
 * one, else the proposed one. Whatever shows a time shows that one, and whatever takes a time takes that one.
 */
export function useSettling({ id, exception, offsets, onConflict, onSettled }: SettlingOf) {
  const { draft, type, forget } = useDraft(exception.key, EMPTY);
  const [settle, { error, isLoading }] = useSettleMutation();
  const direction = exception.kind === 'missing-out' ? 'after' : 'before';
  const entry = draft.time.trim() === '' ? null : readTimeEntry(draft.time, exception.at, direction, offsets);
  const typed = entry?.ok === true ? entry.at : null;
  const proposal = exception.proposals[0];
  // What is typed and cannot be read is not passed over: nothing is chosen until it can be, or is gone.
  const isUnread = entry?.ok === false;
  const chosen = isUnread ? null : (typed ?? proposal?.at ?? null);
  const preview = usePreviewSettleQuery(
    { ...id, body: { exception: exception.key, at: chosen ?? 0, note: '' } },
    { skip: chosen === null },
  );

  const refusal = preview.isError ? problemOf(preview.error) : null;
  // That somebody was first, or that the card changed, is no fault of the time: whoever takes it then is told, instead of pressing in vain.
  const isRefused = refusal !== null && !SAID_BY_THE_CARD.includes(refusal.type);
  const canTake = chosen !== null && !isLoading && !isRefused;
  const take = async () => {
    if (!canTake) return;
    const at = chosen;
    const result = await settle({ ...id, body: { exception: exception.key, at, note: draft.note } });
    if (result.data !== undefined) {
      forget();
      return onSettled(result.data.correctionId);
    }
    const problem = problemOf(result.error);
    if (problem.type !== 'already-settled' || problem.settled === undefined) return;
    const took = problem.settled.at === null ? null : instantFromIso(problem.settled.at);
    // It is said with the conflict, and stays in sight there.
    forget();
    onConflict({ by: problem.settled.by, took, yours: at, note: draft.note });
  };

  const problems = [
    ...(refusal !== null && isRefused ? [refusal] : []),
    // That somebody was first is said where the card begins, and stays until it is understood.
    ...(error === undefined ? [] : [problemOf(error)].filter(({ type: what }) => what !== 'already-settled')),
  ];
  const at = (field: string) => problems.find((problem) => problem.field === field)?.title;
  return {
    draft,
    forget,
    type,
    direction,
    proposal,
    typed,
    chosen,
    /** What the chosen time would change; null while that is not known. */
    effect: chosen !== null && refusal === null ? (preview.currentData ?? null) : null,
    /** A time is chosen, and nothing is known against it. */
    canTake,
    take,
    /** What is wrong with a field. */
    at,
    /** What is wrong with none of the fields. */
    elsewhere: problems.filter(({ field }) => field !== 'at' && field !== 'note') as readonly ProblemBody[],
  } as const;
}
export type Settling = ReturnType<typeof useSettling>;
