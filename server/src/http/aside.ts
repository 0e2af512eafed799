import type { GivenBy, OperationName } from '@heath/contract';
import type { Clock } from '../base/clock.ts';
import type { Database } from '../database/connect.ts';
import type { Who } from '../rights/who.ts';
import { bodyOf } from './answer.ts';
import type { Report } from './by-lines.ts';
import type { Printing } from './printing.ts';

/** What there is where an operation is answered aside: no server, and nothing of its process. */
export interface ReadContext {
  readonly database: Database;
  readonly clock: Clock;
  readonly print: Printing;
}

/** A request as it came: `Aside.bytes` checks it. */
export interface Asked {
  readonly params: Readonly<Record<string, unknown>>;
  readonly query: unknown;
  readonly body: unknown;
}

/** An operation that only reads, and computes long for many people: a thread of its own answers it, so that nobody else waits. */
export interface Aside {
  readonly name: OperationName;
  readonly bytes: (context: ReadContext, who: Who, asked: Asked, report: Report) => Promise<Uint8Array>;
}

/** One question for an operation that is answered aside. */
export interface AsideCall {
  readonly name: OperationName;
  readonly who: Who;
  readonly asked: Asked;
}

/** Answers a call with the bytes of its reply; ends early when nobody waits for them any more. */
export type AnswerAside = (call: AsideCall, report: Report, gone?: AbortSignal) => Promise<Uint8Array>;

/** Defines an operation that is answered aside, as JSON. */
export const aside = <Name extends OperationName>(
  name: Name,
  make: (context: ReadContext, who: Who, asked: Asked, report: Report) => Promise<GivenBy<Name>>,
): Aside => ({
  name,
  bytes: async (...all) => Buffer.from(JSON.stringify(bodyOf(name, await make(...all)))),
});
