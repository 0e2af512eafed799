import * as v from 'valibot';
import { IdParam } from './params.ts';

/**
 * Number of person ids that one page of a list covers. A page holds the people of a range of ids, not so many rows: reading it takes the same
 * time in a company of any size, and nobody moves to another page while somebody is renamed.
 */
export const IDS_ON_A_PAGE = 10_000;

/** Which page of a list, in the query of an address; 0 is the first, and is read where nothing is said. */
export const PageQuery = v.optional(IdParam);

/** The page that follows in a reply; null after the last. A page may be empty and have one that follows. */
export const NextPage = v.nullable(v.pipe(v.number(), v.integer(), v.minValue(1)));
