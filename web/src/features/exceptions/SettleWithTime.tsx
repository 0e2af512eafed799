import { type Proposal, punchBeside, sureness } from '@heath/core';
import { useRef, useState } from 'react';
import { Notice } from '../../ui/notices/Notice.tsx';
import { useKey } from '../../ui/screen/keys.ts';
import { clockTime, PROPOSED_BY, shortDay } from '../../ui/text/format.ts';
import { TakeTime, TypeTime, useSayCorrected, useSettling, whyNoTime } from '../corrections/settle/index.ts';
import { Effect } from './Effect.tsx';
import type { EvidenceShown } from './Evidence.tsx';
import { EXCEPTION_KEYS } from './keys.ts';
import { type SettleProps, type Shown, useShown } from './shown.ts';
import { useWayPreview } from './useWayPreview.ts';
import { WayButtons } from './WayButtons.tsx';
import { type Way, waysOf } from './ways.ts';
import { surenessText } from './words.ts';

interface SettleWithTimeProps extends SettleProps {
  /** Null until it is known. */
  readonly evidence: EvidenceShown | null;
  readonly onShow: (shown: Shown) => void;
}

/**
 * A missing punch: the best time is taken by one key, another is typed, or it is settled without a time. What is shown is the chosen time,
 * or the way that is pointed at; where no time is chosen, the way that is likeliest, if there is one to choose. Enter takes that.
 */
export function SettleWithTime({ id, card, exception, evidence, onConflict, onShow }: SettleWithTimeProps) {
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
  const { chosen, draft, type, take } = settling;
  const ways = waysOf(exception, card);
  const [near, setNear] = useState<Way | null>(null);
  const likeliest = chosen === null && draft.time === '' && ways[0]?.role === 'pick' ? ways[0] : null;
  const shownWay = near ?? likeliest;
  const preview = useWayPreview(id, exception, shownWay);
  const effect = shownWay === null ? settling.effect : preview;
  useKey(EXCEPTION_KEYS.take, () => shownWay === null && void take());
  useKey(EXCEPTION_KEYS.type, () => field.current?.focus());
  useShown(onShow, { chosen: shownWay === null ? chosen : null, preview: effect });
  return (
    <div className="mt-3">
      <div className="mb-2 flex items-baseline gap-4">
        <Proposals exception={exception} card={card} evidence={evidence} />
        {effect !== null && <Effect preview={effect} />}
      </div>
      <div className="flex flex-wrap items-center gap-2">
        <TakeTime
          settling={settling}
          offsets={offsets}
          press={EXCEPTION_KEYS.take.press}
          isShown={shownWay === null}
        />
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
          ways={ways}
          note={draft.note}
          onType={(note) => type({ note })}
          why={why}
          shown={shownWay}
          onNear={setNear}
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
  card,
  evidence,
}: Pick<SettleWithTimeProps, 'exception' | 'card' | 'evidence'>) {
  const { proposals } = exception;
  const { offsets } = card;
  if (proposals.length === 0 && evidence === null) return null;
  if (proposals.length === 0 && evidence !== null)
    return (
      <p className="text-note text-soft">
        {whyNoTime(exception, punchBeside(exception, card)?.at ?? null, evidence, offsets)}
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
