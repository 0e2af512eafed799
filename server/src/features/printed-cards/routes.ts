import { printedCardOperations } from '@heath/contract';
import type { Router } from 'express';
import { Problem } from '../../base/problem.ts';
import type { Context } from '../../http/context.ts';
import { sendInParts } from '../../http/in-parts.ts';
import { SENT, serve } from '../../http/serve.ts';
import { somebody } from '../../rights/who.ts';
import { printCardsAside } from './asides.ts';
import { chunksOf, printedFileOf } from './store.ts';

export const printedCardRoutes = (context: Context): Router =>
  serve(context, printedCardOperations, {
    printCards: printCardsAside,
    async printedCards({ who, params, response }) {
      const file = await printedFileOf(context.database, somebody(who), params.file);
      if (file === undefined)
        throw new Problem(404, 'not-found', 'This paper is not there any more: print it again.');
      response.type('application/pdf').attachment(file.name);
      await sendInParts(response, chunksOf(context.database, file.id));
      return SENT;
    },
  });
