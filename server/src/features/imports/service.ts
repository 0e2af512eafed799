import { createHash } from 'node:crypto';
import type { ImportPreview, ImportReply } from '@heath/contract';
import { LARGEST_IMPORT_BYTES } from '@heath/contract';
import { type Instant, instantToIso, type Mapping, recognize } from '@heath/core';
import type { Context } from '../../http/context.ts';
import { Problem } from '../../http/problem.ts';
import { formatOf, readHead, UnreadableFile } from './read-file.ts';
import {
  addChunk,
  chunksOf,
  createImport,
  findImport,
  forgetImport,
  type ImportWithUser,
  listImports,
  queueImport,
  sameFile,
  updateImport,
} from './store.ts';

const CHUNK_BYTES = 1024 * 1024;
const ROWS_RECOGNIZED = 500;
const ROWS_SHOWN = 12;

/** Keeps an uploaded file, chunk by chunk, and looks at its first rows. Returns its id; keeps nothing where the upload breaks off. */
export async function receive(
  context: Context,
  userId: number,
  name: string,
  body: AsyncIterable<Buffer>,
): Promise<number> {
  const { database, clock } = context;
  const id = await createImport(database, { name, status: 'receiving', madeBy: userId, madeAt: clock.now() });
  try {
    const hash = createHash('sha256');
    let seq = 0;
    let bytes = 0;
    let pending: Buffer[] = [];
    let pendingBytes = 0;
    const flush = async () => {
      if (pendingBytes === 0) return;
      await addChunk(database, id, seq++, Buffer.concat(pending));
      pending = [];
      pendingBytes = 0;
    };
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
    if (bytes === 0) throw new Problem(422, 'invalid', 'The file is empty.', { field: 'file' });
    await inspect(context, id, bytes, hash.digest('hex'));
    return id;
  } catch (error) {
    await forgetImport(database, id);
    if (error instanceof UnreadableFile) throw new Problem(422, 'invalid', error.message, { field: 'file' });
    throw error;
  }
}

async function inspect({ database }: Context, id: number, bytes: number, sha256: string): Promise<void> {
  const first = await chunksOf(database, id).next();
  const format = formatOf(first.value ?? Buffer.alloc(0));
  const [header, ...rows] = await readHead(chunksOf(database, id), format, ROWS_RECOGNIZED + 1);
  if (header === undefined || rows.length === 0) {
    throw new UnreadableFile('The file has no rows under its header.');
  }
  await updateImport(database, id, { status: 'to confirm', format, bytes, sha256, header: header.cells });
}

/** One import with its preview, its progress or its result. */
export async function describe({ database }: Context, id: number): Promise<ImportReply> {
  const found = await findImport(database, id);
  if (found === undefined) throw new Problem(404, 'not-found', 'There is no such import.');
  const { file } = found;
  return {
    ...summary(found),
    preview: file.status === 'to confirm' || file.status === 'failed' ? await preview(found, database) : null,
    progress: file.status === 'queued' ? { done: found.done ?? 0, total: file.bytes } : null,
    sameAs: file.sha256 === null ? null : await sameFile(database, file.sha256, id),
  };
}

export async function list({ database }: Context) {
  return (await listImports(database)).map(summary);
}

/** Confirms what the columns mean and puts the file into the queue. */
export async function start(context: Context, id: number, mapping: Mapping): Promise<void> {
  const found = await findImport(context.database, id);
  if (found === undefined) throw new Problem(404, 'not-found', 'There is no such import.');
  if (mapping.columns.length !== found.file.header?.length) {
    throw new Problem(
      422,
      'invalid',
      `The file has ${found.file.header?.length} columns: say what each means.`,
      {
        field: 'columns',
      },
    );
  }
  const queued = await context.database.transaction((tx) => queueImport(tx, id, mapping));
  if (!queued) throw new Problem(409, 'stale', 'This file is being imported, or was.');
  context.nudge();
}

async function preview(found: ImportWithUser, database: Context['database']): Promise<ImportPreview> {
  const { file } = found;
  const [header, ...rows] = await readHead(chunksOf(database, file.id), file.format!, ROWS_RECOGNIZED + 1);
  const cells = rows.map((row) => row.cells);
  const recognized = recognize(header!.cells, cells);
  return {
    header: header!.cells,
    rows: cells.slice(0, ROWS_SHOWN),
    columns: file.mapping?.columns ?? recognized.columns,
    dateOrder: file.mapping?.dateOrder ?? recognized.dateOrder,
    duplicateHeaders: recognized.duplicateHeaders,
  };
}

function summary({ file, by, taskStatus, taskError }: ImportWithUser) {
  // A task that failed left nothing behind; its file can be started again.
  const failed = file.status === 'queued' && taskStatus === 'failed';
  return {
    id: file.id,
    name: file.name,
    status: failed ? ('failed' as const) : file.status,
    bytes: file.bytes,
    madeBy: by,
    madeAt: instantToIso(file.madeAt as Instant),
    added: file.added,
    known: file.known,
    refused: file.refused,
    error: failed ? `The import stopped and nothing of it was kept: ${taskError}` : file.error,
  };
}
