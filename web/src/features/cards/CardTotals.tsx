import { type ClassId, type ClassSums, classesOf, classLabel, isPremium, payableHours } from '@heath/core';
import { memo } from 'react';
import { classBand, writingNow } from '../../ui/text/format.ts';
import { Hours } from '../../ui/text/Hours.tsx';

/** Hours of minutes and seconds do not fit side by side in large figures. */
const isLong = (): boolean => writingNow().hours === 'hours and minutes';

/** What a card adds up to, by class; each opens into its days. */
export const CardTotals = memo(function CardTotals({
  sums,
  onClass,
}: {
  sums: ClassSums;
  onClass: (classId: ClassId) => void;
}) {
  return (
    <footer className="mt-2.5 flex border-t-2 border-ink">
      {classesOf(sums).map((classId) => (
        <button
          type="button"
          key={classId}
          onClick={() => onClass(classId)}
          className="flex-1 py-1.5 pl-1 pr-2 text-left hover:bg-sheet"
        >
          <Hours
            hours={sums[classId]?.hours ?? 0}
            className={`block whitespace-nowrap font-semibold ${isLong() ? 'text-body' : 'text-lead'}`}
          />
          <span className="whitespace-nowrap text-fine text-soft">
            <i
              className={`mr-1.5 inline-block w-3.5 align-middle ${isPremium(classId) ? 'h-0.75' : 'h-2.25'} ${classBand(classId)}`}
            />
            {isPremium(classId) ? `of it ${classLabel(classId).toLowerCase()}` : classLabel(classId)}
          </span>
        </button>
      ))}
      <div className="flex-1 py-1.5 pr-1 text-right">
        <Hours
          hours={payableHours(sums)}
          className={`block whitespace-nowrap font-semibold ${isLong() ? 'text-body' : 'text-lead'}`}
        />
        <span className="text-fine text-soft">payable</span>
      </div>
    </footer>
  );
});
