import type { PersonId } from '@heath/core';
import { between, sql } from 'drizzle-orm';
import { build, select, selectValues } from '../database/round-trip.ts';
import { department, person } from '../database/schema/index.ts';

/** Column values of a person. An object for each of ten thousand costs too much (`lists` in the bench). */
type PersonValues = readonly [id: PersonId, number: string, name: string];

/** All people by name, read from an index alone. */
export const peopleByName = selectValues<PersonValues>(
  build
    .select({ id: person.id, number: person.number, name: person.name })
    .from(person)
    .orderBy(person.name, person.number),
);

/** The people of a page by name; `firstId` and `lastId` are those of the page. */
export const peopleOfPage = selectValues<PersonValues>(
  build
    .select({ id: person.id, number: person.number, name: person.name })
    .from(person)
    .where(between(person.id, sql.placeholder('firstId'), sql.placeholder('lastId')))
    .orderBy(person.name, person.number),
);

/** The departments that there are. */
export const departmentNames = select(
  build.select({ id: department.id, name: department.name }).from(department),
);
