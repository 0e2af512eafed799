import { cardOperations } from '@heath/contract';
import type { Router } from 'express';
import type { Context } from '../../http/context.ts';
import { serve } from '../../http/serve.ts';
import { listCards, openCard, periodStrip } from './service.ts';

export const cardRoutes = (context: Context): Router =>
  serve(context, cardOperations, {
    cards: ({ who, params, query }) => listCards(context, who, params.period, query.page),
    strip: ({ who, params, query }) => periodStrip(context, who, params.period, query),
    card: ({ who, params: { period, person } }) =>
      openCard(context, who, { periodId: period, personId: person }),
  });
