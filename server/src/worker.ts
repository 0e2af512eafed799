/**
 * The worker threads: each does one part of a task, looks into one file or answers one question at a time, on connections of its own.
 */
import type { MessagePort } from 'node:worker_threads';
import { clockAt } from './base/clock.ts';
import { readConfig } from './config.ts';
import { connect } from './database/connect.ts';
import { inspectFile } from './features/imports/inspect.ts';
import type { AsideCall } from './http/aside.ts';
import type { Inspected } from './http/inspected.ts';
import { type Paper, paperOf } from './http/paper.ts';
import { type Sheet, sheetOf } from './http/sheet.ts';
import type { Claimed } from './queue/claims.ts';
import { type Packed, packed } from './tasks/across-threads.ts';
import { answerHere } from './tasks/asides.ts';
import type { CardsOfPeriod } from './tasks/runner.ts';
import { here } from './tasks/work.ts';

const database = connect(readConfig(process.env).databaseUrl, 3);
const clock = clockAt(process.env.HEATH_NOW);

const hands = here(database, clock);
const answer = answerHere({ database, clock, print: { paper: paperOf, sheet: sheetOf } });

/** Does something, and says nothing but how it failed. */
const done = (doing: () => Promise<void>): Promise<undefined | Packed> =>
  packed(async () => {
    await doing();
    return undefined;
  });

export const runImport = (claimed: Claimed): Promise<undefined | Packed> =>
  done(() => hands.runImport(claimed));

export const computeCards = ({ periodId, people }: CardsOfPeriod): Promise<undefined | Packed> =>
  done(() => hands.computeCards(periodId, people));

export const compareCards = ({ periodId, people }: CardsOfPeriod): Promise<undefined | Packed> =>
  done(() => hands.compareCards(periodId, people));

/** Bytes travel as they are: a Buffer would come as a part of its whole pool. */
export const printPaper = (paper: Paper): Promise<Uint8Array | Packed> =>
  packed(async () => new Uint8Array(await paperOf(paper)));

export const printSheet = (sheet: Sheet): Promise<Uint8Array | Packed> =>
  packed(async () => new Uint8Array(await sheetOf(sheet)));

export const inspectImport = (importId: number): Promise<Inspected | Packed> =>
  packed(() => inspectFile(database, importId));

export const answerAside = ({
  call,
  port,
}: {
  call: AsideCall;
  port: MessagePort;
}): Promise<Uint8Array | Packed> =>
  packed(async () => new Uint8Array(await answer(call, (done, of) => port.postMessage({ done, of }))));
