import { historyOperations } from '@heath/contract';
import type { Router } from 'express';
import type { Context } from '../../http/context.ts';
import { serve } from '../../http/serve.ts';
import { periodHistory } from './service.ts';

export const historyRoutes = (context: Context): Router =>
  serve(context, historyOperations, {
    history: ({ who, params }) => periodHistory(context, who, params.period),
  });
