import type { Operation } from '@heath/contract';
import type { FetchArgs } from '@reduxjs/toolkit/query/react';
import type * as v from 'valibot';
import { withProgress } from './progress.ts';
import { reads } from './reads.ts';

type Given<E, T> = E extends v.ObjectEntries ? T : undefined;
type Value = string | number;

/** What is asked of an operation, as it travels. A part that its definition does not have cannot be given. */
export interface Asking<O extends Operation> {
  readonly params?: Given<O['params'], Readonly<Record<keyof O['params'], Value>>>;
  /** What is undefined is left out. */
  readonly query?: Given<O['query'], Readonly<Partial<Record<keyof O['query'], Value | undefined>>>>;
  readonly body?: O['takes'] extends v.GenericSchema
    ? v.InferInput<O['takes']> | Readonly<Record<string, unknown>>
    : O['takes'] extends 'file'
      ? File
      : undefined;
  /** The type of a file; text with commas where nothing is said. */
  readonly type?: string;
  /** How far it has come is told while it is done: see `hearProgress`. */
  readonly tellsProgress?: boolean;
}

/** The address of an operation below /api. Throws where a named part of its path is not given. */
export function addressOf<O extends Operation>(
  { path }: O,
  { params, query }: Pick<Asking<O>, 'params' | 'query'>,
): string {
  const given: Readonly<Record<string, Value>> = params ?? {};
  const filled = path.replaceAll(/:(\w+)/g, (_, name: string) => {
    const value = given[name];
    if (value === undefined) throw new Error(`${path} without its ${name}.`);
    return encodeURIComponent(value);
  });
  const asked = new URLSearchParams();
  for (const [name, value] of Object.entries<Value | undefined>(query ?? {}))
    if (value !== undefined) asked.set(name, String(value));
  const text = asked.toString();
  return text === '' ? filled : `${filled}?${text}`;
}

/** The request for an operation. */
export function requestFor<O extends Operation>(operation: O, asking: Asking<O>): FetchArgs {
  const { body, type = 'text/csv', tellsProgress = false } = asking;
  return {
    url: addressOf(operation, asking),
    method: operation.method,
    ...(body === undefined ? {} : { body }),
    ...(operation.takes === 'file' ? { headers: { 'Content-Type': type } } : {}),
    ...(tellsProgress && body instanceof Object ? withProgress(body) : {}),
  };
}

/** What a reply is read as. */
type ReadAs<O extends Operation> = O['gives'] extends v.GenericSchema ? v.InferOutput<O['gives']> : null;

/** What is kept of replies: in which views a read is shown, and which of them a write makes stale. */
type Kept<O extends Operation> = (O extends { readonly shows: infer Views }
  ? { readonly providesTags: Views }
  : Record<never, never>) &
  (O extends { readonly makesStale: infer Views }
    ? { readonly invalidatesTags: Views }
    : Record<never, never>);

/** Cache tags of an operation for RTK Query: the views that a read is shown in, and those that a write makes stale. */
export const keptOf = <O extends Operation>({ shows, makesStale }: O): Kept<O> =>
  ({
    ...(shows === undefined ? {} : { providesTags: shows }),
    ...(makesStale === undefined ? {} : { invalidatesTags: makesStale }),
  }) as Kept<O>;

/** How an endpoint asks for an operation, what it makes of the reply, and what it keeps: all that its definition says. */
export function call<O extends Operation & { readonly gives: v.GenericSchema | null }, Arg>(
  operation: O,
  ask: (arg: Arg) => Asking<O>,
) {
  const { gives } = operation;
  return {
    query: (arg: Arg) => requestFor(operation, ask(arg)),
    transformResponse: (gives === null ? () => null : reads(gives)) as (body: unknown) => ReadAs<O>,
    ...keptOf(operation),
  };
}

/** The same, for an operation that is asked for as it is. */
export const callAlone = <O extends Operation & { readonly gives: v.GenericSchema | null }>(operation: O) =>
  call<O, void>(operation, () => ({}));
