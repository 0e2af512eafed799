import type { CardReply } from '@heath/contract';
import {
  classSums,
  type Exception,
  isMissingPunch,
  isOvertime,
  payableHours,
  type Workday,
} from '@heath/core';
import { memo, useMemo } from 'react';
import type { DrawnDay } from '../../computing/effect.ts';
import { type DayOfCard, dayOfCard } from '../../ui/ribbon/of-card.ts';
import { Ribbon } from '../../ui/ribbon/Ribbon.tsx';
import { clockChange, originOf, type Scale } from '../../ui/ribbon/scale.ts';
import { DAY_ATTRIBUTE, type Hand } from '../../ui/ribbon/useHand.ts';
import { clockTime, dayOfMonth, hoursText, PROPOSED_BY, shortDay, weekday } from '../../ui/text/format.ts';
import { Hours } from '../../ui/text/Hours.tsx';

interface DayRowProps {
  readonly card: CardReply;
  readonly day: Workday;
  readonly scale: Scale;
  readonly isOpen: boolean;
  /** What it would be with the correction that is considered; undefined where that leaves it as it is. */
  readonly drawn: DrawnDay | undefined;
  /** Where it is given, the ribbon is corrected by hand. */
  readonly hand: Hand | undefined;
  readonly onPick: (day: Workday) => void;
  /** The time of a missing punch is to be typed; null where the reader may not correct this card. */
  readonly onType: ((day: Workday) => void) | null;
}

/** One day of a card: its name, its ribbon, its hours. Drawn anew only when something of it changes, since cards are walked by key. */
export const DayRow = memo(function DayRow({
  card,
  day,
  scale,
  isOpen,
  drawn,
  hand,
  onPick,
  onType,
}: DayRowProps) {
  const of = useMemo(
    () => dayOfCard(drawn === undefined ? card : { plans: card.plans, ...drawn }, day),
    [card, day, drawn],
  );
  const change = clockChange(originOf(day, scale, card.offsets), scale, card.offsets);
  return (
    <div
      aria-current={isOpen ? 'date' : undefined}
      {...{ [DAY_ATTRIBUTE]: day }}
      className={`isolate grid h-9 grid-cols-[var(--spacing-day)_minmax(0,1fr)_var(--spacing-total)] items-center border-t border-t-faint ${isOpen ? 'picked-day relative z-1 bg-sheet' : ''}`}
    >
      <button type="button" onClick={() => onPick(day)} className="h-full pl-1 text-left text-note">
        <b className="font-semibold">{weekday(day)}</b> {dayOfMonth(day)}
        {change !== null && (
          <small className="block text-tick leading-none text-soft">
            clocks {change.bySeconds < 0 ? '+1 h' : '−1 h'}
          </small>
        )}
      </button>
      {/* biome-ignore lint/a11y/useKeyWithClickEvents: the day's name beside it is the button for the keyboard */}
      {/* biome-ignore lint/a11y/noStaticElementInteractions: likewise */}
      <div onClick={() => onPick(day)} className="cursor-pointer">
        <Ribbon
          day={day}
          scale={scale}
          offsets={card.offsets}
          {...of}
          hand={hand}
          inHole={({ exception }) =>
            exception && <HoleText exception={exception} card={card} onType={onType && (() => onType(day))} />
          }
        />
      </div>
      <DayHours day={day} of={of} onPick={() => onPick(day)} />
    </div>
  );
});

/** What a day pays, and how much of it is overtime. */
function DayHours({ day, of, onPick }: { day: Workday; of: DayOfCard; onPick: () => void }) {
  const hours = payableHours(classSums(of.lines));
  const overtime = payableHours(classSums(of.lines.filter(({ classId }) => isOvertime(classId))));
  const isWaiting = hours === 0 && of.exceptions.some(isMissingPunch);
  return (
    <button
      type="button"
      onClick={onPick}
      className="pr-1.5 text-right"
      aria-label={hours === 0 && !isWaiting ? `Nothing payable on ${shortDay(day)}` : undefined}
    >
      {isWaiting ? '—' : hours > 0 && <Hours hours={hours} />}
      {overtime > 0 && (
        <small className="block text-tick leading-none text-soft">+{hoursText(overtime)}</small>
      )}
    </button>
  );
}

function HoleText({
  exception,
  card,
  onType,
}: {
  exception: Exception;
  card: CardReply;
  onType: (() => void) | null;
}) {
  const proposal = exception.proposals[0];
  return (
    <>
      {exception.kind === 'missing-out' ? 'No out punch' : 'No in punch'}
      {proposal !== undefined && ` · ${PROPOSED_BY[proposal.from]} ${clockTime(proposal.at, card.offsets)}`}
      {onType !== null && (
        <button
          type="button"
          className="ml-1.5 underline"
          onClick={(event) => {
            event.stopPropagation();
            onType();
          }}
        >
          settle
        </button>
      )}
    </>
  );
}
