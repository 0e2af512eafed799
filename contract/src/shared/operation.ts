import type * as v from 'valibot';
import type { Right } from '../users/rights.ts';
import type { View } from './views.ts';

/** The right that an operation asks for; `signed in` for what everybody does with their own account, or `anybody`. */
export type Asks = Right | 'signed in' | 'anybody';

/** What is asked of an operation, as it travels: for readers of the API, and sent to a real server by a test. */
export interface Example {
  /** Parts of the path; ids that are left out are 1. */
  readonly params?: Readonly<Record<string, string>>;
  readonly query?: Readonly<Record<string, string>>;
  /** JSON, or the text of a file. */
  readonly body?: unknown;
}

/**
 * Whose pay a write changes at the most: nobody's; that of people, one by one, so that nobody may be among them who asks; or that of a whole group
 * alike, which may have them in it.
 */
export type Touches = 'nobody' | 'people' | 'everybody';

/** One address: who may ask for it, what it takes and what it gives. */
export interface Operation {
  readonly method: 'GET' | 'POST' | 'PUT' | 'DELETE';
  /** Below /api; what differs from one to the next is named, like `:period`. */
  readonly path: string;
  readonly says: string;
  readonly asks: Asks;
  /**
   * It cannot be cut to a reach: how all hours are computed, mapped and written, or a file that holds anybody's punches. Whoever reaches only some
   * people is refused.
   */
  readonly concerns?: 'everybody';
  /**
   * What takes long for many people. Of each user one heavy thing is done at once, so that nobody else waits. Lists of everybody are quick by
   * themselves: one of them at once too, beside heavy work.
   */
  readonly load?: 'heavy' | 'list';
  /** The schema of each named part of the path. */
  readonly params?: v.ObjectEntries;
  readonly query?: v.ObjectEntries;
  readonly example?: Example;
  /** The body that it takes; a file, as its bytes; left out where it takes none. */
  readonly takes?: v.GenericSchema | 'file';
  /** The body of its reply; a CSV file; another file; nothing. */
  readonly gives: v.GenericSchema | 'csv' | 'file' | null;
  /** The views that its reply is shown in. */
  readonly shows?: readonly View[];
  /** The views that are to be read anew once it was done. */
  readonly makesStale?: readonly View[];
  readonly touches?: Touches;
  /** Its reply is sent again whenever it changes, as server-sent events. */
  readonly events?: true;
  /** False where nothing is kept though it is no GET: it then carries no key of its client. */
  readonly keyed?: false;
  readonly status: 200 | 201 | 204;
}

/** The named parts of a path. */
type NamesIn<Path extends string> = Path extends `${infer Part}/${infer Rest}`
  ? NamesIn<Part> | NamesIn<Rest>
  : Path extends `:${infer Name}`
    ? Name
    : never;
type ParamsOfPath<Path extends string> = [NamesIn<Path>] extends [never]
  ? { readonly params?: never }
  : { readonly params: Readonly<Record<NamesIn<Path>, v.GenericSchema>> };

/** What a write that keeps something must say besides. */
type SaidOfWrites<O extends Operation> = O extends { readonly method: 'GET' } | { readonly keyed: false }
  ? { readonly touches?: never }
  : { readonly touches: Touches; readonly makesStale: readonly View[] };

/**
 * Defines an address: the server's route, its right, the OpenAPI page, the client's call and what it keeps of replies come from it. A path whose named
 * parts have no schemas does not compile, nor does a write that does not say whose pay it touches and what it makes stale.
 */
export const defineOperation = <const O extends Operation>(
  operation: O & ParamsOfPath<O['path']> & SaidOfWrites<O>,
): O => operation;

type Entries<E> = E extends v.ObjectEntries
  ? v.InferOutput<v.ObjectSchema<E, undefined>>
  : Record<never, never>;
/** The named parts of its path, checked. */
export type ParamsOf<O extends Operation> = Entries<O['params']>;
/** Its query, checked. */
export type QueryOf<O extends Operation> = Entries<O['query']>;
/** Its body, checked; undefined where it takes none, or a file. */
export type BodyOf<O extends Operation> = O['takes'] extends v.GenericSchema
  ? v.InferOutput<O['takes']>
  : undefined;
/** The reply of an operation, as it is read; `never` where it is no JSON. */
export type GivenBy<O extends Operation> = O['gives'] extends v.GenericSchema
  ? v.InferOutput<O['gives']>
  : never;

/** True where it keeps something: its client gives it a key, and the same key is answered once. */
export const isKeyed = ({ method, keyed }: Operation): boolean => method !== 'GET' && keyed !== false;
