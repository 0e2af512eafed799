import { importOperations } from '@heath/contract';
import { type RefusalReason, textCell } from '@heath/core';
import { stringify } from 'csv-stringify';
import type { Router } from 'express';
import { Problem } from '../../base/problem.ts';
import type { Context } from '../../http/context.ts';
import { SENT, serve } from '../../http/serve.ts';
import { afterwards } from '../../http/write.ts';
import { describe, list, receive, start } from './service.ts';
import { findImport, refusalsAfter } from './store.ts';

const REFUSALS_AT_ONCE = 500;

export function importRoutes(context: Context): Router {
  const { database } = context;
  return serve(context, importOperations, {
    imports: async () => ({ imports: await list(context) }),
    importFile: ({ params }) => describe(context, params.id),
    async receiveImport({ who, write, query, request, response }) {
      const gone = new AbortController();
      response.once('close', () => response.writableFinished || gone.abort());
      // A file that is refused is still read to its end, so that its sender hears why.
      const body = request.iterator({ destroyOnReturn: false });
      const id = await receive(context, who, write, query.name, body, gone.signal);
      return afterwards(() => describe(context, id));
    },
    async startImport({ who, write, params, body }) {
      await start(context, who, write, params.id, body);
      return afterwards(() => describe(context, params.id));
    },
    async refusals({ params, query }) {
      const rows = await refusalsAfter(database, params.id, query.after, REFUSALS_AT_ONCE);
      return {
        refusals: rows.map(({ line, field, value, reason }) => ({
          line,
          field,
          value,
          reason: reason as RefusalReason,
        })),
      };
    },
    // With the file's own header, so that they can be put right and imported.
    async refusedRows({ params: { id }, response }) {
      const found = await findImport(database, id);
      if (found === undefined) throw new Problem(404, 'not-found', 'There is no such import.');
      response.type('text/csv').attachment(`refused-${id}.csv`);
      const csv = stringify({ record_delimiter: 'windows', quoted_string: true });
      csv.pipe(response);
      const header = found.file.header ?? [];
      csv.write([...header.map(textCell), 'Line', 'Reason']);
      for (let after: number | undefined = 0; after !== undefined; ) {
        const rows = await refusalsAfter(database, id, after, REFUSALS_AT_ONCE);
        for (const row of rows) {
          const cells = header.map((_, i) => textCell(row.cells[i] ?? ''));
          csv.write([...cells, row.line, row.reason]);
        }
        after = rows.length < REFUSALS_AT_ONCE ? undefined : rows.at(-1)?.line;
      }
      csv.end();
      return SENT;
    },
  });
}
