import { exceptionLine, type Sureness } from '@heath/core';
import type { OpenException } from '../../api/exceptions.ts';
import { clockTime, exceptionText, PROPOSED_BY } from '../../ui/text/format.ts';

/** What is wrong and what speaks for what, in a line: `In 21:58, nothing after · planned 06:00 · usually 06:04`. */
export function lineOf(exception: OpenException): string {
  const { offsets, proposals } = exception;
  const what = exceptionLine(exception, (at) => clockTime(at, offsets));
  if (what === null) return exceptionText(exception);
  const evidence = proposals.map(({ at: when, from }) => `${PROPOSED_BY[from]} ${clockTime(when, offsets)}`);
  return [what, ...(evidence.length === 0 ? ['it needs a time'] : evidence)].join(' · ');
}

/** How sure a time is, with what that rests on: `certain: two more say the same`. */
export function surenessText({ level, agree, differ }: Sureness): string {
  const others = (count: number) => (count === 1 ? 'one more' : `${count} more`);
  const says = [
    ...(agree > 0 ? [`${others(agree)} ${agree === 1 ? 'says' : 'say'} the same`] : []),
    ...(differ > 0 ? [`${differ === 1 ? 'one says' : `${differ} say`} otherwise`] : []),
  ];
  return `${level}: ${says.length === 0 ? 'nothing else is known' : says.join(', ')}`;
}
