import { type GivenBy, has, isKeyed, type Operation, type OperationName } from '@heath/contract';
import { type Request, type RequestHandler, type Response, Router } from 'express';
import { Problem } from '../base/problem.ts';
import type { Write } from '../database/answered.ts';
import { refusePartOf } from '../rights/reach.ts';
import type { Who } from '../rights/who.ts';
import { answer } from './answer.ts';
import type { AnswerAside, Aside } from './aside.ts';
import { type Checked, checked } from './checked.ts';
import { isOfEvents } from './events.ts';
import { HeavyWork } from './heavy.ts';
import { endWithEvent, type Report, reportTo } from './progress.ts';
import { writeOf } from './write.ts';

declare module 'express-serve-static-core' {
  interface Request {
    /** Who asks; undefined while nobody is signed in. */
    who?: Who;
  }
}

/** What an operation is asked for, checked by its definition, and who asks. */
interface Asked<O extends Operation> extends Checked<O> {
  /** Throws 401 where nobody is signed in. */
  readonly who: Who;
  /** The write that is asked for, under its client's key. Throws where the operation keeps nothing. */
  readonly write: Write;
  /** Tells the client how far the work has come. */
  readonly report: Report;
  readonly request: Request;
  readonly response: Response;
}

/** What a handler gives that has sent its reply itself: a file, events, or nothing. */
export const SENT = { sent: true } as const;

/** What is sent as JSON, unless the handler has sent its reply. */
type Reply<O extends Operation> = GivenBy<O> | typeof SENT;
type Answers<O extends Operation> = (
  asked: Asked<O>,
) => O['gives'] extends null ? Promise<void> : Promise<Reply<O>> | Reply<O>;
/** What answers an operation: here, or in a thread of its own. */
type Handler<O extends Operation> = Answers<O> | Aside;
/** A handler for each of some operations: one that is missing does not compile. */
export type Handlers<Operations extends Readonly<Record<string, Operation>>> = {
  readonly [Name in keyof Operations]: Handler<Operations[Name]>;
};

/** Who asks. Throws where nobody is signed in. */
function whoOf(request: { readonly who?: Who }): Who {
  if (request.who === undefined) throw new Problem(401, 'signed-out', 'Sign in first.');
  return request.who;
}

/** Lets only those pass who may do what an operation asks for. */
function refuseOthers({ asks, concerns }: Operation, request: Request): void {
  if (asks === 'anybody') return;
  const who = whoOf(request);
  if (asks !== 'signed in') {
    if (who.passwordIsGiven) throw new Problem(403, 'password-given', 'Choose a password of your own first.');
    if (!has(who.roles, asks)) throw new Problem(403, 'not-allowed', 'Your role does not allow this.');
  }
  if (concerns === 'everybody') refusePartOf(who);
}

/** What another thread answers, as long as somebody waits for it. */
export async function bytesAside(
  answerAside: AnswerAside,
  name: OperationName,
  request: Request,
  response: Response,
): Promise<Buffer> {
  const { params, query, body } = request;
  const gone = new AbortController();
  response.once('close', () => response.writableFinished || gone.abort());
  const call = { name, who: whoOf(request), asked: { params, query, body } };
  const bytes = await answerAside(call, reportTo(request, response), gone.signal);
  return Buffer.from(bytes.buffer, bytes.byteOffset, bytes.byteLength);
}

const answeredAside =
  (answerAside: AnswerAside, name: OperationName, { status }: Operation): RequestHandler =>
  async (request, response) => {
    const bytes = await bytesAside(answerAside, name, request, response);
    if (isOfEvents(response)) endWithEvent(response, 'reply', bytes.toString());
    else response.status(status).type('json').send(bytes);
  };

const answeredHere =
  <O extends Operation>(operation: O, handler: Answers<O>): RequestHandler =>
  async (request, response) => {
    const write = isKeyed(operation) ? writeOf(request, operation) : null;
    const given: unknown = await handler({
      ...checked(operation, request),
      get who() {
        return whoOf(request);
      },
      get write() {
        if (write === null) throw new Error(`${operation.method} ${operation.path} keeps nothing.`);
        return write;
      },
      report: reportTo(request, response),
      request,
      response,
    });
    if (given === SENT) return;
    if (operation.gives === null) response.status(operation.status).end();
    else answer(response, operation, given as GivenBy<O>);
  };

/** Of this process: what one server does at once. */
const BOUNDS = { heavy: new HeavyWork(), list: new HeavyWork() };

/** Serves operations at their addresses, each to those who may ask for it. */
export function serve<Operations extends Readonly<Record<string, Operation>>>(
  { aside }: { readonly aside: AnswerAside },
  operations: Operations,
  handlers: Handlers<Operations>,
): Router {
  const router = Router();
  for (const [name, operation] of Object.entries(operations)) {
    const handler = handlers[name] as Handler<Operation>;
    const answered =
      typeof handler === 'function'
        ? answeredHere(operation, handler)
        : answeredAside(aside, handler.name, operation);
    const bounded = operation.load === undefined ? answered : BOUNDS[operation.load].wrap(answered);
    const method = operation.method.toLowerCase() as 'get' | 'post' | 'put' | 'delete';
    router[method](operation.path, (request, response, next) => {
      refuseOthers(operation, request);
      return bounded(request, response, next);
    });
  }
  return router;
}
