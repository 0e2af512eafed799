import type { OwnWriting } from '@heath/contract';
import type { Writing } from '@heath/core';
import { eq } from 'drizzle-orm';
import type { Queries } from '../../database/connect.ts';
import { setting, user } from '../../database/schema/index.ts';
import { COMPANY_WRITING } from '../../records/writing.ts';

/** Keeps what a user chose; an empty choice is kept as none. */
export async function setOwnWriting(tx: Queries, userId: number, chosen: OwnWriting): Promise<void> {
  const writing = Object.keys(chosen).length === 0 ? null : chosen;
  await tx.update(user).set({ writing }).where(eq(user.id, userId));
}

/** Keeps what the company chose. */
export async function setCompanyWriting(tx: Queries, chosen: Writing): Promise<void> {
  const value = JSON.stringify(chosen);
  await tx.insert(setting).values({ name: COMPANY_WRITING, value }).onDuplicateKeyUpdate({ set: { value } });
}
