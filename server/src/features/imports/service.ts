import { createHash } from 'node:crypto';
import type { ImportPreview, ImportReply } from '@heath/contract';
import { LARGEST_IMPORT_BYTES } from '@heath/contract';
import { instantToIso, type Mapping } from '@heath/core';
import { handled } from '../../base/handled.ts';
import { Problem } from '../../base/problem.ts';
import { answerOf, once, type Write } from '../../database/answered.ts';
import type { Context } from '../../http/context.ts';
import { somebody, type Who } from '../../rights/who.ts';
import {
  addChunk,
  createImport,
  findImport,
  forgetReceiving,
  type ImportWithUser,
  listImports,
  queueImport,
  sameFile,
  updateImport,
} from './store.ts';

const CHUNK_BYTES = 1024 * 1024;

/**
 * Keeps an uploaded file, chunk by chunk, and looks at its first rows. Returns its id; keeps nothing where the upload breaks off or
 * `gone` says that nobody waits for it any more.
 */
export async function receive(
  context: Context,
  who: Who,
  write: Write | null,
  name: string,
  body: AsyncIterable<Buffer>,
  gone?: AbortSignal,
): Promise<number> {
  const { database, clock } = context;
  const before = write === null ? undefined : await answerOf(database, who, write);
  if (before !== undefined) return before.result as number;
  const userId = somebody(who);
  context.disk.refuseWhenFull();
  const id = await createImport(database, {
    name,
    status: 'receiving',
    receivedBy: context.server,
    madeBy: userId,
    madeAt: clock.now(),
  });
  try {
    const { bytes, sha256 } = await keepChunks(context, id, body);
    if (bytes === 0) throw new Problem(422, 'invalid', 'The file is empty.', { field: 'file' });
    const inspected = await context.inspect(id, gone);
    if ('unreadable' in inspected) throw new Problem(422, 'invalid', inspected.unreadable, { field: 'file' });
    const kept = await once(context, who, write, async (tx, tell) => {
      await updateImport(tx, id, { status: 'to confirm', bytes, sha256, ...inspected });
      tell({
        what: 'received',
        about: 'import_file',
        aboutId: id,
        pays: 'nobody',
        after: { name, bytes, sha256 },
      });
      return id;
    });
    // The same upload came twice at once; the first is the one.
    if (kept !== id) await forgetInTheEnd(context, id);
    return kept;
  } catch (error) {
    await forgetInTheEnd(context, id);
    throw error;
  }
}

const LONGEST_PAUSE_MILLISECONDS = 60_000;

/**
 * Takes away what is left of an upload that broke off; while the database is away, again and again after this returns. Whether the last step
 * of the upload was kept may not be known: then it is the row that says so.
 */
async function forgetInTheEnd(
  context: Pick<Context, 'database' | 'log'>,
  id: number,
  pauseMilliseconds = 500,
): Promise<void> {
  try {
    await forgetReceiving(context.database, id);
  } catch (error) {
    context.log.warn({ err: error, import: id }, 'half received file not taken away yet');
    const longer = Math.min(pauseMilliseconds * 2, LONGEST_PAUSE_MILLISECONDS);
    setTimeout(() => void forgetInTheEnd(context, id, longer), pauseMilliseconds).unref();
  }
}

/** Stores the bytes of an upload as they come: a chunk while the next one is received. */
async function keepChunks(
  { database }: Context,
  id: number,
  body: AsyncIterable<Buffer>,
): Promise<{ readonly bytes: number; readonly sha256: string }> {
  const hash = createHash('sha256');
  let seq = 0;
  let bytes = 0;
  let pending: Buffer[] = [];
  let pendingBytes = 0;
  let storing: Promise<void> = Promise.resolve();
  const flush = async () => {
    if (pendingBytes === 0) return;
    await storing;
    storing = handled(addChunk(database, id, seq++, Buffer.concat(pending)));
    pending = [];
    pendingBytes = 0;
  };
  try {
    for await (const part of body) {
      bytes += part.length;
      if (bytes > LARGEST_IMPORT_BYTES) {
        const limit = LARGEST_IMPORT_BYTES / 1024 / 1024;
        throw new Problem(
          413,
          'too-large',
          `The file is larger than ${limit} MB. Split it and import the parts.`,
        );
      }
      hash.update(part);
      pending.push(part);
      pendingBytes += part.length;
      if (pendingBytes >= CHUNK_BYTES) await flush();
    }
    await flush();
  } finally {
    // Whoever takes the file away after a failure must not meet a chunk that is still on its way.
    await Promise.allSettled([storing]);
  }
  await storing;
  return { bytes, sha256: hash.digest('hex') };
}

/** One import with its preview, its progress or its result. */
export async function describe({ database }: Context, id: number): Promise<ImportReply> {
  const found = await findImport(database, id);
  if (found === undefined) throw new Problem(404, 'not-found', 'There is no such import.');
  const { file } = found;
  const short = summary(found);
  return {
    ...short,
    preview: short.status === 'to confirm' || short.status === 'failed' ? preview(found) : null,
    progress: short.status === 'queued' ? { done: found.done ?? 0, total: file.bytes } : null,
    sameAs: file.sha256 === null ? null : await sameFile(database, file.sha256, id),
  };
}

export async function list({ database }: Context) {
  return (await listImports(database)).map(summary);
}

/** Confirms what the columns mean and puts the file into the queue. */
export async function start(
  context: Context,
  who: Who,
  write: Write | null,
  id: number,
  mapping: Mapping,
): Promise<void> {
  context.disk.refuseWhenFull();
  await once(context, who, write, async (tx, tell) => {
    const found = await findImport(tx, id);
    if (found === undefined) throw new Problem(404, 'not-found', 'There is no such import.');
    const columns = found.file.header?.length;
    if (mapping.columns.length !== columns) {
      throw new Problem(422, 'invalid', `The file has ${columns} columns: say what each means.`, {
        field: 'columns',
      });
    }
    if (!(await queueImport(tx, id, mapping)))
      throw new Problem(409, 'stale', 'This file is being imported, or was.');
    tell({ what: 'started', about: 'import_file', aboutId: id, pays: 'nobody', after: mapping });
    return null;
  });
  context.nudge();
}

function preview({ file }: ImportWithUser): ImportPreview | null {
  if (file.preview === null || file.header === null) return null;
  return {
    header: file.header,
    ...file.preview,
    columns: file.mapping?.columns ?? file.preview.columns,
    dateOrder: file.mapping?.dateOrder ?? file.preview.dateOrder,
  };
}

function summary({ file, by, taskStatus, taskError }: ImportWithUser) {
  // A task that gave up, or was canceled, left nothing behind; its file can be started again.
  const failed = file.status === 'queued' && taskStatus === 'failed';
  const canceled = file.status === 'queued' && taskStatus === 'canceled';
  return {
    id: file.id,
    name: file.name,
    status: failed ? ('failed' as const) : canceled ? ('to confirm' as const) : file.status,
    bytes: file.bytes,
    madeBy: by,
    madeAt: instantToIso(file.madeAt),
    added: file.added,
    known: file.known,
    refused: file.refused,
    unowned: file.unowned,
    outside: file.outside,
    error: failed ? `The import gave up and nothing of it was kept. ${taskError ?? ''}`.trim() : file.error,
  };
}
