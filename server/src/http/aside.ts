import { type GivenBy, OPERATIONS, type OperationName } from '@heath/contract';
import type { Clock } from '../base/clock.ts';
import type { Database } from '../database/connect.ts';
import type { Who } from '../rights/who.ts';
import { bodyOf } from './body-of.ts';
import { type Checked, checked, type Unchecked } from './checked.ts';
import type { Printing } from './printing.ts';
import type { Report } from './progress.ts';

/** What there is where an operation is answered aside: no server, and nothing of its process. */
export interface ReadContext {
  readonly database: Database;
  readonly clock: Clock;
  readonly print: Printing;
}

/** An operation that only reads, and computes long for many people: a thread of its own answers it, so that nobody else waits. */
export interface Aside {
  readonly name: OperationName;
  readonly bytes: (context: ReadContext, who: Who, asked: Unchecked, report: Report) => Promise<Uint8Array>;
}

/** One question for an operation that is answered aside. */
export interface AsideCall {
  readonly name: OperationName;
  readonly who: Who;
  readonly asked: Unchecked;
}

/** Answers a call with the bytes of its reply; ends early when nobody waits for them any more. */
export type AnswerAside = (call: AsideCall, report: Report, gone?: AbortSignal) => Promise<Uint8Array>;

type Make<Name extends OperationName, Made> = (
  context: ReadContext,
  who: Who,
  asked: Checked<(typeof OPERATIONS)[Name]>,
  report: Report,
) => Promise<Made>;

/** Defines an operation that is answered aside, as JSON. */
export const aside = <Name extends OperationName>(
  name: Name,
  make: Make<Name, GivenBy<(typeof OPERATIONS)[Name]>>,
): Aside =>
  fileAside(name, async (...all) =>
    Buffer.from(JSON.stringify(bodyOf(OPERATIONS[name], await make(...all)))),
  );

/** The same, as a file. */
export const fileAside = <Name extends OperationName>(name: Name, make: Make<Name, Uint8Array>): Aside => ({
  name,
  bytes: (context, who, asked, report) => make(context, who, checked(OPERATIONS[name], asked), report),
});
