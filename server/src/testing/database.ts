import type { TestProject } from 'vitest/node';

declare module 'vitest' {
  interface ProvidedContext {
    databaseUrl: string;
  }
}

/** Tells the database tests where MariaDB is. */
export default function setup(project: TestProject): void {
  const url = process.env.HEATH_DATABASE_URL;
  if (!url) throw new Error('The database tests need a MariaDB: run them with npm test.');
  project.provide('databaseUrl', url);
}
