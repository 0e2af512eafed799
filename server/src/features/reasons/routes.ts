import { reasonOperations } from '@heath/contract';
import type { Router } from 'express';
import { once } from '../../database/answered.ts';
import type { Context } from '../../http/context.ts';
import { serve } from '../../http/serve.ts';
import { afterwards } from '../../http/write.ts';
import { somebody } from '../../rights/who.ts';
import { keepReason, reasons } from './store.ts';

export function reasonRoutes(context: Context): Router {
  const { database, clock } = context;
  return serve(context, reasonOperations, {
    reasons: async () => ({ reasons: await reasons(database) }),
    async keepReason({ who, write, body: { text } }) {
      await once(context, who, write, async (tx, tell) => {
        const id = await keepReason(tx, { text, madeBy: somebody(who), madeAt: clock.now() });
        tell({ what: 'kept', about: 'reason', aboutId: id, pays: 'nobody', after: { text } });
        return null;
      });
      return { reasons: await afterwards(() => reasons(database)) };
    },
  });
}
