import type { MappingPreview, MappingReply } from '@heath/contract';
import { useSorted } from '../../ui/controls/Sortable.tsx';
import { CodeChip } from '../../ui/text/CodeChip.tsx';
import { hoursText } from '../../ui/text/format.ts';
import { type DraftRule, sentenceOf } from './draft.ts';
import { RULE_TRACKS } from './tracks.ts';

type Does = MappingPreview['rules'][number];

/** One rule: its place, what it catches in words, its code, and what it does with the lines of the period. */
export function RuleRow({
  draft,
  place,
  names,
  does,
  isOpen,
  isFixed,
  onOpen,
}: {
  draft: DraftRule;
  place: number;
  names: MappingReply['names'];
  does: Does | undefined;
  isOpen: boolean;
  /** It is not put elsewhere here. */
  isFixed: boolean;
  onOpen: () => void;
}) {
  const { rule } = draft;
  const sentence = sentenceOf(rule, names);
  const { ref, style, handle } = useSorted(draft.id, rule.name || sentence, isFixed);
  const remark = does === undefined ? null : remarkOf(does);
  return (
    <li
      ref={ref}
      style={style}
      aria-current={isOpen}
      className={`relative border-b border-faint ${isOpen ? 'bg-heather-wash' : 'bg-paper hover:bg-sheet'}`}
    >
      <div className={`${RULE_TRACKS} px-2 py-1.5`}>
        <span className="flex items-center gap-1 text-soft">
          {handle}
          <span className="w-6 text-right">{place}</span>
        </span>
        <button type="button" onClick={onOpen} className="min-w-0 text-left">
          <span className="block truncate">
            {rule.name !== '' && <b className="mr-2 font-semibold">{rule.name}</b>}
            <span className={rule.name === '' ? '' : 'text-soft'}>{sentence}</span>
          </span>
          {(remark !== null || rule.firstDay !== null || rule.lastDay !== null) && (
            <span className="block truncate text-fine text-soft">
              {datesOf(rule)}
              {remark !== null && <span className={does?.lines === 0 ? 'text-ember' : ''}>{remark}</span>}
            </span>
          )}
        </button>
        <span>
          <CodeChip code={rule.code} />
        </span>
        <span className="text-right">{does === undefined ? '' : does.lines.toLocaleString('en')}</span>
        <span className="text-right">{does === undefined ? '' : hoursText(does.hours)}</span>
      </div>
    </li>
  );
}

function datesOf({ firstDay, lastDay }: DraftRule['rule']): string {
  if (firstDay !== null && lastDay !== null) return `${firstDay} to ${lastDay}. `;
  if (firstDay !== null) return `From ${firstDay}. `;
  return lastDay === null ? '' : `Until ${lastDay}. `;
}

/** Why a rule decides nothing, or less than it could; null where there is nothing to say. */
function remarkOf({ lines, taken, shadowedBy }: Does): string | null {
  if (shadowedBy !== null) return `Never decides: rule ${shadowedBy + 1} holds whenever this one does.`;
  const before = taken
    .map(({ by, lines: count }) => `${count.toLocaleString('en')} by rule ${by + 1}`)
    .join(', ');
  if (lines === 0)
    return before === ''
      ? 'Matches no line of this period.'
      : `All it holds for is decided before: ${before}.`;
  return before === '' ? null : `Decided before it: ${before}.`;
}
