import { punchOperations } from '@heath/contract';
import type { Router } from 'express';
import type { Context } from '../../http/context.ts';
import { serve } from '../../http/serve.ts';
import { listPunches } from './service.ts';

export const punchRoutes = (context: Context): Router =>
  serve(context, punchOperations, {
    punches: ({ who, params: { period, person } }) =>
      listPunches(context, who, { periodId: period, personId: person }),
  });
