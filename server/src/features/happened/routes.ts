import { happenedOperations, has } from '@heath/contract';
import { type Instant, instantToIso } from '@heath/core';
import type { Router } from 'express';
import type { Context } from '../../http/context.ts';
import { serve } from '../../http/serve.ts';
import type { Who } from '../../rights/who.ts';
import { lastHappened } from './store.ts';

const AT_ONCE = 200;

/** What an administrator keeps. */
const OF_ADMINISTRATORS = ['user', 'session', 'setting'];

/** Whoever may see no card sees that something happened to one, and not what: no hours, no answers to questions. */
const maySee = ({ roles, reach }: Who, about: string): boolean =>
  OF_ADMINISTRATORS.includes(about) || (has(roles, 'see cards') && reach.all) || !has(roles, 'keep users');

export const happenedRoutes = (context: Context): Router =>
  serve(context, happenedOperations, {
    async happened({ who, query }) {
      // What happened to others cannot be cut to a reach.
      const by = who.reach.all || has(who.roles, 'keep users') ? null : (who.userId ?? 0);
      const rows = await lastHappened(context.database, query.before, by, AT_ONCE);
      return {
        happened: rows.map(({ row: { userId: _, at, ...rest }, by: name }) => ({
          ...rest,
          ...(maySee(who, rest.about) ? {} : { before: null, after: null }),
          at: instantToIso(at as Instant),
          by: name,
        })),
      };
    },
  });
