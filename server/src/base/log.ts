import { type Logger, pino } from 'pino';

/** An error as it may stand in a log. */
export interface Told {
  readonly type: string;
  readonly code?: string | undefined;
  readonly message: string;
  readonly stack?: string | undefined;
  readonly cause?: Told | undefined;
}

/** An error as it may stand in a log: what a query carried is left out, since that may be a password, a session or a whole card. */
export function tellError(error: unknown, depth = 0): Told {
  if (!(error instanceof Error)) return { type: typeof error, message: 'not an error' };
  const { code, cause, told } = error as { code?: unknown; cause?: unknown; told?: Told };
  // It was told where it happened, in another thread.
  if (told !== undefined) return told;
  const withoutValues = error.message.split('\nparams:', 1).join('');
  const stack = error.stack?.split('\n').filter((line) => line.startsWith('    at ')) ?? [];
  return {
    type: error.constructor.name,
    code: typeof code === 'string' ? code : undefined,
    // A driver quotes what it could not take.
    message: 'sqlMessage' in error ? `refused by the database` : withoutValues.slice(0, 500),
    stack: stack.slice(0, 12).join('\n'),
    cause: cause !== undefined && depth < 4 ? tellError(cause, depth + 1) : undefined,
  };
}

/** The log of the server: JSON lines on the standard output. */
export const createLog = (level: string): Logger =>
  pino({ level, serializers: { err: (error) => tellError(error) } });
