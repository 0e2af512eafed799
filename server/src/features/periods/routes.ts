import { periodOperations } from '@heath/contract';
import type { Router } from 'express';
import type { Context } from '../../http/context.ts';
import { serve } from '../../http/serve.ts';
import { afterwards } from '../../http/write.ts';
import { listPeriods, lockDays, makePayPeriods, payPeriodsOf, previewPayPeriods } from './service.ts';

export const periodRoutes = (context: Context): Router =>
  serve(context, periodOperations, {
    periods: () => listPeriods(context),
    payPeriods: () => payPeriodsOf(context),
    previewPayPeriods: ({ body }) => previewPayPeriods(context, body),
    async makePayPeriods({ who, write, body }) {
      await makePayPeriods(context, who, write, body);
      context.nudge();
      return afterwards(() => payPeriodsOf(context));
    },
    async lockDays({ who, write, body }) {
      await lockDays(context, who, write, body);
      return afterwards(() => payPeriodsOf(context));
    },
  });
