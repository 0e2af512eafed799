import { useRef, useState } from 'react';
import { useDraft } from '../../ui/form/useDraft.ts';
import { Effect } from './Effect.tsx';
import { type SettleProps, type Shown, useShown } from './shown.ts';
import { useWayPreview } from './useWayPreview.ts';
import { WayButtons } from './WayButtons.tsx';
import type { Way } from './ways.ts';
import { partTyped, waysOf } from './ways.ts';

const EMPTY = { note: '', part: '' };

/**
 * Settles what no time can: accepted, not worked, approved, turned into leave. What one way would change is shown: the likeliest, or the one that is pointed
 * at. That one stands out, and Enter takes it.
 */
export function SettleByWay({
  id,
  card,
  exception,
  onShow,
}: SettleProps & { onShow: (shown: Shown) => void }) {
  const { draft, type, forget } = useDraft(exception.key, EMPTY);
  const why = useRef<HTMLInputElement>(null);
  const [first, ...others] = waysOf(exception, card);
  const part = partTyped(draft.part, first, exception);
  const wrong = part !== null && 'wrong' in part ? part.wrong : null;
  const likeliest = part === null || 'wrong' in part ? first : part;
  const ways = likeliest === undefined ? [] : [likeliest, ...others];
  const [near, setNear] = useState<Way | null>(null);
  const shownWay = near ?? (wrong === null ? (likeliest ?? null) : null);
  const preview = useWayPreview(id, exception, shownWay);
  useShown(onShow, { chosen: null, preview });
  return (
    <div className="mt-3 flex flex-wrap items-center gap-2">
      <WayButtons
        id={id}
        exception={exception}
        ways={ways}
        note={draft.note}
        onType={(note) => type({ note })}
        why={why}
        shown={shownWay}
        onNear={setNear}
        onDone={forget}
        part={
          first?.inPart === undefined ? null : { text: draft.part, wrong, onType: (part) => type({ part }) }
        }
      />
      {preview !== null && <Effect preview={preview} />}
    </div>
  );
}
