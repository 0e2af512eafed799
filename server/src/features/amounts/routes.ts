import { amountOperations } from '@heath/contract';
import type { Router } from 'express';
import type { Context } from '../../http/context.ts';
import { serve } from '../../http/serve.ts';
import { textIn } from '../../http/text-in.ts';
import { afterwards } from '../../http/write.ts';
import type { Who } from '../../rights/who.ts';
import { addAll, amounts, takeAmountBack, takeAmounts } from './service.ts';

/** Two thousand lines are far less. */
const MOST_OF_A_LIST = '1mb';

export function amountRoutes(context: Context): Router {
  const changed = (who: Who, periodId: number) => {
    context.nudge();
    return afterwards(() => amounts(context, who, periodId));
  };
  return serve(context, amountOperations, {
    amounts: ({ who, params }) => amounts(context, who, params.period),
    async addAmounts({ who, write, params, body }) {
      await addAll(context, who, write, params.period, body);
      return changed(who, params.period);
    },
    async takeAmounts({ who, write, params, query, request }) {
      const list = await textIn(request, MOST_OF_A_LIST);
      await takeAmounts(context, who, write, params.period, list, query.again);
      return changed(who, params.period);
    },
    async takeAmountBack({ who, write, params }) {
      return changed(who, await takeAmountBack(context, who, write, params.amount));
    },
  });
}
