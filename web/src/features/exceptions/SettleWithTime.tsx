import { type Proposal, sureness } from '@heath/core';
import { useRef } from 'react';
import { Notice } from '../../ui/notices/Notice.tsx';
import { useKey } from '../../ui/screen/keys.ts';
import { clockTime, PROPOSED_BY, shortDay } from '../../ui/text/format.ts';
import { TakeTime, TypeTime, useSayCorrected, useSettling } from '../corrections/settle/index.ts';
import { Effect } from './Effect.tsx';
import { EXCEPTION_KEYS } from './keys.ts';
import { type SettleProps, type Shown, useShown } from './shown.ts';
import { WayButtons } from './WayButtons.tsx';
import { waysOf } from './ways.ts';
import { surenessText } from './words.ts';

/** A missing punch: the best time is taken by one key, another is typed, or it is settled without a time. */
export function SettleWithTime({
  id,
  card,
  exception,
  onConflict,
  onShow,
}: SettleProps & { onShow: (shown: Shown) => void }) {
  const field = useRef<HTMLInputElement>(null);
  const why = useRef<HTMLInputElement>(null);
  const { offsets } = card;
  const sayCorrected = useSayCorrected(id);
  const settling = useSettling({
    id,
    exception,
    offsets,
    // It is told above the list: what somebody else settled is in it no more.
    onConflict: (conflict) => onConflict(conflict, offsets),
    onSettled: (correctionId) => sayCorrected(`Settled ${shortDay(exception.workday)}`, correctionId),
  });
  const { chosen, effect, draft, type, take } = settling;
  useKey(EXCEPTION_KEYS.take, () => void take());
  useKey(EXCEPTION_KEYS.type, () => field.current?.focus());
  useShown(onShow, { chosen, preview: effect });
  return (
    <div className="mt-3">
      <div className="mb-2 flex items-baseline gap-4">
        <Proposals exception={exception} offsets={offsets} />
        {effect !== null && <Effect preview={effect} />}
      </div>
      <div className="flex flex-wrap items-center gap-2">
        <TakeTime settling={settling} offsets={offsets} press={EXCEPTION_KEYS.take.press} />
        <div className="w-48">
          <TypeTime
            ref={field}
            inRow
            settling={settling}
            exception={exception}
            offsets={offsets}
            press={EXCEPTION_KEYS.type.press}
          />
        </div>
        <WayButtons
          id={id}
          exception={exception}
          ways={waysOf(exception, card)}
          note={draft.note}
          onType={(note) => type({ note })}
          why={why}
          shown={null}
          onNear={() => {}}
          onDone={settling.forget}
        />
      </div>
      {settling.elsewhere.map(({ title }) => (
        <div key={title} className="mt-2">
          <Notice>{title}</Notice>
        </div>
      ))}
    </div>
  );
}

/** Where each time that is proposed comes from, the surest first, and how sure that is. */
function Proposals({
  exception,
  offsets,
}: Pick<SettleProps, 'exception'> & { offsets: SettleProps['card']['offsets'] }) {
  const { proposals } = exception;
  if (proposals.length === 0)
    return (
      <p className="text-note text-soft">
        Nothing is planned, nobody worked beside, and nothing is usual: it needs a time.
      </p>
    );
  return (
    <p className="text-note text-soft">
      {proposals.map((proposal: Proposal, i) => (
        <span key={proposal.from}>
          {i > 0 && ' · '}
          <b className={i === 0 ? 'font-semibold text-heather' : 'font-semibold'}>
            {clockTime(proposal.at, offsets)}
          </b>{' '}
          {PROPOSED_BY[proposal.from]}
          {i === 0 && `, ${surenessText(sureness(proposal, proposals))}`}
        </span>
      ))}
    </p>
  );
}
