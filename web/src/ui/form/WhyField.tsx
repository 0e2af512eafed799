import { ChevronDown } from 'lucide-react';
import type { ComponentProps, Ref } from 'react';
import { useLater } from '../screen/useLater.ts';

const loadKept = () => import('./KeptReasons.tsx').then(({ KeptReasons }) => KeptReasons);

/** Why, for the record: in words of one's own, or one of those that are kept, which are fetched when they are first asked for. */
export function WhyField({
  text,
  onType,
  press,
  ref,
  onEnter,
  isWide = false,
  isAsked = false,
}: {
  text: string;
  onType: (text: string) => void;
  /** The key that leads here, where there is one. */
  press?: string;
  ref: Ref<HTMLInputElement>;
  /** What waited for a reason is done with it. */
  onEnter?: (() => void) | undefined;
  /** It is not done without. */
  isAsked?: boolean;
  /** As wide as what it stands in. */
  isWide?: boolean;
}) {
  const { part: Kept, ask } = useLater(loadKept);
  const asks = isAsked ? 'Why: the rulebook asks' : 'Why, for the record';
  return (
    <div
      className={`flex ${isWide ? 'w-full' : 'w-72'} items-center rounded-control border border-rule bg-field focus-within:border-heather`}
    >
      <input
        ref={ref}
        aria-label="Why, for the record"
        aria-required={isAsked}
        placeholder={press === undefined ? asks : `${asks}  (${press})`}
        value={text}
        maxLength={500}
        onChange={(event) => onType(event.target.value)}
        onKeyDown={(event) => {
          if (event.key !== 'Enter' && event.key !== 'Escape') return;
          event.currentTarget.blur();
          if (event.key === 'Enter') onEnter?.();
        }}
        className="min-w-0 flex-1 bg-transparent px-2.5 py-1 text-note outline-none"
      />
      {Kept === null ? (
        <Opens aria-haspopup="menu" aria-expanded={false} onClick={ask} />
      ) : (
        <Kept text={text} onTake={onType} trigger={<Opens />} />
      )}
    </div>
  );
}

/** What opens the reasons that are kept. */
const Opens = (more: ComponentProps<'button'>) => (
  <button type="button" aria-label="Reasons that are kept" {...more} className="px-1.5 text-soft">
    <ChevronDown size={14} aria-hidden="true" />
  </button>
);
