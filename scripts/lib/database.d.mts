import type { DatabaseAddress } from './settings.mjs';

export function whyNot(error: unknown, address: DatabaseAddress): string | undefined;
export function checkDatabase(address: DatabaseAddress): Promise<void>;
