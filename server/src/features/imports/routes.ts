import { StartImportRequest } from '@heath/contract';
import { type RefusalReason, textCell } from '@heath/core';
import { stringify } from 'csv-stringify';
import type { Router } from 'express';
import * as v from 'valibot';
import { IdParam, Problem, valid } from '../../base/problem.ts';
import { answer } from '../../http/answer.ts';
import type { Context } from '../../http/context.ts';
import { guarded, whoOf } from '../../http/guarded.ts';
import { afterwards, writeOf } from '../../http/write.ts';
import { describe, list, receive, start } from './service.ts';
import { findImport, refusalsAfter } from './store.ts';

const FileName = v.pipe(
  v.string('Name the file.'),
  v.trim(),
  v.minLength(1, 'Name the file.'),
  v.maxLength(255, 'The name of the file has more than 255 characters. Give it a shorter one.'),
);
const Line = v.optional(IdParam, '0');
const REFUSALS_AT_ONCE = 500;

export function importRoutes(context: Context): Router {
  const routes = guarded();
  const { database } = context;

  routes.post('/imports', async (request, response) => {
    const name = valid(FileName, request.query.name);
    const gone = new AbortController();
    response.once('close', () => response.writableFinished || gone.abort());
    // A file that is refused is still read to its end, so that its sender hears why.
    const body = request.iterator({ destroyOnReturn: false });
    const id = await receive(context, whoOf(request), writeOf(request), name, body, gone.signal);
    answer(response, 'POST /imports', await afterwards(() => describe(context, id)));
  });

  routes.get('/imports', async (_request, response) => {
    answer(response, 'GET /imports', { imports: await list(context) });
  });

  routes.get('/imports/:id', async (request, response) => {
    answer(response, 'GET /imports/:id', await describe(context, valid(IdParam, request.params.id)));
  });

  routes.post('/imports/:id/start', async (request, response) => {
    const id = valid(IdParam, request.params.id);
    await start(context, whoOf(request), writeOf(request), id, valid(StartImportRequest, request.body));
    answer(response, 'POST /imports/:id/start', await afterwards(() => describe(context, id)));
  });

  routes.get('/imports/:id/refusals', async (request, response) => {
    const rows = await refusalsAfter(
      database,
      valid(IdParam, request.params.id),
      valid(Line, request.query.after),
      REFUSALS_AT_ONCE,
    );
    const refusals = rows.map(({ line, field, value, reason }) => ({
      line,
      field,
      value,
      reason: reason as RefusalReason,
    }));
    answer(response, 'GET /imports/:id/refusals', { refusals });
  });

  // The refused rows as they came, with the file's own header, so that they can be put right and imported.
  routes.get('/imports/:id/refusals.csv', async (request, response) => {
    const id = valid(IdParam, request.params.id);
    const found = await findImport(database, id);
    if (found === undefined) throw new Problem(404, 'not-found', 'There is no such import.');
    response.type('text/csv').attachment(`refused-${id}.csv`);
    const csv = stringify({ record_delimiter: 'windows', quoted_string: true });
    csv.pipe(response);
    const header = found.file.header ?? [];
    csv.write([...header.map(textCell), 'Line', 'Reason']);
    for (let after = 0; ; ) {
      const rows = await refusalsAfter(database, id, after, REFUSALS_AT_ONCE);
      for (const row of rows) {
        const cells = header.map((_, i) => textCell(row.cells[i] ?? ''));
        csv.write([...cells, row.line, row.reason]);
      }
      if (rows.length < REFUSALS_AT_ONCE) break;
      after = rows[rows.length - 1]!.line;
    }
    csv.end();
  });

  return routes.router;
}
