import { type Workday, workdayInWords } from '@heath/core';
import { desc } from 'drizzle-orm';
import type { Reads } from '../database/connect.ts';
import { dayLock } from '../database/schema/index.ts';

/** Up to which day what is paid stays as it is; null where no day is locked. */
export async function lockedUntil(queries: Reads): Promise<Workday | null> {
  const [row] = await queries
    .select({ until: dayLock.until })
    .from(dayLock)
    .orderBy(desc(dayLock.id))
    .limit(1);
  return row?.until ?? null;
}

/** Throws where a day is locked; `problem` makes the error from its sentence. */
export function refuseLocked(until: Workday | null, day: Workday, problem: (says: string) => Error): void {
  if (until !== null && day <= until)
    throw problem(`Days up to ${workdayInWords(until)} are locked: what is paid for them stays as it is.`);
}
