import type { ReportReply } from '@heath/contract';
import type { Bar } from '../../ui/chart/bars.ts';
import { hoursInShort } from '../../ui/text/format.ts';

/** The steps of a whole report as bars: each from where the one before it ended. None where its columns are no steps. */
export function barsOf({ columns, sums }: ReportReply): (Bar & { readonly id: string })[] {
  const bars: (Bar & { readonly id: string })[] = [];
  let level = 0;
  columns.forEach(({ id, name, bar }, i) => {
    if (bar === undefined) return;
    const by = Number(sums[i] ?? 0);
    const isTotal = bar === 'total';
    const to = isTotal ? by : level + by;
    if (!isTotal && by === 0) return;
    bars.push({
      id,
      name,
      from: isTotal ? 0 : level,
      to,
      mark: isTotal ? 'total' : by < 0 ? 'taken' : bar === 'not worked' ? 'not-worked' : 'given',
      text: `${!isTotal && by > 0 ? '+' : ''}${hoursInShort(by)}`,
    });
    level = to;
  });
  return bars;
}
