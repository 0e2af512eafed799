import { classesOf, classLabel, isPremium } from '@heath/core';
import type { WeekSum } from '../../ui/ribbon/weeks.ts';
import { hoursText, shortDay } from '../../ui/text/format.ts';
import { Hours } from '../../ui/text/Hours.tsx';

/** What a workweek of the card comes to, below its last day: its hours by class, and what it pays. */
export function WeekRow({ week: { firstDay, lastDay, sums, payable } }: { week: WeekSum }) {
  return (
    <section
      aria-label={`Week from ${shortDay(firstDay)} to ${shortDay(lastDay)}`}
      className="grid h-5 grid-cols-[var(--spacing-day)_minmax(0,1fr)_var(--spacing-total)] items-center border-b-2 border-t border-b-rule border-t-faint text-fine text-soft"
    >
      <span className="pl-1">Week</span>
      <span className="truncate text-right">
        {classesOf(sums)
          .map(
            (classId) =>
              `${isPremium(classId) ? 'of it ' : ''}${classLabel(classId).toLowerCase()} ${hoursText(sums[classId]?.hours ?? 0)}`,
          )
          .join(' · ')}
      </span>
      <Hours hours={payable} className="pr-1.5 text-right font-semibold text-ink" />
    </section>
  );
}
