import { type GivenBy, type Operation, written } from '@heath/contract';
import * as v from 'valibot';

/** Outside production every reply is held against its schema: what is promised is what is sent. */
const CHECKS = process.env.NODE_ENV !== 'production';

/** What an operation gives, as its schema says it is written. */
export function bodyOf<O extends Operation>({ method, path, gives }: O, given: GivenBy<O>): unknown {
  if (gives === null || typeof gives === 'string') throw new Error(`${method} ${path} gives no JSON.`);
  const body = written(gives, given);
  if (CHECKS) check(`${method} ${path}`, gives, body);
  return body;
}

function check(name: string, gives: v.GenericSchema, body: unknown): void {
  const { issues } = v.safeParse(gives, JSON.parse(JSON.stringify(body)));
  const issue = issues?.[0];
  if (issue !== undefined)
    throw new Error(`The reply of ${name} is not as promised: ${v.getDotPath(issue)}: ${issue.message}`);
}
