import type { CorrectionView } from '@heath/contract';
import { instantToIso, type PersonInput } from '@heath/core';
import { eq } from 'drizzle-orm';
import { build, select } from '../database/round-trip.ts';
import { correction, user } from '../database/schema/index.ts';
import type { Among } from './among.ts';

/** People's corrections with the names of who made them, oldest first. */
export const historySelect = (among: Among) =>
  select(
    build
      .select({
        id: correction.id,
        personId: correction.personId,
        periodId: correction.periodId,
        kind: correction.kind,
        says: correction.says,
        workday: correction.workday,
        punchId: correction.punchId,
        undoes: correction.undoes,
        settles: correction.settles,
        note: correction.note,
        payableBefore: correction.payableBefore,
        payableAfter: correction.payableAfter,
        madeAt: correction.madeAt,
        by: user.name,
      })
      .from(correction)
      .innerJoin(user, eq(user.id, correction.madeBy))
      .where(among(correction.personId))
      .orderBy(correction.id),
  );
export type CorrectionRow = Omit<ReturnType<ReturnType<typeof historySelect>['rows']>[number], 'personId'>;

const numberOf = (value: unknown): number | null => (typeof value === 'number' ? value : null);

/** What the database reads from the settings of a correction: the raw punch that it is about, and the correction that it takes back. */
export const namedBy = ({
  punch,
  undoes,
}: CorrectionRow['says']): Pick<CorrectionRow, 'punchId' | 'undoes'> => ({
  punchId: numberOf(punch),
  undoes: numberOf(undoes),
});

/** The corrections that others took back: an undo that was itself undone takes nothing back. */
export function undoneAmong(rows: readonly Pick<CorrectionRow, 'id' | 'undoes'>[]): ReadonlySet<number> {
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
        says: row.says,
        workday: row.workday,
        punch: punch === undefined ? null : { kind: punch.kind, at: punch.at },
        note: row.note,
        by: row.by,
        madeAt: instantToIso(row.madeAt),
        payableBeforeHours: row.payableBefore,
        payableAfterHours: row.payableAfter,
        undoes: row.undoes,
        undone: undone.has(row.id),
      };
    });
}
