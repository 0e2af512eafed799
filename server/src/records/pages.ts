import { IDS_ON_A_PAGE } from '@heath/contract';
import { type AnyColumn, between, max, type SQL } from 'drizzle-orm';
import type { Reads } from '../database/connect.ts';
import { build, select } from '../database/round-trip.ts';
import { person } from '../database/schema/index.ts';

/** One page of a list of people: those whose id lies in [firstId, lastId]. */
export interface Page {
  readonly number: number;
  readonly firstId: number;
  readonly lastId: number;
}

/** The page of this number; the first is 0. */
export const pageAt = (number = 0): Page => ({
  number,
  firstId: number * IDS_ON_A_PAGE + 1,
  lastId: (number + 1) * IDS_ON_A_PAGE,
});

/** Condition: the column has the id of somebody on the page. */
export const isOnPage = (personId: AnyColumn, { firstId, lastId }: Page): SQL =>
  between(personId, firstId, lastId);

const highestId = (queries: Pick<Reads, 'select'> | typeof build) =>
  queries.select({ id: max(person.id) }).from(person);

/** The highest id of all people, which `pageAfter` asks for: sent with others, or by itself. */
export const highestPersonId = select(highestId(build));
export const readHighestPersonId = (queries: Reads) => highestId(queries);

/** Number of the page that follows; null after the last. */
export const pageAfter = (
  { number, lastId }: Page,
  [highest]: ReturnType<typeof highestPersonId.rows>,
): number | null => ((highest?.id ?? 0) > lastId ? number + 1 : null);
