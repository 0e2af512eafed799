import { exceptionOperations } from '@heath/contract';
import type { Router } from 'express';
import type { Context } from '../../http/context.ts';
import { serve } from '../../http/serve.ts';
import { listExceptions, showEvidence } from './service.ts';

export const exceptionRoutes = (context: Context): Router =>
  serve(context, exceptionOperations, {
    exceptions: ({ who, params, query }) => listExceptions(context, who, params.period, query.page),
    evidence: ({ who, params: { period, person, exception } }) =>
      showEvidence(context, who, { periodId: period, personId: person }, exception),
  });
