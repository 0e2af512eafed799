import type { CodeSum, HandoffReply } from '@heath/contract';
import { Suspense, useMemo } from 'react';
import { useNavigate } from 'react-router';
import { useMay } from '../../api/useMay.ts';
import { lazyPart } from '../../ui/screen/part.ts';
import { bridgeBars } from './bridge-bars.ts';

const BarChart = lazyPart(async () => (await import('../../ui/chart/BarChart.tsx')).default);

/** The bridge from clocked to payable hours to pay codes, drawn. */
export function Bridge({ handoff, codes }: { handoff: HandoffReply; codes: readonly CodeSum[] }) {
  const may = useMay('see pay');
  const navigate = useNavigate();
  const bars = useMemo(() => bridgeBars({ ...handoff, codes }), [handoff, codes]);
  return (
    <div className="relative h-56 max-w-5xl">
      <Suspense fallback={null}>
        <BarChart
          name="From clocked to payable hours to pay codes"
          bars={bars}
          opens={
            may
              ? {
                  says: (bar) => `what ${bar.name} is made of`,
                  open: (bar) => navigate(casesOf(bar.name, handoff, codes)),
                }
              : null
          }
        />
      </Suspense>
    </div>
  );
}

/** Steps of the bridge by the columns of its report. */
const STEPS: Readonly<Record<string, string>> = {
  Clocked: 'clocked',
  Held: 'held',
  'Breaks off': 'breaks',
  Rounding: 'rounding',
  'Not worked': 'leave',
  'Pay steps': 'apportioning',
  Payable: 'payable',
};

/** Where the cases of a bar are: of a step, who has the most of it; of a code, whose hours are paid under it. */
function casesOf(name: string, { periodId }: HandoffReply, codes: readonly CodeSum[]): string {
  const step = STEPS[name];
  const query = new URLSearchParams({ period: String(periodId), by: 'person' });
  if (step !== undefined) {
    query.set('show', 'bridge');
    query.set('sort', step);
  } else if (codes.some(({ code }) => code === name)) query.set('only', `code:${name}`);
  return `/reports?${query}`;
}
