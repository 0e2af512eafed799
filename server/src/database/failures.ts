import { type ErrorParts, errorParts } from '../base/error-parts.ts';

const ER_DUP_ENTRY = 1062;
const ER_NO_REFERENCED_ROW = 1452;
const ER_DISK_FULL = 1021;
const ER_RECORD_FILE_FULL = 1114;
const ER_ERROR_ON_WRITE = 1026;
const ER_LOCK_WAIT_TIMEOUT = 1205;
const ER_LOCK_DEADLOCK = 1213;
/** Server shutdown in progress, connection killed, too many connections, unknown command while it starts. */
const GOING_AWAY = new Set([1053, 1927, 1040, 1129]);
const CONNECTION_CODES = new Set([
  'PROTOCOL_CONNECTION_LOST',
  'ECONNREFUSED',
  'ECONNRESET',
  'EPIPE',
  'ETIMEDOUT',
  'ENOTFOUND',
  'EHOSTUNREACH',
  'PROTOCOL_SEQUENCE_TIMEOUT',
]);

/** What an error of the driver says. Drivers wrap one another, so every cause is looked at. */
function* causes(error: unknown): Generator<ErrorParts> {
  for (let at = error, depth = 0; at !== null && typeof at === 'object' && depth < 6; depth++) {
    const parts = errorParts(at);
    yield parts;
    at = parts.cause;
  }
}

const some = (error: unknown, holds: (at: ErrorParts) => boolean): boolean => {
  for (const at of causes(error)) if (holds(at)) return true;
  return false;
};

/** What the driver calls an error, for the log. */
export function codeOf(error: unknown): string | undefined {
  for (const { code } of causes(error)) if (code !== undefined) return code;
  return undefined;
}

/** The connection to the database is gone, or could not be made: nothing is heard from it any more. */
export const isConnectionLost = (error: unknown): boolean =>
  some(
    error,
    ({ code, errno, message }) =>
      CONNECTION_CODES.has(code ?? '') ||
      GOING_AWAY.has(errno ?? 0) ||
      (message?.includes('closed state') ?? false) ||
      (message?.includes('Pool is closed') ?? false),
  );

/** The database took the transaction back and asks for it to be repeated: a deadlock, or a lock that was waited for too long. */
export const isToBeRepeated = (error: unknown): boolean =>
  some(error, ({ errno }) => errno === ER_LOCK_DEADLOCK || errno === ER_LOCK_WAIT_TIMEOUT);

/** The disk below the database is full. */
export const isDiskFull = (error: unknown): boolean =>
  some(
    error,
    ({ errno, code, message }) =>
      errno === ER_DISK_FULL ||
      errno === ER_RECORD_FILE_FULL ||
      code === 'ENOSPC' ||
      (errno === ER_ERROR_ON_WRITE && (message?.includes('28') ?? false)),
  );

/** A unique key has this value already. */
export const isDuplicate = (error: unknown): boolean => some(error, ({ errno }) => errno === ER_DUP_ENTRY);

/**
 * The reply to a COMMIT never came: whether it was kept is not known. Everything else that is thrown out of a transaction means that
 * nothing of it was kept.
 */
export class OutcomeUnknown extends Error {
  constructor(cause: unknown) {
    super('The reply to a COMMIT never came.', { cause });
  }
}

/** A row refers to one that is not there. */
export const isOrphan = (error: unknown): boolean =>
  some(error, ({ errno }) => errno === ER_NO_REFERENCED_ROW);
