import { defineOperation } from '../shared/operation.ts';
import { IdParam } from '../shared/params.ts';
import { AnswerRequest, AskRequest, QuestionsReply } from './schemas.ts';

export const questionOperations = {
  questions: defineOperation({
    method: 'GET',
    path: '/periods/:period/questions',
    says: 'What was asked about the cards within reach, and what came of it.',
    asks: 'see cards',
    params: { period: IdParam },
    gives: QuestionsReply,
    status: 200,
  }),
  ask: defineOperation({
    method: 'POST',
    path: '/periods/:period/cards/:person/questions',
    says: 'Asks the person or the supervisor about an exception.',
    asks: 'correct',
    params: { period: IdParam, person: IdParam },
    takes: AskRequest,
    gives: QuestionsReply,
    status: 201,
  }),
  answerQuestion: defineOperation({
    method: 'POST',
    path: '/periods/:period/questions/:question/answer',
    says: 'Answers a question, or notes what somebody answered.',
    asks: 'see cards',
    params: { period: IdParam, question: IdParam },
    takes: AnswerRequest,
    gives: QuestionsReply,
    status: 200,
  }),
  remind: defineOperation({
    method: 'POST',
    path: '/periods/:period/questions/:question/remind',
    says: 'Reminds whoever is to answer.',
    asks: 'correct',
    params: { period: IdParam, question: IdParam },
    gives: QuestionsReply,
    status: 200,
  }),
  withdrawQuestion: defineOperation({
    method: 'POST',
    path: '/periods/:period/questions/:question/withdraw',
    says: 'Nobody waits for the answer any more.',
    asks: 'correct',
    params: { period: IdParam, question: IdParam },
    gives: QuestionsReply,
    status: 200,
  }),
} as const;
