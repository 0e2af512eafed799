import type { PersonId } from '@heath/core';
import { build, type Statement, select, selectValues } from '../database/round-trip.ts';
import { department, person } from '../database/schema/index.ts';
import { isOnPage, PAGE_TO_COME, type Page } from './pages.ts';

/** Column values of a person. An object for each of ten thousand costs too much (`lists` in the bench). */
type PersonValues = readonly [id: PersonId, number: string, name: string];

/** All people by name, read from an index alone. */
export const peopleByName = selectValues<PersonValues>(
  build
    .select({ id: person.id, number: person.number, name: person.name })
    .from(person)
    .orderBy(person.name, person.number),
);

/** The people of a page, in no order. */
const peopleOfPage = selectValues<PersonValues>(
  build
    .select({ id: person.id, number: person.number, name: person.name })
    .from(person)
    .where(isOnPage(person.id, PAGE_TO_COME)),
);

/** Statement that reads the people of a page; `byName` has its rows. */
export const peopleOnPage = (page: Page): Statement => peopleOfPage.with(page);

/**
 * The people of a page by name and number, from what `peopleOnPage` was answered. They are sorted here: of ten thousand, that takes 7 ms, and where
 * the database sorts them 30 (2026-12-02).
 */
export function byName(answered: Parameters<typeof peopleOfPage.rows>[0]): PersonValues[] {
  const order = (a: string, b: string) => (a < b ? -1 : Number(a > b));
  return [...peopleOfPage.rows(answered)].sort((a, b) => order(a[2], b[2]) || order(a[1], b[1]));
}

/** The departments that there are. */
export const departmentNames = select(
  build.select({ id: department.id, name: department.name }).from(department),
);
