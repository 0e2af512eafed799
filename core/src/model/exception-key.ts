/** What tells one exception from all others, the same in every computation: its kind, and the punch, plan or day it hangs on. */
export const exceptionKey = (kind: string, about: string): string => `${kind}:${about}`;

/** What overtime hangs on that waits for approval. */
export const overtimeAbout = (workday: number, rule: string): string => `${workday}-${rule}`;

/** The rule whose overtime waits, of an exception of that kind. */
export const overtimeRuleOf = ({
  key,
  workday,
}: {
  readonly key: string;
  readonly workday: number;
}): string => key.slice(exceptionKey('overtime-approval', overtimeAbout(workday, '')).length);
