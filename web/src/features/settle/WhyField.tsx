import { ChevronDown } from 'lucide-react';
import type { Ref } from 'react';
import { problemOf } from '../../api/base.ts';
import { useKeepReasonMutation, useReasonsQuery } from '../../api/reasons.ts';
import { Menu, MenuHeading, MenuItem, MenuLine } from '../../ui/Menu.tsx';
import { say } from '../../ui/notices.ts';

/** Why, for the record: in words of one's own, or one of those that are kept. */
export function WhyField({
  text,
  onType,
  press,
  ref,
  isWide = false,
}: {
  text: string;
  onType: (text: string) => void;
  /** The key that leads here, where there is one. */
  press?: string;
  ref: Ref<HTMLInputElement>;
  /** As wide as what it stands in. */
  isWide?: boolean;
}) {
  const { data } = useReasonsQuery();
  const [keep] = useKeepReasonMutation();
  const kept = data?.reasons ?? [];
  const typed = text.trim();
  const keepIt = async () => {
    const { error } = await keep(typed);
    say(error === undefined ? 'Kept among the reasons.' : problemOf(error).title);
  };
  return (
    <div
      className={`flex ${isWide ? 'w-full' : 'w-72'} items-center rounded-control border border-rule bg-field focus-within:border-heather`}
    >
      <input
        ref={ref}
        aria-label="Why, for the record"
        placeholder={press === undefined ? 'Why, for the record' : `Why, for the record  (${press})`}
        value={text}
        maxLength={500}
        onChange={(event) => onType(event.target.value)}
        onKeyDown={(event) => {
          if (event.key === 'Enter' || event.key === 'Escape') event.currentTarget.blur();
        }}
        className="min-w-0 flex-1 bg-transparent px-2.5 py-1 text-note outline-none"
      />
      <Menu
        trigger={
          <button type="button" aria-label="Reasons that are kept" className="px-1.5 text-soft">
            <ChevronDown size={14} aria-hidden="true" />
          </button>
        }
      >
        <MenuHeading>Reasons that are kept</MenuHeading>
        {kept.map((reason) => (
          <MenuItem key={reason} onSelect={() => onType(reason)}>
            {reason}
          </MenuItem>
        ))}
        {typed.length >= 3 && !kept.includes(typed) && (
          <>
            <MenuLine />
            <MenuItem onSelect={() => void keepIt()}>Keep what is typed</MenuItem>
          </>
        )}
      </Menu>
    </div>
  );
}
