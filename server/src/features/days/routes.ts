import { dayOperations } from '@heath/contract';
import type { Router } from 'express';
import type { Context } from '../../http/context.ts';
import { serve } from '../../http/serve.ts';
import { showDay, showRibbons } from './service.ts';

export const dayRoutes = (context: Context): Router =>
  serve(context, dayOperations, {
    day: ({ who, params, query }) => showDay(context, who, params.period, query),
    ribbons: ({ who, params, query }) => showRibbons(context, who, params.period, query.day, query.people),
  });
