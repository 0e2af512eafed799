import { writingOperations } from '@heath/contract';
import type { Router } from 'express';
import type { Context } from '../../http/context.ts';
import { serve } from '../../http/serve.ts';
import { afterwards } from '../../http/write.ts';
import { writingChoices } from '../../records/writing.ts';
import { chooseCompanyWriting, chooseWriting } from './service.ts';

export const writingRoutes = (context: Context): Router =>
  serve(context, writingOperations, {
    writing: ({ who }) => writingChoices(context.database, who),
    async chooseWriting({ who, write, body }) {
      await chooseWriting(context, who, write, body);
      return afterwards(() => writingChoices(context.database, who));
    },
    async chooseCompanyWriting({ who, write, body }) {
      await chooseCompanyWriting(context, who, write, body);
      return afterwards(() => writingChoices(context.database, who));
    },
  });
