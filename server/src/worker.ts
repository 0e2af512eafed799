/** The worker threads: run one task at a time, or look into one file, on connections of their own. */
import { clockAt } from './clock.ts';
import { readConfig } from './config.ts';
import { connect } from './database/connect.ts';
import { inspectFile } from './features/imports/inspect.ts';
import { type Packed, packed } from './tasks/across-threads.ts';
import type { Claimed } from './tasks/claims.ts';
import type { Inspected } from './tasks/inspected.ts';
import { work } from './tasks/work.ts';

const database = connect(readConfig(process.env).databaseUrl, 3);
const clock = clockAt(process.env.HEATH_NOW);

export const runTask = (claimed: Claimed): Promise<undefined | Packed> =>
  packed(async () => {
    await work(database, clock, claimed);
    return undefined;
  });

export const inspectImport = (importId: number): Promise<Inspected | Packed> =>
  packed(() => inspectFile(database, importId));
