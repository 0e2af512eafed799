import type { ReportReply } from '@heath/contract';
import type { Bar } from '../../ui/chart/bars.ts';
import { decimalHours } from '../../ui/format.ts';

/** The bridge of a whole report as bars: each step from where the one before it ended. */
export function bridgeBarsOf({ columns, sums }: ReportReply): (Bar & { readonly id: string })[] {
  const bars: (Bar & { readonly id: string })[] = [];
  let level = 0;
  columns.forEach(({ id, name, kind }, i) => {
    if (kind !== 'hours') return;
    const by = Number(sums[i] ?? 0);
    const isTotal = id === 'clocked' || id === 'payable';
    const to = isTotal ? by : level + by;
    if (!isTotal && by === 0) return;
    bars.push({
      id,
      name,
      from: isTotal ? 0 : level,
      to,
      mark: isTotal
        ? 'total'
        : by < 0
          ? 'taken'
          : id === 'leave' || id === 'guarantees'
            ? 'not-worked'
            : 'given',
      text: `${!isTotal && by > 0 ? '+' : ''}${decimalHours(by)}`,
    });
    level = to;
  });
  return bars;
}
