import type { PersonId } from '@heath/core';
import { build, select, selectValues } from '../database/round-trip.ts';
import { department, person } from '../database/schema/index.ts';

/** Somebody of the list, value by value: of ten thousand, an object for each costs too much (`lists` in the bench). */
type PersonValues = readonly [id: PersonId, number: string, name: string];

/** Everybody by name, in the order of an index, which holds all of it. */
export const peopleByName = selectValues<PersonValues>(
  build
    .select({ id: person.id, number: person.number, name: person.name })
    .from(person)
    .orderBy(person.name, person.number),
);

/** The departments that there are. */
export const departmentNames = select(
  build.select({ id: department.id, name: department.name }).from(department),
);
