import { rulebookOperations } from '@heath/contract';
import type { Router } from 'express';
import type { Context } from '../../http/context.ts';
import { SENT, serve } from '../../http/serve.ts';
import { afterwards } from '../../http/write.ts';
import { addEdition, rulebooks, rulesOf } from './service.ts';

export const rulebookRoutes = (context: Context): Router =>
  serve(context, rulebookOperations, {
    rulebooks: () => rulebooks(context),
    async edition({ params: { rulebook, edition }, response }) {
      const { name, rules } = await rulesOf(context, rulebook, edition);
      response.type('json').attachment(`${name}, edition ${edition}.json`);
      response.send(`${JSON.stringify(rules, null, 2)}\n`);
      return SENT;
    },
    async addEdition({ who, write, params, body }) {
      await addEdition(context, who, write, params.rulebook, body);
      context.nudge();
      return afterwards(() => rulebooks(context));
    },
  });
