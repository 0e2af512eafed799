import { type ComponentType, lazy } from 'react';

/** A part of Heath whose code could not be fetched: no connection, a server that is down, or a newer Heath that no longer has it. */
export class PartNotLoaded extends Error {
  constructor(cause: unknown) {
    super('The code of this part could not be fetched.', { cause });
  }
}

/** The part that `load` fetches. Throws PartNotLoaded where its code does not come. */
export async function loadPart<T>(load: () => Promise<T>): Promise<T> {
  try {
    return await load();
  } catch (cause) {
    throw new PartNotLoaded(cause);
  }
}

/** A component whose code is fetched when it is first drawn. Drawing it throws PartNotLoaded where its code does not come. */
export const lazyPart = <P extends object>(load: () => Promise<ComponentType<P>>) =>
  lazy(async () => ({ default: await loadPart(load) }));
