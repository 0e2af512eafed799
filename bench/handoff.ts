/**
 * Checking, sealing and sending ten thousand people's pay lines, against a bare SELECT of the same rows; and an edition afterwards that changes
 * what each of them was paid.
 */
import { writeFileSync } from 'node:fs';
import {
  type DecideReply,
  type DifferencesReply,
  differenceRows,
  type HandoffCheckReply,
  type HandoffReply,
  MOST_DECIDED_AT_ONCE,
  type RulebooksReply,
} from '@heath/contract';
import { PASSABLE_CHECKS, type Rulebook } from '@heath/core';
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

const PASSED_OVER = PASSABLE_CHECKS.map((check) => ({ check, reason: 'It is measured' }));

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

export interface ChangedAfterwards {
  readonly differences: number;
  readonly comparedMilliseconds: number;
  readonly listMilliseconds: readonly number[];
  readonly carriedMilliseconds: number;
  readonly approvedMilliseconds: number;
  readonly sealMilliseconds: number;
  readonly peakMegabytes: number;
}

/** Adds an edition to every rulebook that moves hours of the period that was handed off to another rate; what differs is decided on and goes out. */
export async function changeAfterwards(
  call: Call,
  connection: Connection,
  startedAnew: () => Promise<{ readonly peak: () => number }>,
): Promise<ChangedAfterwards> {
  const start = performance.now();
  for (const { id } of (await call<RulebooksReply>('GET', '/rulebooks')).rulebooks) {
    const { proofDays: _, ...rules } = await call<Rulebook>('GET', `/rulebooks/${id}/editions/1`);
    const soon = { name: 'Soon', basis: 'workday', tiers: [{ above: 'PT5H', multiplier: 1.5 }] };
    await call('POST', `/rulebooks/${id}/editions`, {
      firstDay: '2026-10-19',
      rules: { ...rules, overtime: [soon, ...rules.overtime] },
    });
  }
  for (;;) {
    const [[row]] = await connection.query<RowDataPacket[]>(
      "SELECT COUNT(*) AS waiting FROM task WHERE status IN ('waiting', 'running')",
    );
    if (row?.waiting === 0) break;
    await new Promise((resolve) => setTimeout(resolve, 50));
  }
  const comparedMilliseconds = performance.now() - start;
  const list = () => call<DifferencesReply>('GET', '/differences');
  const listMilliseconds: number[] = [];
  for (let i = 0; i < 5; i++) listMilliseconds.push((await timed(list))[0]);
  const differences = differenceRows(await list());
  const decided = async (what: 'carry' | 'approve') => {
    for (let i = 0; i < differences.length; i += MOST_DECIDED_AT_ONCE) {
      const part = differences.slice(i, i + MOST_DECIDED_AT_ONCE);
      const { left } = await call<DecideReply>('POST', '/differences/decide', {
        what,
        differences: part.map(({ periodId, personId, version }) => ({ periodId, personId, version })),
      });
      if (left.length > 0) throw new Error(`${left.length} were not decided on: ${left[0]?.reason}`);
    }
  };
  const [carriedMilliseconds] = await timed(() => decided('carry'));
  const [approvedMilliseconds] = await timed(() => decided('approve'));
  // What was computed before leaves the threads large, and would hide what sealing needs.
  const server = await startedAnew();
  const [sealMilliseconds] = await timed(() =>
    call('POST', '/periods/1/handoff', { differencesAlone: true, overrides: [] }),
  );
  return {
    differences: differences.length,
    comparedMilliseconds,
    listMilliseconds,
    carriedMilliseconds,
    approvedMilliseconds,
    sealMilliseconds,
    peakMegabytes: server.peak(),
  };
}
