import { missingIn } from './missing-in.ts';
import { missingOut } from './missing-out.ts';
import type { Exception, ExceptionFinder, ExceptionInput } from './types.ts';

const FINDERS: readonly ExceptionFinder[] = [missingOut, missingIn];

/** Everything that somebody must look at, in order of time. */
export function findExceptions(input: ExceptionInput): Exception[] {
  return FINDERS.flatMap((find) => find(input)).sort((a, b) => a.punch.at - b.punch.at);
}
