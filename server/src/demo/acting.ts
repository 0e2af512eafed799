import { recognize } from '@heath/core';
import { eq } from 'drizzle-orm';
import type { Logger } from 'pino';
import type { Clock } from '../base/clock.ts';
import { Disk } from '../base/disk.ts';
import type { Database } from '../database/connect.ts';
import * as tables from '../database/schema/index.ts';
import { inspectFile } from '../features/imports/inspect.ts';
import { receive, start } from '../features/imports/service.ts';
import type { Context } from '../http/context.ts';
import { paperOf } from '../http/paper.ts';
import { sheetOf } from '../http/sheet.ts';
import { findWho, type Who } from '../rights/who.ts';
import { answerHere } from '../tasks/asides.ts';
import { payIntakeOf, workWaiting } from '../tasks/work.ts';

/** Somebody of the demo who is set up, as whom to act without signing in. */
export async function actingAs(database: Database, username: string): Promise<Who> {
  const [found] = await database
    .select({ id: tables.user.id })
    .from(tables.user)
    .where(eq(tables.user.username, username));
  const who = found === undefined ? undefined : await findWho(database, found.id);
  if (who === undefined) throw new Error(`${username} is not set up.`);
  return who;
}

const print = { paper: paperOf, sheet: sheetOf };

/** A context without a server around it: for set-up and tests. */
export const contextHereAndNow = (database: Database, clock: Clock, log: Logger): Context => ({
  database,
  clock,
  log,
  server: 'here and now',
  disk: new Disk(null),
  nudge: () => {},
  inspect: (importId) => inspectFile(database, importId),
  print,
  aside: answerHere({ database, clock, print }),
  payIntake: () => payIntakeOf(process.env),
});

/** Imports a file as the page does, waiting for its end. */
export async function importFile(
  context: Context,
  name: string,
  bytes: AsyncIterable<Buffer>,
): Promise<number> {
  const who = await actingAs(context.database, 'odile');
  const id = await receive(context, who, null, name, bytes);
  const header = ['Person no', 'Punched at', 'Type', 'Job', 'Site'];
  await start(context, who, null, id, { columns: recognize(header, []).columns, dateOrder: 'iso' });
  await workWaiting(context.database, context.clock);
  return id;
}
