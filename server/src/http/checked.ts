import type { BodyOf, Operation, ParamsOf, QueryOf } from '@heath/contract';
import * as v from 'valibot';
import { valid } from '../base/problem.ts';

/** A request as it came. */
export interface Unchecked {
  readonly params: unknown;
  readonly query: unknown;
  readonly body: unknown;
}

/** A request as its operation says it is. */
export interface Checked<O extends Operation> {
  readonly params: ParamsOf<O>;
  readonly query: QueryOf<O>;
  readonly body: BodyOf<O>;
}

/** What was asked for, as an operation's definition says. Throws a 422 problem that names the field. */
export function checked<O extends Operation>(operation: O, { params, query, body }: Unchecked): Checked<O> {
  const { takes } = operation;
  return {
    params: valid(v.object(operation.params ?? {}), params) as ParamsOf<O>,
    query: valid(v.object(operation.query ?? {}), query) as QueryOf<O>,
    body: (takes === undefined || takes === 'file' ? undefined : valid(takes, body)) as BodyOf<O>,
  };
}
