import type { SettlePreview } from '@heath/contract';
import { classesOf, classLabel, classParts, classSums, payableHours } from '@heath/core';
import { hoursText } from '../../ui/text/format.ts';
import { Hours } from '../../ui/text/Hours.tsx';

/** What would be paid that day, by class, and where the week would then stand: `Then payable 7.50 · ordinary 7.50 · week 38.75, no overtime`. */
export function Effect({ preview: { day, week } }: { preview: SettlePreview }) {
  const sums = classSums(day.lines);
  const overtime = classesOf(week).reduce((hours, classId) => {
    const parts = classParts(classId);
    return parts.kind === 'worked' && parts.multiplier > 1 ? hours + (week[classId]?.hours ?? 0) : hours;
  }, 0);
  const parts = classesOf(sums).map(
    (classId) => `${classLabel(classId)} ${hoursText(sums[classId]?.hours ?? 0)}`,
  );
  return (
    <output className="ml-auto text-note text-soft" aria-label="Effect">
      Then payable{' '}
      <b className="text-ink">
        <Hours hours={payableHours(sums)} />
      </b>
      {parts.length > 0 && ` · ${parts.join(' · ')}`} · week{' '}
      <b className="text-ink">
        <Hours hours={payableHours(week)} />
      </b>
      {overtime === 0 ? ', no overtime' : `, ${hoursText(overtime)} overtime`}
    </output>
  );
}
