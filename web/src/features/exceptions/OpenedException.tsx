import type { CardReply } from '@heath/contract';
import { type Exception, isMissingPunch, payableHours, type ZoneOffsets } from '@heath/core';
import { type ReactNode, useMemo, useRef } from 'react';
import { problemOf } from '../../api/base.ts';
import { type CardId, useCardQuery } from '../../api/cards.ts';
import { useAcceptMutation, useUndoMutation } from '../../api/corrections.ts';
import type { OpenException } from '../../api/exceptions.ts';
import { useMayCorrect } from '../../api/useMay.ts';
import { Button } from '../../ui/Button.tsx';
import { clockTime, exceptionText, shortDay } from '../../ui/format.ts';
import { Hours } from '../../ui/Hours.tsx';
import { Kbd } from '../../ui/Kbd.tsx';
import { useKey } from '../../ui/keys.ts';
import { Notice } from '../../ui/Notice.tsx';
import { NotYet } from '../../ui/NotYet.tsx';
import { say, sayWithUndo } from '../../ui/notices.ts';
import { axisOf, dayOfCard } from '../../ui/ribbon/of-card.ts';
import { Ribbon, RibbonAxis } from '../../ui/ribbon/Ribbon.tsx';
import { TimeField } from '../../ui/TimeField.tsx';
import { type Conflict, useSettling } from '../settle/index.ts';
import { EXCEPTION_KEYS } from './keys.ts';
import { lineOf } from './words.ts';

interface OpenedExceptionProps {
  readonly periodId: number;
  readonly exception: OpenException;
  /** Which of how many it is. */
  readonly of: string;
  readonly onConflict: (conflict: Conflict, offsets: ZoneOffsets) => void;
}

/** One exception with its day, and what can be done about it. */
export function OpenedException({ periodId, exception: listed, of, onConflict }: OpenedExceptionProps) {
  const { who, workday, key } = listed;
  const id = useMemo(() => ({ periodId, personId: who.personId }), [periodId, who.personId]);
  const { currentData: card, error, refetch } = useCardQuery(id);
  const mayCorrect = useMayCorrect(who.personId);
  const exception = card?.exceptions.find((one) => one.key === key);
  return (
    <section
      aria-label="Open exception"
      className="my-1 rounded-control border border-heather bg-sheet px-3.5 py-3"
    >
      <header className="flex items-baseline gap-3">
        <h2 className="text-lead">{who.name}</h2>
        <span className="min-w-0 flex-1 truncate text-note text-soft">
          {shortDay(workday)} · {who.department} · {lineOf(listed)}
        </span>
        <span className="text-note text-soft">{of}</span>
      </header>
      {card === undefined && (
        <NotYet what="this card" error={error} again={() => void refetch()} place="part" />
      )}
      {card !== undefined && <DayOf card={card} listed={listed} />}
      {card !== undefined && exception !== undefined && mayCorrect && (
        <Settle id={id} card={card} exception={exception} onConflict={onConflict} />
      )}
      {card !== undefined && exception === undefined && (
        <p className="mt-2 text-note text-soft">This is settled by now.</p>
      )}
    </section>
  );
}

/** The day that it is on, as the card has it. */
function DayOf({ card, listed: { workday } }: { card: CardReply; listed: OpenException }) {
  const scale = useMemo(() => axisOf(card), [card]);
  const of = useMemo(() => dayOfCard(card, workday), [card, workday]);
  return (
    <div className="mt-1">
      <RibbonAxis scale={scale} day={workday} />
      <Ribbon day={workday} scale={scale} offsets={card.offsets} {...of} />
    </div>
  );
}

/** What was done is said with a way to undo it. */
function useSaid(id: CardId) {
  const [undo] = useUndoMutation();
  return (what: string, correctionId: number) =>
    sayWithUndo(what, async () => {
      const { error } = await undo({ ...id, correctionId });
      say(error === undefined ? 'Undone.' : problemOf(error).title);
    });
}

interface SettleProps extends Pick<OpenedExceptionProps, 'onConflict'> {
  readonly id: CardId;
  readonly card: CardReply;
  readonly exception: Exception;
}

function Settle({ id, card, exception, onConflict }: SettleProps) {
  const said = useSaid(id);
  const [accept, { isLoading }] = useAcceptMutation();
  const acceptIt = async () => {
    if (isLoading) return;
    const { data, error } = await accept({
      ...id,
      exception: exception.key,
      workday: exception.workday,
      note: '',
    });
    if (data !== undefined) said(`Accepted as it is: ${exceptionText(exception)}`, data.correctionId);
    else say(problemOf(error).title);
  };
  useKey(EXCEPTION_KEYS.accept, () => void acceptIt(), [acceptIt]);
  const acceptButton = (
    <Button onClick={() => void acceptIt()} disabled={isLoading}>
      Accept as it is <Kbd>{EXCEPTION_KEYS.accept.press}</Kbd>
    </Button>
  );
  return isMissingPunch(exception) ? (
    <SettleWithTime id={id} card={card} exception={exception} onConflict={onConflict} onSaid={said}>
      {acceptButton}
    </SettleWithTime>
  ) : (
    <div className="mt-3">{acceptButton}</div>
  );
}

/** A missing punch: the best time is taken by one key, or another is typed. */
function SettleWithTime({
  id,
  card,
  exception,
  onConflict,
  onSaid,
  children,
}: SettleProps & {
  readonly onSaid: (what: string, correctionId: number) => void;
  readonly children: ReactNode;
}) {
  const field = useRef<HTMLInputElement>(null);
  const { offsets } = card;
  const settling = useSettling({
    id,
    exception,
    offsets,
    // It is told above the list: what somebody else settled is in it no more.
    onConflict: (conflict) => onConflict(conflict, offsets),
    onSettled: (correctionId) => onSaid(`Settled ${shortDay(exception.workday)}`, correctionId),
  });
  const { proposal, typed, effect, isBusy, isRefused, draft, direction, take, type, at } = settling;
  useKey(EXCEPTION_KEYS.take, () => void take(proposal?.at ?? null), [take, proposal]);
  useKey(EXCEPTION_KEYS.type, () => field.current?.focus());
  return (
    <div className="mt-3">
      <div className="flex flex-wrap items-end gap-2">
        {proposal !== undefined && (
          <Button look="primary" disabled={isBusy} onClick={() => void take(proposal.at)}>
            Take {clockTime(proposal.at, offsets)} <Kbd>{EXCEPTION_KEYS.take.press}</Kbd>
          </Button>
        )}
        <div className="w-64">
          <TimeField
            ref={field}
            label={`${proposal === undefined ? 'Type' : 'Or type'} the time  (${EXCEPTION_KEYS.type.press})`}
            text={draft.time}
            beside={exception.at}
            direction={direction}
            offsets={offsets}
            error={at('at')}
            onType={(time) => type({ time })}
            onEnter={() => {
              if (!isRefused) void take(typed);
            }}
          />
        </div>
        {children}
        {effect !== null && (
          <p className="ml-auto text-note text-soft" aria-live="polite">
            Then payable <Hours hours={payableHours(effect.before)} /> →{' '}
            <b className="text-ink">
              <Hours hours={payableHours(effect.after)} />
            </b>{' '}
            in this period
          </p>
        )}
      </div>
      {settling.elsewhere.map(({ title }) => (
        <div key={title} className="mt-2">
          <Notice>{title}</Notice>
        </div>
      ))}
    </div>
  );
}
