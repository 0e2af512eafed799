import { finderOperations } from '@heath/contract';
import type { Router } from 'express';
import { Problem } from '../../base/problem.ts';
import { once } from '../../database/answered.ts';
import type { Context } from '../../http/context.ts';
import { serve } from '../../http/serve.ts';
import { afterwards } from '../../http/write.ts';
import { somebody } from '../../rights/who.ts';
import { find, listSearches } from './service.ts';
import { forgetSearch, saveSearch } from './store.ts';

export const finderRoutes = (context: Context): Router =>
  serve(context, finderOperations, {
    find: ({ who, body }) => find(context, who, body),
    searches: ({ who }) => listSearches(context.database, who),
    async saveSearch({ who, write, body: { name, look } }) {
      await once(context, who, write, async (tx, tell) => {
        const id = await saveSearch(tx, { userId: somebody(who), name, search: look });
        tell({ what: 'kept', about: 'saved_search', aboutId: id, pays: 'nobody', after: { name, look } });
        return null;
      });
      return afterwards(() => listSearches(context.database, who));
    },
    async forgetSearch({ who, write, params: { search: id } }) {
      await once(context, who, write, async (tx, tell) => {
        if (!(await forgetSearch(tx, somebody(who), id)))
          throw new Problem(404, 'not-found', 'There is no such search of yours.');
        tell({ what: 'forgotten', about: 'saved_search', aboutId: id, pays: 'nobody' });
        return null;
      });
      return afterwards(() => listSearches(context.database, who));
    },
  });
