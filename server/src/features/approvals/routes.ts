import { approvalOperations } from '@heath/contract';
import type { Router } from 'express';
import type { Context } from '../../http/context.ts';
import { serve } from '../../http/serve.ts';
import { approve, withdraw } from './service.ts';

export const approvalRoutes = (context: Context): Router =>
  serve(context, approvalOperations, {
    approve: ({ who, write, params, body }) => approve(context, who, write, params.period, body),
    withdrawApprovals: ({ who, write, params, body }) => withdraw(context, who, write, params.period, body),
  });
