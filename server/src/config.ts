import { hostname } from 'node:os';
import { fileURLToPath } from 'node:url';
import {
  type DatabaseAddress,
  databaseOf,
  logLevelOf,
  nowOf,
  originsOf,
  portOf,
  trustProxyOf,
} from '../../scripts/lib/settings.mjs';

export interface Config {
  readonly port: number;
  readonly database: DatabaseAddress;
  readonly databaseUrl: string;
  /** Where the data is, if on this machine. */
  readonly dataFolder: string | null;
  /** Under which addresses people reach this server. */
  readonly origins: readonly string[];
  /** Whom Express believes what address a request came from. */
  readonly trustProxy: false | number | string[];
  /** What this server is called among those on one database: the same after it starts again. */
  readonly server: string;
  /** Where the built pages stand. */
  readonly webFolder: string;
  readonly migrationsFolder: string;
  readonly logLevel: string;
}

const besideDist = (path: string) => fileURLToPath(new URL(path, import.meta.url));

/** The settings from the environment. Throws with a sentence that says what is missing or wrong. */
export function readConfig(env: NodeJS.ProcessEnv): Config {
  const database = databaseOf(env);
  if (database === undefined) throw new Error('HEATH_DATABASE_URL is not set; npm start sets it.');
  nowOf(env);
  const port = portOf(env);
  return {
    port,
    database,
    databaseUrl: database.url,
    dataFolder: env.HEATH_DATA_ON_THIS_DISK || null,
    origins: originsOf(env),
    trustProxy: trustProxyOf(env),
    server: `${hostname()}:${port}`.slice(0, 120),
    webFolder: besideDist('../../dist/web'),
    migrationsFolder: besideDist('../../server/migrations'),
    logLevel: logLevelOf(env),
  };
}
