import { and, desc, eq, type SQL } from 'drizzle-orm';
import type { Reads } from '../../database/connect.ts';
import {
  bulk,
  card,
  correction,
  department,
  person,
  punch,
  site,
  user,
} from '../../database/schema/index.ts';

/** The newest corrections made on the cards of a period within reach, with who made them and to whom. */
export const correctionsOf = (queries: Reads, periodId: number, reach: SQL, most: number) =>
  queries
    .select({
      id: correction.id,
      kind: correction.kind,
      says: correction.says,
      workday: correction.workday,
      undoes: correction.undoes,
      note: correction.note,
      payableBefore: correction.payableBefore,
      payableAfter: correction.payableAfter,
      madeAt: correction.madeAt,
      by: user.name,
      punchKind: punch.kind,
      punchAt: punch.at,
      together: bulk.what,
      personId: person.id,
      number: person.number,
      name: person.name,
      department: department.name,
      zone: site.zone,
    })
    .from(correction)
    .innerJoin(card, and(eq(card.periodId, correction.periodId), eq(card.personId, correction.personId)))
    .innerJoin(person, eq(person.id, correction.personId))
    .innerJoin(department, eq(department.id, card.departmentId))
    .innerJoin(site, eq(site.id, card.siteId))
    .innerJoin(user, eq(user.id, correction.madeBy))
    .leftJoin(punch, eq(punch.id, correction.punchId))
    .leftJoin(bulk, eq(bulk.id, correction.bulkId))
    .where(and(eq(correction.periodId, periodId), reach))
    .orderBy(desc(correction.id))
    .limit(most);
