import { type AskRequest, questionOperations } from '@heath/contract';
import { type CardId, cardParams } from './cards.ts';
import { api } from './requests/base.ts';
import { call } from './requests/call.ts';

const { questions, ask, answerQuestion, remind, withdrawQuestion } = questionOperations;

interface OfQuestion {
  readonly periodId: number;
  readonly id: number;
}
const ofQuestion = ({ periodId, id }: OfQuestion) => ({ params: { period: periodId, question: id } });

export const {
  useQuestionsQuery,
  useAskMutation,
  useAnswerQuestionMutation,
  useRemindMutation,
  useWithdrawQuestionMutation,
} = api.injectEndpoints({
  endpoints: (build) => ({
    questions: build.query(call(questions, (period: number) => ({ params: { period } }))),
    ask: build.mutation(
      call(ask, ({ body, ...card }: CardId & { body: AskRequest }) => ({
        params: cardParams(card),
        body,
      })),
    ),
    answerQuestion: build.mutation(
      call(answerQuestion, ({ text, ...question }: OfQuestion & { text: string }) => ({
        ...ofQuestion(question),
        body: { text },
      })),
    ),
    remind: build.mutation(call(remind, ofQuestion)),
    withdrawQuestion: build.mutation(call(withdrawQuestion, ofQuestion)),
  }),
});
