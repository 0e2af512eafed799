/** Checking, sealing and sending ten thousand people's pay lines, against a bare SELECT of the same rows. */
import { writeFileSync } from 'node:fs';
import type { HandoffCheckReply, HandoffReply } from '@heath/contract';
import type { Connection, ResultSetHeader, RowDataPacket } from 'mysql2/promise';

type Call = <T>(method: string, path: string, body?: unknown) => Promise<T>;

export interface HandedOff {
  readonly lines: number;
  readonly checkMilliseconds: readonly number[];
  readonly sealMilliseconds: number;
  readonly fileMilliseconds: readonly number[];
  readonly bareSelectMilliseconds: readonly number[];
  readonly fileBytes: number;
  readonly peakMegabytes: number;
}

const PASSED_OVER = ['approved', 'known people', 'known codes', 'left', 'two groups', 'too many hours'].map(
  (check) => ({ check, reason: 'It is measured' }),
);

async function timed<T>(work: () => Promise<T>): Promise<[milliseconds: number, result: T]> {
  const start = performance.now();
  const result = await work();
  return [performance.now() - start, result];
}

/** Checks and seals the first period, and reads its file; what is open of its cards is let pass, since nobody settles thousands here. */
export async function handOff(
  call: Call,
  download: (path: string) => Promise<number>,
  connection: Connection,
  server: { readonly pid: number; readonly peak: () => number },
): Promise<HandedOff> {
  await connection.query<ResultSetHeader>('UPDATE card SET to_settle = 0');
  // From here on the most that the server needs is counted anew.
  writeFileSync(`/proc/${server.pid}/clear_refs`, '5');
  const checkMilliseconds: number[] = [];
  for (let i = 0; i < 3; i++)
    checkMilliseconds.push(
      (await timed(() => call<HandoffCheckReply>('POST', '/periods/1/handoff/check', {})))[0],
    );
  const [sealMilliseconds, sealed] = await timed(() =>
    call<HandoffReply>('POST', '/periods/1/handoff', { overrides: PASSED_OVER }),
  );
  const [batch] = sealed.batches;
  if (batch === undefined) throw new Error('Nothing was sealed.');
  const fileMilliseconds: number[] = [];
  const bareSelectMilliseconds: number[] = [];
  let fileBytes = 0;
  for (let i = 0; i < 5; i++) {
    const [select] = await timed(() =>
      connection.query<RowDataPacket[]>({
        sql: 'SELECT * FROM batch_line WHERE batch_id = ?',
        values: [batch.id],
        rowsAsArray: true,
      }),
    );
    bareSelectMilliseconds.push(select);
    const [milliseconds, bytes] = await timed(() => download(`/handoffs/${batch.id}/file`));
    fileMilliseconds.push(milliseconds);
    fileBytes = bytes;
  }
  return {
    lines: batch.lines,
    checkMilliseconds,
    sealMilliseconds,
    fileMilliseconds,
    bareSelectMilliseconds,
    fileBytes,
    peakMegabytes: server.peak(),
  };
}
