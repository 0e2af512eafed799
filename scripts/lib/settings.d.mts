type Env = Readonly<Record<string, string | undefined>>;

/** A database's address in parts. */
export interface DatabaseAddress {
  readonly url: string;
  readonly host: string;
  readonly port: number;
  readonly user: string;
  readonly name: string;
}

export function portOf(env: Env): number;
export function nowOf(env: Env): string | undefined;
export function databaseOf(env: Env): DatabaseAddress | undefined;
export function originsOf(env: Env): string[];
export function trustProxyOf(env: Env): false | number | string[];
export function logLevelOf(env: Env): string;
export function checkSettings(env: Env): void;
