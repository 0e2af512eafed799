import { payCodeOperations } from '@heath/contract';
import type { Request, Router } from 'express';
import type { Context } from '../../http/context.ts';
import { serve } from '../../http/serve.ts';
import { textIn } from '../../http/text-in.ts';
import { afterwards } from '../../http/write.ts';
import { ratesOf, takeRates } from './rates.ts';
import { createCode, payCodes, takeCodes, takePeople } from './service.ts';

/** A list of a hundred thousand people is about this large. */
const MOST_OF_A_LIST = '8mb';
const listIn = (request: Request) => textIn(request, MOST_OF_A_LIST);

export const payCodeRoutes = (context: Context): Router =>
  serve(context, payCodeOperations, {
    payCodes: ({ who }) => payCodes(context, who),
    async addCode({ who, write, body }) {
      await createCode(context, who, write, body);
      return afterwards(() => payCodes(context, who));
    },
    takeCodes: async ({ who, write, request }) => takeCodes(context, who, write, await listIn(request)),
    rates: ({ who }) => ratesOf(context, who),
    takeRates: async ({ who, write, request }) => takeRates(context, who, write, await listIn(request)),
    takePeople: async ({ who, write, request }) => takePeople(context, who, write, await listIn(request)),
  });
