import { auditEventOperations, has } from '@heath/contract';
import { instantToIso } from '@heath/core';
import type { Router } from 'express';
import type { Context } from '../../http/context.ts';
import { serve } from '../../http/serve.ts';
import type { Who } from '../../rights/who.ts';
import { lastAuditEvents } from './store.ts';

const AT_ONCE = 200;

/** What an administrator keeps. */
const OF_ADMINISTRATORS = ['user', 'session', 'setting'];

/** Whoever may see no card sees that one was written to, and not what was written: no hours, no answers to questions. */
const maySee = ({ roles, reach }: Who, about: string): boolean =>
  OF_ADMINISTRATORS.includes(about) || (has(roles, 'see cards') && reach.all) || !has(roles, 'keep users');

export const auditEventRoutes = (context: Context): Router =>
  serve(context, auditEventOperations, {
    async auditEvents({ who, query }) {
      // Audit events of others cannot be cut to a reach.
      const by = who.reach.all || has(who.roles, 'keep users') ? null : (who.userId ?? 0);
      const rows = await lastAuditEvents(context.database, query.before, by, AT_ONCE);
      return {
        events: rows.map(({ row: { userId: _, at, ...rest }, by: name }) => ({
          ...rest,
          ...(maySee(who, rest.about) ? {} : { before: null, after: null }),
          at: instantToIso(at),
          by: name,
        })),
      };
    },
  });
