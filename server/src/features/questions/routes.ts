import { questionOperations } from '@heath/contract';
import type { Router } from 'express';
import type { Context } from '../../http/context.ts';
import { serve } from '../../http/serve.ts';
import { afterwards } from '../../http/write.ts';
import type { Who } from '../../rights/who.ts';
import { answerQuestion, ask, follow, listQuestions } from './service.ts';

const idOf = ({ period, question }: { readonly period: number; readonly question: number }) => ({
  periodId: period,
  id: question,
});

export function questionRoutes(context: Context): Router {
  const listed = (who: Who, periodId: number) => afterwards(() => listQuestions(context, who, periodId));
  return serve(context, questionOperations, {
    questions: ({ who, params }) => listQuestions(context, who, params.period),
    async ask({ who, write, params: { period, person }, body }) {
      await ask(context, who, write, { periodId: period, personId: person }, body);
      return listed(who, period);
    },
    async answerQuestion({ who, write, params, body }) {
      await answerQuestion(context, who, write, idOf(params), body);
      return listed(who, params.period);
    },
    async remind({ who, write, params }) {
      await follow(context, who, write, idOf(params), 'reminded');
      return listed(who, params.period);
    },
    async withdrawQuestion({ who, write, params }) {
      await follow(context, who, write, idOf(params), 'withdrawn');
      return listed(who, params.period);
    },
  });
}
