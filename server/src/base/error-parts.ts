/** What errors of Node, of the driver and of parsers carry beside their message, each where it is of its kind. */
export interface ErrorParts {
  readonly name?: string | undefined;
  readonly message?: string | undefined;
  /** `ECONNREFUSED`, or the driver's name of what went wrong. */
  readonly code?: string | undefined;
  readonly errno?: number | undefined;
  /** What a parser of requests calls it, and the status that it would answer with. */
  readonly type?: string | undefined;
  readonly status?: number | undefined;
  readonly cause?: unknown;
  readonly errors?: readonly unknown[] | undefined;
}

const NONE: ErrorParts = {};

/** Reads what an error carries; nothing where it is none. */
export function errorParts(error: unknown): ErrorParts {
  if (typeof error !== 'object' || error === null) return NONE;
  const part = (name: keyof ErrorParts): unknown => Reflect.get(error, name);
  const text = (name: keyof ErrorParts) => {
    const value = part(name);
    return typeof value === 'string' ? value : undefined;
  };
  const number = (name: keyof ErrorParts) => {
    const value = part(name);
    return typeof value === 'number' ? value : undefined;
  };
  const errors = part('errors');
  return {
    name: text('name'),
    message: text('message'),
    code: text('code'),
    errno: number('errno'),
    type: text('type'),
    status: number('status'),
    cause: part('cause'),
    errors: Array.isArray(errors) ? errors : undefined,
  };
}
