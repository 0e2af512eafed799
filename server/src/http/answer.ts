import type { GivenBy, Operation } from '@heath/contract';
import type { Response } from 'express';
import { bodyOf } from './body-of.ts';
import { isOfEvents } from './events.ts';
import { endWithEvent } from './progress.ts';

/** Sends what an operation gives, as its schema says it is written. */
export function answer<O extends Operation>(response: Response, operation: O, given: GivenBy<O>): void {
  const body = bodyOf(operation, given);
  if (isOfEvents(response)) endWithEvent(response, 'reply', JSON.stringify(body));
  else response.status(operation.status).json(body);
}
