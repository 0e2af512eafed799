import type { CodeSum } from '@heath/contract';
import { inSumOrder } from '@heath/core';
import { idOfCode } from './code-columns.tsx';

/** What is open of a period and what was sealed of it, by code; the catch-all first, premium hours and amounts last. */
export function together(open: readonly CodeSum[], sealed: readonly CodeSum[]): CodeSum[] {
  const sums = new Map(open.map((sum) => [idOfCode(sum), sum]));
  for (const sum of sealed) {
    const own = sums.get(idOfCode(sum));
    sums.set(
      idOfCode(sum),
      own === undefined
        ? sum
        : {
            ...own,
            people: own.people + sum.people,
            lines: own.lines + sum.lines,
            hours: own.hours + sum.hours,
          },
    );
  }
  return [...sums.values()].sort(
    (a, b) =>
      Number(a.code !== null) - Number(b.code !== null) ||
      inSumOrder(a.sum, b.sum) ||
      (a.code ?? '').localeCompare(b.code ?? ''),
  );
}
