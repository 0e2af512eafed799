import { errorParts } from '../base/error-parts.ts';
import { isConnectionLost, isDiskFull, isToBeRepeated, OutcomeUnknown } from '../database/failures.ts';
import type { Failure } from '../queue/claims.ts';

/** Why a task failed, in words for people, and whether trying again can help. What an error says itself goes to the log alone. */
export function failureOf(error: unknown): Failure {
  const { code, name, message = '' } = errorParts(error);
  if (code === 'ERR_WORKER_OUT_OF_MEMORY')
    return { reason: 'It needed more memory than Heath gives to one task.', again: false };
  if (name === 'AbortError' || name === 'TimeoutError')
    return { reason: 'It took longer than half an hour and was ended.', again: false };
  if (code === 'NO_ANSWER') return { reason: message, again: true };
  if (code === 'HELD_UP') return { reason: message, again: false };
  if (isDiskFull(error)) return { reason: 'The disk that holds the data is full.', again: true };
  if (error instanceof OutcomeUnknown || isConnectionLost(error))
    return { reason: 'The database went away.', again: true };
  if (isToBeRepeated(error))
    return { reason: 'Others were changing the same cards all the time.', again: true };
  return { reason: 'Something nobody foresaw happened; the log of the server says more.', again: true };
}
