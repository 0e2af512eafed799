import { badgeOperations } from '@heath/contract';
import type { Router } from 'express';
import type { Context } from '../../http/context.ts';
import { serve } from '../../http/serve.ts';
import { listCandidates } from './candidates.ts';
import { giveBadge, listUnowned } from './service.ts';

export const badgeRoutes = (context: Context): Router =>
  serve(context, badgeOperations, {
    unownedBadges: () => listUnowned(context),
    badgeCandidates: ({ who, params, query }) => listCandidates(context, who, params.badge, query.period),
    giveBadge: ({ who, write, params, body }) => giveBadge(context, who, write, params.badge, body),
  });
