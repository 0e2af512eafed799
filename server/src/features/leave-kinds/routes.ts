import { leaveKindOperations } from '@heath/contract';
import type { Router } from 'express';
import type { Context } from '../../http/context.ts';
import { serve } from '../../http/serve.ts';
import { leaveKinds } from './store.ts';

export const leaveKindRoutes = (context: Context): Router =>
  serve(context, leaveKindOperations, {
    leaveKinds: async () => ({ kinds: await leaveKinds(context.database) }),
  });
