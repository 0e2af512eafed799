import { type AskRequest, QuestionsReply } from '@heath/contract';
import { api } from './base.ts';
import { type CardId, cardPath } from './cards.ts';
import { reads } from './reads.ts';

interface OfQuestion {
  readonly periodId: number;
  readonly id: number;
}

/** Whoever asks or answers gets all questions: they are put in the place of those that were there. */
const transformResponse = reads(QuestionsReply);
const invalidatesTags = ['questions'] as const;

export const {
  useQuestionsQuery,
  useAskMutation,
  useAnswerQuestionMutation,
  useRemindMutation,
  useWithdrawQuestionMutation,
} = api.injectEndpoints({
  endpoints: (build) => ({
    questions: build.query<QuestionsReply, number>({
      query: (periodId) => `/periods/${periodId}/questions`,
      transformResponse,
      providesTags: ['questions'],
    }),
    ask: build.mutation<QuestionsReply, CardId & { body: AskRequest }>({
      query: ({ body, ...card }) => ({ url: `${cardPath(card)}/questions`, method: 'POST', body }),
      transformResponse,
      invalidatesTags,
    }),
    answerQuestion: build.mutation<QuestionsReply, OfQuestion & { text: string }>({
      query: ({ periodId, id, text }) => ({
        url: `/periods/${periodId}/questions/${id}/answer`,
        method: 'POST',
        body: { text },
      }),
      transformResponse,
      invalidatesTags,
    }),
    remind: build.mutation<QuestionsReply, OfQuestion>({
      query: ({ periodId, id }) => ({ url: `/periods/${periodId}/questions/${id}/remind`, method: 'POST' }),
      transformResponse,
      invalidatesTags,
    }),
    withdrawQuestion: build.mutation<QuestionsReply, OfQuestion>({
      query: ({ periodId, id }) => ({
        url: `/periods/${periodId}/questions/${id}/withdraw`,
        method: 'POST',
      }),
      transformResponse,
      invalidatesTags,
    }),
  }),
});
