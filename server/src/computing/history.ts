import type { CorrectionView } from '@heath/contract';
import { type Instant, instantToIso } from '@heath/core';
import { eq } from 'drizzle-orm';
import type { Queries } from '../database/connect.ts';
import { correction, user } from '../database/schema.ts';

export type CorrectionRow = typeof correction.$inferSelect & { readonly by: string };

/** A person's corrections with the names of who made them, oldest first. */
export async function correctionsOf(queries: Queries, personId: number): Promise<CorrectionRow[]> {
  const rows = await queries
    .select({ correction, by: user.name })
    .from(correction)
    .innerJoin(user, eq(user.id, correction.madeBy))
    .where(eq(correction.personId, personId))
    .orderBy(correction.id);
  return rows.map((row) => ({ ...row.correction, by: row.by }));
}

/** The history of one period's card, oldest first. */
export function correctionViews(rows: readonly CorrectionRow[], periodId: number): CorrectionView[] {
  const undone = new Set<number>();
  // Newest first, so that an undo which was itself undone takes nothing back.
  for (const row of [...rows].reverse())
    if (row.undoes !== null && !undone.has(row.id)) undone.add(row.undoes);
  return rows
    .filter((row) => row.periodId === periodId)
    .map((row) => ({
      id: row.id,
      kind: row.kind,
      at: row.at,
      punchKind: row.punchKind,
      note: row.note,
      by: row.by,
      madeAt: instantToIso(row.madeAt as Instant),
      payableBeforeHundredths: row.payableBefore,
      payableAfterHundredths: row.payableAfter,
      undoes: row.undoes,
      undone: undone.has(row.id),
    }));
}
