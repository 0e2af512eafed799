import {
  type CardReply,
  type CorrectRequest,
  correctionOperations,
  type SettleReply,
  type SettleRequest,
  withChange,
} from '@heath/contract';
import { isMissingPunch, workdayToIso } from '@heath/core';
import type { ThunkDispatch, UnknownAction } from '@reduxjs/toolkit';
import { type CardId, cardParams, cardsApi } from './cards.ts';
import { exceptionsAfter, exceptionsApi } from './exceptions.ts';
import { api } from './requests/base.ts';
import { call } from './requests/call.ts';

const { cardInput, previewSettle, settle, correct, previewCorrect, undoCorrection } = correctionOperations;

type State = Parameters<ReturnType<typeof exceptionsApi.endpoints.exceptions.select>>[0];

/** What a request that changes a card is given while it is under way. */
interface UnderWay {
  readonly dispatch: ThunkDispatch<State, unknown, UnknownAction>;
  readonly getState: () => State;
  readonly queryFulfilled: PromiseLike<{ data: SettleReply }>;
}

/** Puts what is left to settle on a corrected card into the list of its period, where that is there. */
function showInExceptions(
  periodId: number,
  card: CardReply,
  { dispatch, getState }: Pick<UnderWay, 'dispatch' | 'getState'>,
): void {
  const list = exceptionsApi.endpoints.exceptions.select(periodId)(getState()).data;
  if (list === undefined) return;
  const value = exceptionsAfter(list, card);
  if (value === null) dispatch(api.util.invalidateTags(['exceptions']));
  else
    dispatch(exceptionsApi.util.upsertQueryEntries([{ endpointName: 'exceptions', arg: periodId, value }]));
}

/** Puts what a corrected card changes into the strips that it is in; asks for them anew where they do not know of the card yet. */
function showInStrips(
  periodId: number,
  { card, change }: SettleReply,
  { dispatch, getState }: Pick<UnderWay, 'dispatch' | 'getState'>,
): void {
  for (const groupId of [null, card.row.groupId]) {
    const key = { periodId, groupId };
    const { data } = cardsApi.endpoints.strip.select(key)(getState());
    if (data === undefined) continue;
    if (change === null || data.computing > 0) dispatch(api.util.invalidateTags(['strip']));
    else dispatch(cardsApi.util.updateQueryData('strip', key, (strip) => withChange(strip, change)));
  }
}

/** Puts the recomputed card where it is shown, with what it changes of the list and the strips: adding up ten thousand cards again would hold up the next. */
async function showCard(card: CardId, { dispatch, getState, queryFulfilled }: UnderWay): Promise<void> {
  try {
    const { data } = await queryFulfilled;
    dispatch(cardsApi.util.updateQueryData('card', card, () => Object.freeze(data.card)));
    const list = cardsApi.endpoints.cards.select(card.periodId)(getState()).data;
    const value = list?.replacing(({ personId }) => personId === card.personId, data.card.row);
    if (value !== undefined)
      dispatch(cardsApi.util.upsertQueryEntries([{ endpointName: 'cards', arg: card.periodId, value }]));
    showInExceptions(card.periodId, data.card, { dispatch, getState });
    showInStrips(card.periodId, data, { dispatch, getState });
    // What the crew did is evidence for what is still missing; it comes with the card when it is opened.
    if (data.card.exceptions.some(isMissingPunch)) dispatch(api.util.invalidateTags(['card']));
  } catch {
    // Somebody else changed the card first: show what they made of it.
    dispatch(api.util.invalidateTags(['card', 'cards', 'day', 'input', 'exceptions', 'strip']));
  }
}

/** A correction of any kind but an undo: what it says, the exception that it settles, and why. */
export interface Correcting {
  readonly says: CorrectRequest['says'];
  readonly settles?: string;
  readonly note: string;
}

/** As it travels: days are dates. */
const asWritten = (says: Correcting['says']) =>
  'workday' in says ? { ...says, workday: workdayToIso(says.workday) } : says;

const settling = ({ body, ...card }: CardId & { body: SettleRequest }) => ({
  params: cardParams(card),
  body,
});
const correcting = ({ says, settles, note, ...card }: CardId & Correcting) => ({
  params: cardParams(card),
  body: { says: asWritten(says), settles, note },
});

export const {
  useCardInputQuery,
  usePreviewSettleQuery,
  useSettleMutation,
  useCorrectMutation,
  usePreviewCorrectQuery,
  useUndoMutation,
} = api.injectEndpoints({
  endpoints: (build) => ({
    cardInput: build.query(call(cardInput, (card: CardId) => ({ params: cardParams(card) }))),
    previewSettle: build.query({ ...call(previewSettle, settling), keepUnusedDataFor: 0 }),
    settle: build.mutation({
      ...call(settle, settling),
      onQueryStarted: ({ body: _, ...card }, underWay) => showCard(card, underWay),
    }),
    correct: build.mutation({
      ...call(correct, correcting),
      onQueryStarted: ({ periodId, personId }, underWay) => showCard({ periodId, personId }, underWay),
    }),
    previewCorrect: build.query({ ...call(previewCorrect, correcting), keepUnusedDataFor: 0 }),
    undo: build.mutation({
      ...call(undoCorrection, ({ correctionId, ...card }: CardId & { correctionId: number }) => ({
        params: { ...cardParams(card), correction: correctionId },
      })),
      onQueryStarted: ({ correctionId: _, ...card }, underWay) => showCard(card, underWay),
    }),
  }),
});
