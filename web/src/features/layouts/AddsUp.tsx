import { OfBefore } from '../../ui/notices/OfBefore.tsx';
import { hoursText } from '../../ui/text/format.ts';
import type { ShownPreview } from './place.ts';

/** Whether the file says what its lines come to, and its lines what the cards do. */
export function AddsUp({ preview }: { preview: ShownPreview }) {
  const { hoursInCards, hoursInBatch, hoursInFile, hoursUncaught, lines, people, fileName } = preview;
  const isSum = hoursInFile === hoursInBatch;
  const figures = [
    ['Cards, payable', hoursText(hoursInCards), false],
    ['Lines, premiums too', hoursText(hoursInBatch), false],
    ['This file', hoursText(hoursInFile), !isSum],
    ...(hoursUncaught === 0 ? [] : [['In the catch-all', hoursText(hoursUncaught), true] as const]),
    ['Lines in the file', lines.toLocaleString('en'), false],
    ['People', people.toLocaleString('en'), false],
    ['Name', fileName, false],
  ] as const;
  return (
    <section aria-label="Adds up" className="mt-5">
      <h2 className="mb-1 text-lead">Adds up</h2>
      <OfBefore when={preview.isOfBefore}>
        <dl>
          {figures.map(([name, value, isWrong]) => (
            <div
              key={name}
              className={`flex justify-between gap-3 border-t border-faint py-1 text-note ${isWrong ? 'text-ember' : ''}`}
            >
              <dt className={isWrong ? '' : 'text-soft'}>{name}</dt>
              <dd className="min-w-0 truncate font-semibold">{value}</dd>
            </div>
          ))}
        </dl>
      </OfBefore>
    </section>
  );
}
