/** Where a database is, and who may use it. */
export interface Address {
  readonly host: string;
  readonly port: number;
  readonly user: string;
  readonly password: string;
  readonly name: string;
}

export function writeBackup(address: Address, file: string, madeAt: string): Promise<string>;
export function checkBackup(file: string): Promise<string>;
export function loadBackup(address: Address, file: string): Promise<void>;
export function ask(address: Address, sql: string, database?: string | null): Promise<string>;
