import { has, OPERATIONS, type OperationName } from '@heath/contract';
import { type Request, type RequestHandler, type Response, Router } from 'express';
import { Problem } from '../base/problem.ts';
import { refusePartOf } from '../rights/reach.ts';
import type { Who } from '../rights/who.ts';
import type { Aside } from './aside.ts';
import { isByLines, reportTo } from './by-lines.ts';
import type { Context } from './context.ts';
import { HeavyWork } from './heavy.ts';
import { type Asks, HEAVY, LISTS, OF_EVERYBODY, ROUTES } from './routes.ts';

declare module 'express-serve-static-core' {
  interface Request {
    /** Who asks; undefined while nobody is signed in. */
    who?: Who;
  }
}

/** Who asks. Throws where nobody is signed in. */
export function whoOf(request: { readonly who?: Who }): Who {
  if (request.who === undefined) throw new Problem(401, 'signed-out', 'Sign in first.');
  return request.who;
}

/** True where somebody may do what a route asks for. */
const may = ({ roles }: Pick<Who, 'roles'>, asks: Asks): boolean =>
  asks === 'signed in' || asks === 'anybody' || has(roles, asks);

/** Lets only those pass who may do what a route asks for. */
const asking =
  (asks: Asks, isOfEverybody: boolean): RequestHandler =>
  (request, _response, next) => {
    if (asks === 'anybody') return next();
    const who = whoOf(request);
    if (who.passwordIsGiven && asks !== 'signed in')
      throw new Problem(403, 'password-given', 'Choose a password of your own first.');
    if (!may(who, asks)) throw new Problem(403, 'not-allowed', 'Your role does not allow this.');
    if (isOfEverybody) refusePartOf(who);
    next();
  };

const isOperation = (name: string): name is OperationName => Object.hasOwn(ROUTES, name);

type Method = 'get' | 'post' | 'put' | 'delete';
type Guarded = { [M in Method]: (path: string, handler: RequestHandler) => void } & {
  /** Operations that other threads answer. */
  readonly aside: (context: Context, asides: readonly Aside[]) => void;
  readonly router: Router;
};

/** What another thread answers, as long as somebody waits for it. */
export async function bytesAside(
  { aside }: Pick<Context, 'aside'>,
  name: OperationName,
  request: Request,
  response: Response,
): Promise<Buffer> {
  const { params, query, body } = request;
  const gone = new AbortController();
  response.once('close', () => response.writableFinished || gone.abort());
  const call = { name, who: whoOf(request), asked: { params, query, body } };
  const bytes = await aside(call, reportTo(request, response), gone.signal);
  return Buffer.from(bytes.buffer, bytes.byteOffset, bytes.byteLength);
}

const answeredAside =
  (context: Context, name: OperationName): RequestHandler =>
  async (request, response) => {
    const bytes = await bytesAside(context, name, request, response);
    if (isByLines(response)) response.end(bytes);
    else response.status(OPERATIONS[name].status).type('json').send(bytes);
  };

/** Of this process: what one server does at once. */
const heavy = new HeavyWork();
const lists = new HeavyWork();

/** Routes that each ask for what `ROUTES` says. Throws at the start of the server for one that stands not there. */
export function guarded(): Guarded {
  const router = Router();
  const add = (method: Method) => (path: string, handler: RequestHandler) => {
    const name = `${method.toUpperCase()} ${path}`;
    if (!isOperation(name))
      throw new Error(`Say in the contract what ${name} is, and in ROUTES what it asks for.`);
    const asks = ROUTES[name];
    const bound = HEAVY.has(name) ? heavy : LISTS.has(name) ? lists : null;
    const handled = bound?.wrap(handler) ?? handler;
    router[method](path, asking(asks, OF_EVERYBODY.has(name)), handled);
  };
  const aside = (context: Context, asides: readonly Aside[]) => {
    for (const { name } of asides) {
      const [method, path] = name.split(' ') as [string, string];
      add(method.toLowerCase() as Method)(path, answeredAside(context, name));
    }
  };
  return { router, aside, get: add('get'), post: add('post'), put: add('put'), delete: add('delete') };
}
