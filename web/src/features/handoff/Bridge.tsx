import type { HandoffReply } from '@heath/contract';
import { lazy, Suspense, useMemo } from 'react';
import { bridgeBars } from './bridge-bars.ts';

const BarChart = lazy(() => import('../../ui/chart/BarChart.tsx'));

/** The bridge from clocked to payable hours to pay codes, drawn. */
export function Bridge({ handoff }: { handoff: HandoffReply }) {
  const bars = useMemo(() => bridgeBars(handoff), [handoff]);
  return (
    <div className="relative h-56 max-w-5xl">
      <Suspense fallback={null}>
        <BarChart name="From clocked to payable hours to pay codes" bars={bars} />
      </Suspense>
    </div>
  );
}
