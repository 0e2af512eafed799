import type { CardReply, CardRow } from '@heath/contract';
import { type ClassId, classSums, isMissingPunch, type Workday, workdayToIso } from '@heath/core';
import { Fragment, memo, useCallback, useMemo, useRef, useState } from 'react';
import { Link } from 'react-router';
import { type CardId, useCardQuery } from '../../api/cards.ts';
import { useMayCorrect } from '../../api/useMay.ts';
import type { DrawnDay } from '../../computing/effect.ts';
import { Button } from '../../ui/controls/Button.tsx';
import { Side } from '../../ui/layout/Side.tsx';
import { Notice } from '../../ui/notices/Notice.tsx';
import { NotYet } from '../../ui/notices/NotYet.tsx';
import { axisOf } from '../../ui/ribbon/of-card.ts';
import { RibbonAxis } from '../../ui/ribbon/Ribbon.tsx';
import { workdaysBetween } from '../../ui/ribbon/scale.ts';
import { weeksOf } from '../../ui/ribbon/weeks.ts';
import { useKey } from '../../ui/screen/keys.ts';
import { useAddress } from '../../ui/screen/useAddress.ts';
import { useAfterPaint } from '../../ui/screen/useAfterPaint.ts';
import { shortDay } from '../../ui/text/format.ts';
import { Kbd } from '../../ui/text/Kbd.tsx';
import { AddTimePlace, ofPerson } from '../corrections/add-time/index.ts';
import { ADD_TIME_KEYS } from '../corrections/add-time/keys.ts';
import { type ByHand, HandPlace, useByHand } from '../corrections/by-hand/index.ts';
import { type Conflict, ConflictNotice, SettlePanel, useSayCorrected } from '../corrections/settle/index.ts';
import { QuestionsOnCard } from '../questions/index.ts';
import { Approval } from './Approval.tsx';
import { CardTotals } from './CardTotals.tsx';
import { DayRow } from './DayRow.tsx';
import { linesAsDrawn, openDay } from './days.ts';
import { History } from './History.tsx';
import { CARD_KEYS } from './keys.ts';
import { Punches } from './Punches.tsx';
import { FRESH_SECONDS } from './useNearCards.ts';
import { useUndoLast } from './useUndoLast.ts';
import { WeekRow } from './WeekRow.tsx';
import { ClassWhy, DayWhy } from './WhyPanel.tsx';

/** One person's card and, to its right, what is to settle and why the numbers are what they are. */
export function CardView({ periodId, row }: { periodId: number; row: CardRow }) {
  const { personId } = row;
  const id = useMemo(() => ({ periodId, personId }), [periodId, personId]);
  // Shown at once where it is there already, and fetched anew where that is a while ago.
  const {
    currentData: card,
    error,
    refetch,
  } = useCardQuery(id, { refetchOnMountOrArgChange: FRESH_SECONDS });
  const isListSeen = useAfterPaint();
  if (card !== undefined && isListSeen) return <OpenCard id={id} card={card} />;
  if (error !== undefined) return <NotYet what="this card" error={error} again={() => void refetch()} />;
  return (
    <main className="px-4.5 pt-3" aria-busy="true">
      <header className="flex flex-wrap items-baseline gap-x-3">
        <h1 className="whitespace-nowrap text-title">{row.name}</h1>
        <span className="text-note text-soft">
          {row.number} · {row.department} · Opening the card…
        </span>
      </header>
    </main>
  );
}

function OpenCard({ id, card }: { id: CardId; card: CardReply }) {
  const { query, go } = useAddress();
  /** On whose card the time of a missing punch is to be typed, and how often that was asked for. */
  const [typing, setTyping] = useState({ personId: 0, asked: 0 });
  const { personId } = id;
  const days = useMemo(() => workdaysBetween(card.firstDay, card.lastDay), [card.firstDay, card.lastDay]);
  const open = openDay(card, days, query.get('day'));
  const why = query.get('why') as ClassId | null;
  const pick = useCallback((day: Workday) => go({ day: workdayToIso(day), why: null }), [go]);
  const openClass = useCallback((classId: ClassId) => go({ why: classId }), [go]);
  const type = useCallback(
    (day: Workday) => {
      pick(day);
      setTyping(({ asked }) => ({ personId, asked: asked + 1 }));
    },
    [pick, personId],
  );
  const hand = useByHand(id, card, open);
  const step = (by: number) => {
    const next = days[Math.min(Math.max(days.indexOf(open) + by, 0), days.length - 1)];
    if (next !== undefined) pick(next);
  };
  useKey(CARD_KEYS.nextDay, () => step(1));
  useKey(CARD_KEYS.dayBefore, () => step(-1));
  const mayCorrect = useMayCorrect(personId);
  const mayAdd = mayCorrect && !card.sealed;
  const [isAdding, setAdding] = useState(false);
  const adding = useMemo(
    () => ofPerson({ personId, number: card.row.number, name: card.row.name, offsets: card.offsets }, card),
    [personId, card],
  );
  useKey(ADD_TIME_KEYS.add, () => mayAdd && setAdding(true));
  const add = useCallback(() => setAdding(true), []);
  return (
    <div className="grid min-h-0 grid-cols-[minmax(0,1fr)_var(--spacing-side)]">
      {isAdding ? (
        <AddTimePlace
          key={`add time ${personId}`}
          periodId={id.periodId}
          of={adding}
          onClose={() => setAdding(false)}
        />
      ) : (
        <CardSheet
          id={id}
          card={card}
          days={days}
          open={open}
          hand={hand.hand}
          drawn={hand.effect?.ok === true ? hand.effect.days : undefined}
          onNear={hand.onNear}
          onPick={pick}
          onType={mayCorrect ? type : null}
          onClass={openClass}
          onAdd={mayAdd ? add : null}
        />
      )}
      <CardSide
        key={`side ${personId}`}
        id={id}
        card={card}
        day={open}
        hand={hand}
        why={why}
        typing={typing.personId === personId ? typing.asked : 0}
        onPick={pick}
      />
    </div>
  );
}

/** The card itself: a ribbon a day, and what they add up to. */
const CardSheet = memo(function CardSheet({
  id,
  card,
  days,
  open,
  hand,
  drawn,
  onNear,
  onPick,
  onType,
  onClass,
  onAdd,
}: {
  id: CardId;
  card: CardReply;
  days: readonly Workday[];
  open: Workday;
  hand: ByHand['hand'];
  /** The days that would be otherwise with the correction that is considered. */
  drawn: readonly DrawnDay[] | undefined;
  onNear: () => void;
  onPick: (day: Workday) => void;
  onType: ((day: Workday) => void) | null;
  onClass: (classId: ClassId) => void;
  /** Adds time by lines; null where nobody may. */
  onAdd: (() => void) | null;
}) {
  const scale = useMemo(() => axisOf(card), [card]);
  const lines = useMemo(() => linesAsDrawn(card, drawn), [card, drawn]);
  const sums = useMemo(() => classSums(lines), [lines]);
  const weeks = useMemo(() => weeksOf({ ...card, lines }), [card, lines]);
  return (
    <main className="min-h-0 overflow-y-auto px-4.5 pt-3" aria-label="Time card" onPointerOver={onNear}>
      <header className="flex flex-wrap items-baseline gap-x-3">
        <h1 className="whitespace-nowrap text-title">{card.row.name}</h1>
        <span className="min-w-0 flex-1 basis-40 truncate text-note text-soft">
          {card.row.number} · {card.row.department} · {card.rulebook}, edition {card.edition}
        </span>
        <Approval id={id} card={card} />
        {onAdd !== null && (
          <Button onClick={onAdd}>
            Add time <Kbd>{ADD_TIME_KEYS.add.press}</Kbd>
          </Button>
        )}
      </header>
      {card.changedSinceSealed && (
        <div className="mt-2">
          <Notice>
            This card changed after it was handed off. What was sent stays as it was; the difference is
            decided on under{' '}
            <Link className="underline" to={`/afterwards?of=${id.periodId}-${id.personId}`}>
              Afterwards
            </Link>
            .
          </Notice>
        </div>
      )}
      <div className="ml-day mr-total mt-2">
        <RibbonAxis scale={scale} day={card.firstDay} />
      </div>
      {days.map((day) => (
        <Fragment key={day}>
          <DayRow
            card={card}
            day={day}
            scale={scale}
            isOpen={day === open}
            drawn={drawn?.find(({ workday }) => workday === day)}
            hand={day === open ? hand : undefined}
            onPick={onPick}
            onType={onType}
          />
          {weeks.length > 1 &&
            weeks.map((week) => week.lastDay === day && <WeekRow key={week.lastDay} week={week} />)}
        </Fragment>
      ))}
      <CardTotals sums={sums} onClass={onClass} />
    </main>
  );
});

/** What is to settle on the open day, why its numbers are what they are, and what was corrected. */
function CardSide({
  id,
  card,
  day,
  hand,
  why,
  typing,
  onPick,
}: {
  id: CardId;
  card: CardReply;
  day: Workday;
  hand: ByHand;
  why: ClassId | null;
  typing: number;
  onPick: (day: Workday) => void;
}) {
  const [conflict, setConflict] = useState<Conflict | null>(null);
  const undoLast = useUndoLast(id, card);
  const sayCorrected = useSayCorrected(id);
  const mayCorrect = useMayCorrect(card.row.personId);
  useKey(CARD_KEYS.undo, () => mayCorrect && void undoLast());
  const latestUndo = useRef(undoLast);
  latestUndo.current = undoLast;
  const takeBack = useCallback((correctionId: number) => void latestUndo.current(correctionId), []);
  const exception = card.exceptions.find((one) => one.workday === day && isMissingPunch(one));
  const hasClass = why !== null && card.lines.some(({ classId }) => classId === why);
  return (
    <Side label="Why" className="border-l border-rule bg-sheet px-4.5 py-3.5">
      {conflict !== null && (
        <ConflictNotice conflict={conflict} offsets={card.offsets} onUnderstood={() => setConflict(null)} />
      )}
      {exception !== undefined && mayCorrect && (
        <SettlePanel
          key={exception.key}
          id={id}
          card={card}
          exception={exception}
          typing={typing}
          onConflict={setConflict}
          onSettled={(correctionId) => sayCorrected(`Settled ${shortDay(exception.workday)}`, correctionId)}
        />
      )}
      <QuestionsOnCard id={id} day={day} />
      <HandPlace hand={hand} card={card} day={day} />
      {hasClass ? <ClassWhy card={card} classId={why} onDay={onPick} /> : <DayWhy card={card} day={day} />}
      <Punches id={id} day={day} offsets={card.offsets} />
      <History card={card} onUndo={mayCorrect ? takeBack : null} />
    </Side>
  );
}
