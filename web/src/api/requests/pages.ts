import type { Operation } from '@heath/contract';
import type { BaseQueryApi, BaseQueryFn, FetchArgs, FetchBaseQueryError } from '@reduxjs/toolkit/query/react';
import type * as v from 'valibot';
import { type Asking, keptOf, requestFor } from './call.ts';
import { reads } from './reads.ts';

/** A reply that is one page, and says which follows. */
type Paged = v.GenericSchema<unknown, { readonly next: number | null }>;
type PageOf<O extends Operation> = O['gives'] extends Paged ? v.InferOutput<O['gives']> : never;
type Send = (
  args: string | FetchArgs,
) => ReturnType<BaseQueryFn<string | FetchArgs, unknown, FetchBaseQueryError>>;

/**
 * How an endpoint reads an operation page by page and keeps what all pages are together: what is filtered, summed or settled on a screen is
 * of everybody, so that no screen shows a part of them.
 *
 * @param ask how a page is asked for; the first without a number
 * @param join what the pages come to, in their order
 */
export function callPages<O extends Operation & { readonly gives: Paged }, Arg, Whole>(
  operation: O,
  ask: (arg: Arg, page: number | undefined) => Asking<O>,
  join: (pages: readonly [PageOf<O>, ...PageOf<O>[]]) => Whole,
) {
  const read = reads(operation.gives) as (body: unknown) => PageOf<O>;
  return {
    async queryFn(
      arg: Arg,
      _: BaseQueryApi,
      __: unknown,
      send: Send,
    ): Promise<{ data: Whole } | { error: FetchBaseQueryError }> {
      const first = await send(requestFor(operation, ask(arg, undefined)));
      if (first.error !== undefined) return { error: first.error };
      const pages: [PageOf<O>, ...PageOf<O>[]] = [read(first.data)];
      for (let { next } = pages[0]; next !== null; ) {
        const { data, error } = await send(requestFor(operation, ask(arg, next)));
        if (error !== undefined) return { error };
        const page = read(data);
        pages.push(page);
        next = page.next;
      }
      return { data: join(pages) };
    },
    ...keptOf(operation),
  };
}

/** What several pages list, by name and then by number, as each page is; the rows of a single page stay as they are. */
export function byNameOnPages<Row>(
  pages: readonly (readonly Row[])[],
  whoOf: (row: Row) => { readonly name: string; readonly number: string },
): readonly Row[] {
  const [only, ...others] = pages;
  if (only === undefined || others.length === 0) return only ?? [];
  const order = (a: string, b: string) => (a < b ? -1 : Number(a > b));
  return pages
    .flat()
    .sort((a, b) => order(whoOf(a).name, whoOf(b).name) || order(whoOf(a).number, whoOf(b).number));
}
