import type { CodeSum } from '@heath/contract';

/** What is open of a period and what was sealed of it, by code; the catch-all first, premiums last. */
export function together(open: readonly CodeSum[], sealed: readonly CodeSum[]): CodeSum[] {
  const sums = new Map<string | null, CodeSum>(open.map((sum) => [sum.code, sum]));
  for (const sum of sealed) {
    const own = sums.get(sum.code);
    sums.set(
      sum.code,
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
      Number(a.premium) - Number(b.premium) ||
      (a.code ?? '').localeCompare(b.code ?? ''),
  );
}
