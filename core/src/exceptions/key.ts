/** What tells one exception from all others, the same in every computation: its kind, and the punch, plan or day it hangs on. */
export const exceptionKey = (kind: string, about: string): string => `${kind}:${about}`;

/** What overtime hangs on that waits for approval. */
export const overtimeAbout = (workday: number, rule: string): string => `${workday}-${rule}`;
