import { type CardRow, type SettlePreview, SettleReply, type SettleRequest } from '@heath/contract';
import { isMissingPunch } from '@heath/core';
import { original } from '@reduxjs/toolkit';
import { api } from './base.ts';
import { type CardId, cardPath, cardsApi } from './cards.ts';
import { reads } from './reads.ts';

/** Puts the recomputed card where it is shown, so that nothing has to be asked again but the strip. */
async function showCard(
  card: CardId,
  dispatch: (action: never) => unknown,
  reply: Promise<{ data: SettleReply }>,
): Promise<void> {
  const show = dispatch as (action: unknown) => unknown;
  try {
    const { data } = await reply;
    show(cardsApi.util.updateQueryData('card', card, () => data.card));
    show(
      // The list as it is, not as a draft: a draft wraps each of ten thousand rows that is looked at.
      cardsApi.util.updateQueryData('cards', card.periodId, (list) => {
        const rows = original(list as CardRow[]) ?? [];
        return rows.map((row) => (row.personId === card.personId ? data.card.row : row));
      }),
    );
    // What the crew did is evidence for what is still missing; it comes with the card when it is opened.
    if (data.card.exceptions.some(isMissingPunch)) show(api.util.invalidateTags(['card']));
  } catch {
    // Somebody else changed the card first: show what they made of it.
    show(api.util.invalidateTags(['card', 'cards']));
  }
}

export const { usePreviewSettleQuery, useSettleMutation, useUndoMutation } = api.injectEndpoints({
  endpoints: (build) => ({
    previewSettle: build.query<SettlePreview, CardId & { body: SettleRequest }>({
      query: ({ body, ...card }) => ({ url: `${cardPath(card)}/preview`, method: 'POST', body }),
      keepUnusedDataFor: 0,
    }),
    settle: build.mutation<SettleReply, CardId & { body: SettleRequest }>({
      query: ({ body, ...card }) => ({ url: `${cardPath(card)}/settle`, method: 'POST', body }),
      transformResponse: reads(SettleReply),
      onQueryStarted: ({ body: _, ...card }, { dispatch, queryFulfilled }) =>
        showCard(card, dispatch as never, queryFulfilled as never),
      invalidatesTags: ['strip', 'handoff'],
    }),
    undo: build.mutation<SettleReply, CardId & { correctionId: number }>({
      query: ({ correctionId, ...card }) => ({
        url: `${cardPath(card)}/corrections/${correctionId}/undo`,
        method: 'POST',
      }),
      transformResponse: reads(SettleReply),
      onQueryStarted: ({ correctionId: _, ...card }, { dispatch, queryFulfilled }) =>
        showCard(card, dispatch as never, queryFulfilled as never),
      invalidatesTags: ['strip', 'handoff'],
    }),
  }),
});
