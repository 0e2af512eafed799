import { has, type OperationName } from '@heath/contract';
import { type RequestHandler, Router } from 'express';
import { HeavyWork } from '../http/heavy.ts';
import { Problem } from '../http/problem.ts';
import { refusePartOf } from './reach.ts';
import { type Asks, HEAVY, OF_EVERYBODY, ROUTES } from './routes.ts';
import type { Who } from './who.ts';

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
  readonly router: Router;
};

/** Of this process: what one server does at once. */
const heavy = new HeavyWork();

/** Routes that each ask for what `ROUTES` says. Throws at the start of the server for one that stands not there. */
export function guarded(): Guarded {
  const router = Router();
  const add = (method: Method) => (path: string, handler: RequestHandler) => {
    const name = `${method.toUpperCase()} ${path}`;
    if (!isOperation(name))
      throw new Error(`Say in the contract what ${name} is, and in ROUTES what it asks for.`);
    const asks = ROUTES[name];
    const handled = HEAVY.has(name) ? heavy.wrap(handler) : handler;
    router[method](path, asking(asks, OF_EVERYBODY.has(name)), handled);
  };
  return { router, get: add('get'), post: add('post'), put: add('put'), delete: add('delete') };
}
