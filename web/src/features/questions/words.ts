import type { Question } from '@heath/contract';

const days = (count: number): string =>
  count === 0 ? 'today' : count === 1 ? '1 day ago' : `${count.toLocaleString('en')} days ago`;

/** Where a question stands, in a few words: `asked, 2 days ago`, `answered`. */
export function standingOf({ answer, isWithdrawn, isSettled, daysAgo, reminders }: Question): string {
  if (answer !== null) return 'answered';
  if (isWithdrawn) return 'not asked any more';
  if (isSettled) return 'settled without an answer';
  const reminded = reminders.count === 0 ? '' : `, reminded ${days(reminders.daysAgo ?? 0)}`;
  return `asked ${days(daysAgo)}${reminded}`;
}

/** Of whom it is asked. */
export const OF_WHOM: Readonly<Record<Question['of'], string>> = {
  person: 'the person',
  supervisor: 'the supervisor',
};
