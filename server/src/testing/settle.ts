import { cardRows } from '@heath/contract';
import { holdsUp } from '@heath/core';
import { approve } from '../features/approvals/service.ts';
import { listCards, openCard } from '../features/cards/service.ts';
import { correct, settle } from '../features/corrections/service.ts';
import type { Company } from './company.ts';

/** Settles whatever holds up the handoff, as proposed, or as it is where nothing is. Returns the last correction, and whose card it is on. */
export async function settleAll(
  company: Company,
  periodId = company.periodId,
): Promise<{ personId: number; correctionId: number } | null> {
  let last: { personId: number; correctionId: number } | null = null;
  const rows = cardRows(await listCards(company, company.who, periodId));
  for (const row of rows.filter((r) => r.toSettle > 0)) {
    const key = { periodId, personId: row.personId };
    const { exceptions } = await openCard(company, company.who, key);
    for (const { key: exception, workday, proposals } of exceptions.filter(holdsUp)) {
      const at = proposals[0]?.at;
      const { correctionId } =
        at === undefined
          ? await correct(company, null, company.who, key, {
              says: { kind: 'accept', exception, workday },
              settles: exception,
              note: 'Rang in sick',
            })
          : await settle(company, null, company.who, key, { exception, at, note: '' });
      last = { personId: row.personId, correctionId };
    }
  }
  return last;
}

/** Stands for every card of the period. */
export async function approveAll(company: Company, periodId = company.periodId): Promise<void> {
  const rows = cardRows(await listCards(company, company.who, periodId));
  await approve(company, company.who, null, periodId, {
    people: rows.map(({ personId }) => personId),
  });
}
