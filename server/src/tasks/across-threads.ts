import { errorParts } from '../base/error-parts.ts';
import { type Told, tellError } from '../base/log.ts';
import { Problem } from '../base/problem.ts';

/**
 * An error on its way from a worker thread. What comes with an error beside its message is lost between threads, and with it what the
 * driver said of it; so it is packed here and unpacked there.
 */
export interface Packed {
  readonly failed: {
    readonly told: Told;
    readonly codes: readonly { code?: string; errno?: number }[];
    /** Where it was said in words for people. */
    readonly problem: Pick<Problem, 'status' | 'type' | 'message' | 'more'> | null;
  };
}

const isPacked = (result: unknown): result is Packed =>
  typeof result === 'object' && result !== null && 'failed' in result;

function* codesOf(error: unknown, depth = 0): Generator<{ code?: string; errno?: number }> {
  if (error === null || typeof error !== 'object' || depth > 5) return;
  const { code, errno, cause } = errorParts(error);
  yield { ...(code === undefined ? {} : { code }), ...(errno === undefined ? {} : { errno }) };
  yield* codesOf(cause, depth + 1);
}

/** In the worker: what it did, or its error packed. */
export async function packed<T>(work: () => Promise<T>): Promise<T | Packed> {
  try {
    return await work();
  } catch (error) {
    const problem =
      error instanceof Problem
        ? { status: error.status, type: error.type, message: error.message, more: error.more }
        : null;
    return { failed: { told: tellError(error), codes: [...codesOf(error)], problem } };
  }
}

/** Here: what the worker did; throws its error again, with what the driver said of it. */
export function unpacked<T>(result: T | Packed): T {
  if (!isPacked(result)) return result;
  const { told, codes, problem } = result.failed;
  if (problem !== null) throw new Problem(problem.status, problem.type, problem.message, problem.more);
  let cause: Error | undefined;
  for (const more of [...codes].reverse()) {
    const error = new Error(told.message, { cause });
    cause = Object.assign(error, more, { told });
  }
  throw cause ?? new Error(told.message);
}
