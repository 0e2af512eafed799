import { fileURLToPath } from 'node:url';

export interface Config {
  readonly port: number;
  readonly databaseUrl: string;
  /** Where the built pages stand. */
  readonly webFolder: string;
  readonly migrationsFolder: string;
  readonly logLevel: string;
}

const besideDist = (path: string) => fileURLToPath(new URL(path, import.meta.url));

/** The settings from the environment. Throws with a sentence that says what is missing. */
export function readConfig(env: NodeJS.ProcessEnv): Config {
  const port = Number(env.PORT ?? 4870);
  if (!Number.isInteger(port) || port < 1 || port > 65535) {
    throw new Error(`PORT must be a port number from 1 to 65535, not "${env.PORT}".`);
  }
  if (!env.HEATH_DATABASE_URL) {
    throw new Error('HEATH_DATABASE_URL is not set; npm start sets it.');
  }
  return {
    port,
    databaseUrl: env.HEATH_DATABASE_URL,
    webFolder: besideDist('../../dist/web'),
    migrationsFolder: besideDist('../../server/migrations'),
    logLevel: env.HEATH_LOG ?? 'info',
  };
}
