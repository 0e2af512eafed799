import type { CodeSum, HandoffReply } from '@heath/contract';
import { lazy, Suspense, useMemo } from 'react';
import { bridgeBars } from './bridge-bars.ts';

const BarChart = lazy(() => import('../../ui/chart/BarChart.tsx'));

/** The bridge from clocked to payable hours to pay codes, drawn. */
export function Bridge({ handoff, codes }: { handoff: HandoffReply; codes: readonly CodeSum[] }) {
  const bars = useMemo(() => bridgeBars({ ...handoff, codes }), [handoff, codes]);
  return (
    <div className="relative h-56 max-w-5xl">
      <Suspense fallback={null}>
        <BarChart name="From clocked to payable hours to pay codes" bars={bars} />
      </Suspense>
    </div>
  );
}
