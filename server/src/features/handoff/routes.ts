import { handoffOperations } from '@heath/contract';
import type { Router } from 'express';
import { Problem } from '../../base/problem.ts';
import type { Context } from '../../http/context.ts';
import { sendInParts } from '../../http/in-parts.ts';
import { SENT, serve } from '../../http/serve.ts';
import { afterwards } from '../../http/write.ts';
import { chunksOf } from '../../pay/batch-file.ts';
import { mediaType } from '../../pay/file-maker.ts';
import type { Who } from '../../rights/who.ts';
import { handoffCheck } from './asides.ts';
import { askWhatIsThere, stateWhatIsThere } from './deliveries/doubt.ts';
import { NoAnswer } from './deliveries/pay-system.ts';
import { explainUnmatched, paySystemOf } from './deliveries/pay-system-service.ts';
import { deliverBatch } from './deliveries/service.ts';
import { takeOutRest } from './deliveries/take-out.ts';
import { handOff } from './sealing.ts';
import { batchDetail, batchWithin, handoffOf } from './service.ts';
import { takeBack } from './taking-back.ts';

export function handoffRoutes(context: Context): Router {
  /** Does something to a batch within reach, and gives it as it then is. */
  async function onBatch(who: Who, id: number, work: () => Promise<unknown>) {
    await batchWithin(context, who, id);
    await work();
    context.nudge();
    return afterwards(() => batchDetail(context, id));
  }
  return serve(context, handoffOperations, {
    handoff: ({ who, params }) => handoffOf(context, who, params.period),
    checkHandoff: handoffCheck,
    async handOff({ who, write, params, body, report }) {
      await handOff(context, who, write, params.period, body, report);
      return afterwards(() => handoffOf(context, who, params.period));
    },
    async batch({ who, params }) {
      await batchWithin(context, who, params.id);
      return batchDetail(context, params.id);
    },
    async batchFile({ who, params, response }) {
      const { file, batch } = await batchWithin(context, who, params.id);
      if (file === null) throw new Problem(404, 'not-found', 'This batch has no file: it never leaves.');
      response.type(mediaType(file.layout)).attachment(file.name);
      response.set('Content-Length', String(file.bytes));
      await sendInParts(response, chunksOf(context.database, batch.id));
      return SENT;
    },
    deliver: ({ who, write, params: { id }, body }) =>
      onBatch(who, id, () => deliverBatch(context, who, write, id, body.what)),
    takeOut: ({ who, write, params: { id }, body }) =>
      onBatch(who, id, () => takeOutRest(context, who, write, id, body.reason)),
    reopen: ({ who, write, params: { id }, body }) =>
      onBatch(who, id, () => takeBack(context, who, write, id, 'reopened', body.reason)),
    voidBatch: ({ who, write, params: { id }, body }) =>
      onBatch(who, id, () => takeBack(context, who, write, id, 'void', body.reason)),
    askPaySystem: ({ who, params: { id } }) =>
      onBatch(who, id, () =>
        askWhatIsThere(context, id).catch((error: unknown) => {
          throw error instanceof NoAnswer ? new Problem(409, 'in-doubt', error.message) : error;
        }),
      ),
    stateBatch: ({ who, write, params: { id }, body }) =>
      onBatch(who, id, () => stateWhatIsThere(context, who, write, id, body)),
    paySystem: () => paySystemOf(context),
    async explainUnmatched({ who, write, body: { keys, reason } }) {
      await explainUnmatched(context, who, write, keys, reason);
      return afterwards(() => paySystemOf(context));
    },
  });
}
