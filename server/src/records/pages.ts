import { IDS_ON_A_PAGE } from '@heath/contract';
import { type AnyColumn, between, max, type SQL, sql } from 'drizzle-orm';
import type { Reads } from '../database/connect.ts';
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

/** Bounds of a page that are filled in when the statement is sent, by the page itself. */
export const PAGE_TO_COME = { firstId: sql.placeholder('firstId'), lastId: sql.placeholder('lastId') };

/** Condition: the column has the id of somebody on the page. */
export const isOnPage = (personId: AnyColumn, { firstId, lastId }: Page | typeof PAGE_TO_COME): SQL =>
  between(personId, firstId, lastId);

/** Returns the number of the page that follows; null after the last. */
export async function readPageAfter(queries: Reads, { number, lastId }: Page): Promise<number | null> {
  const [highest] = await queries.select({ id: max(person.id) }).from(person);
  return (highest?.id ?? 0) > lastId ? number + 1 : null;
}
