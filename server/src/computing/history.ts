import type { CorrectionView } from '@heath/contract';
import { type Instant, instantToIso } from '@heath/core';
import { type Placeholder, type SQL, sql } from 'drizzle-orm';
import { correction, user } from '../database/schema.ts';

type Kept =
  | 'id'
  | 'periodId'
  | 'kind'
  | 'at'
  | 'punchKind'
  | 'undoes'
  | 'exceptionKey'
  | 'note'
  | 'payableBefore'
  | 'payableAfter'
  | 'madeAt';

/** A row of `historyQuery`. */
export type CorrectionRow = Pick<typeof correction.$inferSelect, Kept> & { readonly by: string };

/** A person's corrections with the names of who made them, oldest first. */
export const historyQuery = (personId: Placeholder): SQL => sql`
  SELECT ${correction.id} AS id, ${correction.periodId} AS periodId, ${correction.kind} AS kind, ${correction.at} AS at,
         ${correction.punchKind} AS punchKind, ${correction.undoes} AS undoes, ${correction.exceptionKey} AS exceptionKey,
         ${correction.note} AS note, ${correction.payableBefore} AS payableBefore, ${correction.payableAfter} AS payableAfter,
         ${correction.madeAt} AS madeAt, ${user.name} AS \`by\`
    FROM ${correction} JOIN ${user} ON ${user.id} = ${correction.madeBy}
   WHERE ${correction.personId} = ${personId}
   ORDER BY ${correction.id}`;

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
      payableBeforeHours: row.payableBefore,
      payableAfterHours: row.payableAfter,
      undoes: row.undoes,
      undone: undone.has(row.id),
    }));
}
