/** The worker thread: runs one task at a time on connections of its own. */
import { clockAt } from './clock.ts';
import { readConfig } from './config.ts';
import { connect } from './database/connect.ts';
import type { Claimed } from './jobs/claims.ts';
import { work } from './jobs/work.ts';

const database = connect(readConfig(process.env).databaseUrl, 3);
const clock = clockAt(process.env.HEATH_NOW);

export default (claimed: Claimed): Promise<void> => work(database, clock, claimed);
