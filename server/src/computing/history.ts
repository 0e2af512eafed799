import type { CorrectionView } from '@heath/contract';
import { type Instant, instantToIso, type PersonInput } from '@heath/core';
import { type Placeholder, type SQL, sql } from 'drizzle-orm';
import { correction, user } from '../database/schema.ts';

type Kept =
  | 'id'
  | 'periodId'
  | 'kind'
  | 'punchId'
  | 'undoes'
  | 'settles'
  | 'note'
  | 'payableBefore'
  | 'payableAfter'
  | 'madeAt';

/** A row of `historyQuery`. */
export type CorrectionRow = Pick<typeof correction.$inferSelect, Kept> & {
  /** As JSON. */
  readonly says: string;
  readonly by: string;
};

/** A person's corrections with the names of who made them, oldest first. */
export const historyQuery = (personId: Placeholder): SQL => sql`
  SELECT ${correction.id} AS id, ${correction.periodId} AS periodId, ${correction.kind} AS kind, ${correction.says} AS says,
         ${correction.punchId} AS punchId, ${correction.undoes} AS undoes, ${correction.settles} AS settles,
         ${correction.note} AS note, ${correction.payableBefore} AS payableBefore, ${correction.payableAfter} AS payableAfter,
         ${correction.madeAt} AS madeAt, ${user.name} AS \`by\`
    FROM ${correction} JOIN ${user} ON ${user.id} = ${correction.madeBy}
   WHERE ${correction.personId} = ${personId}
   ORDER BY ${correction.id}`;

/** The corrections that others took back: an undo that was itself undone takes nothing back. */
function undoneAmong(rows: readonly Pick<CorrectionRow, 'id' | 'undoes'>[]): ReadonlySet<number> {
  const undone = new Set<number>();
  for (const row of [...rows].reverse())
    if (row.undoes !== null && !undone.has(row.id)) undone.add(row.undoes);
  return undone;
}

/** The history of one period's card, oldest first. */
export function correctionViews(
  rows: readonly CorrectionRow[],
  periodId: number,
  { punches }: Pick<PersonInput, 'punches'>,
): CorrectionView[] {
  const undone = undoneAmong(rows);
  return rows
    .filter((row) => row.periodId === periodId)
    .map((row) => {
      const punch = row.punchId === null ? undefined : punches.find(({ id }) => id === row.punchId);
      return {
        id: row.id,
        kind: row.kind,
        says: JSON.parse(row.says) as CorrectionView['says'],
        punch: punch === undefined ? null : { kind: punch.kind, at: punch.at },
        note: row.note,
        by: row.by,
        madeAt: instantToIso(row.madeAt as Instant),
        payableBeforeHours: row.payableBefore,
        payableAfterHours: row.payableAfter,
        undoes: row.undoes,
        undone: undone.has(row.id),
      };
    });
}
