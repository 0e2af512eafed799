import type { CardReply } from '@heath/contract';
import {
  type ClassId,
  classesOf,
  classLabel,
  classSums,
  type Exception,
  isMissingPunch,
  isOvertime,
  isPremium,
  isWorked,
  type Proposal,
  payableHours,
  type Workday,
  workdayFromIso,
  workdayToIso,
} from '@heath/core';
import { useMemo, useState } from 'react';
import { toast } from 'sonner';
import { problemOf } from '../../api/base.ts';
import { type CardId, useCardQuery } from '../../api/cards.ts';
import { useUndoMutation } from '../../api/corrections.ts';
import { useSessionQuery } from '../../api/session.ts';
import { useMayCorrect } from '../../api/useMay.ts';
import { Empty } from '../../ui/Empty.tsx';
import { classBand, clockTime, dayOfMonth, decimalHours, shortDay, weekday } from '../../ui/format.ts';
import { Hours } from '../../ui/Hours.tsx';
import { useKey } from '../../ui/keys.ts';
import { Notice } from '../../ui/Notice.tsx';
import { Ribbon, RibbonAxis, workdaysBetween } from '../../ui/ribbon/Ribbon.tsx';
import { clockChange, originOf, scaleFor } from '../../ui/ribbon/scale.ts';
import { Side } from '../../ui/Side.tsx';
import { useAddress } from '../../ui/useAddress.ts';
import { type Conflict, SettlePanel } from '../settle/index.ts';
import { CARD_KEYS } from './keys.ts';
import { ClassWhy, DayWhy, History } from './WhyPanel.tsx';

/** One person's card and, to its right, what is to settle and why the numbers are what they are. */
export function CardView({ card }: { card: CardId }) {
  const { data, error, isFetching } = useCardQuery(card);
  if (data === undefined) {
    return error === undefined ? (
      <main className="p-6 text-soft">
        <h1 className="font-sans text-body font-normal">{isFetching ? 'Opening the card…' : 'No card'}</h1>
      </main>
    ) : (
      <Empty title="This card cannot be shown">{problemOf(error).title}</Empty>
    );
  }
  return <OpenCard id={card} card={data} />;
}

function OpenCard({ id, card }: { id: CardId; card: CardReply }) {
  const { query, go } = useAddress();
  const [conflict, setConflict] = useState<Conflict | null>(null);
  const [typing, setTyping] = useState(0);
  const undoLast = useUndoLast(id, card);
  const mayCorrect = useMayCorrect(card.row.personId);
  const days = useMemo(() => workdaysBetween(card.firstDay, card.lastDay), [card.firstDay, card.lastDay]);
  const scale = useMemo(() => axisOf(card), [card]);

  const firstOpen = card.exceptions.find(isMissingPunch);
  const picked = pickedDay(query.get('day'), days) ?? firstOpen?.workday ?? lastWorkedDay(card) ?? days[0]!;
  const why = query.get('why') as ClassId | null;
  const pick = (day: Workday) => go({ day: workdayToIso(day), why: null });
  const type = (day: Workday) => {
    pick(day);
    setTyping((n) => n + 1);
  };
  const stepDay = (by: number) =>
    pick(days[Math.min(Math.max(days.indexOf(picked) + by, 0), days.length - 1)]!);
  useKey(CARD_KEYS.nextDay, () => stepDay(1), [picked, days]);
  useKey(CARD_KEYS.dayBefore, () => stepDay(-1), [picked, days]);
  useKey(CARD_KEYS.undo, () => mayCorrect && void undoLast(), [undoLast, mayCorrect]);

  const exception = card.exceptions.find((open) => open.workday === picked && isMissingPunch(open));
  const sums = classSums(card.lines);
  return (
    <div className="grid min-h-0 grid-cols-[minmax(0,1fr)_var(--spacing-side)]">
      <main className="min-h-0 overflow-y-auto px-4.5 pt-3" aria-label="Time card">
        <header className="flex flex-wrap items-baseline gap-x-3">
          <h1 className="whitespace-nowrap text-title">{card.row.name}</h1>
          <span className="text-note text-soft">
            {card.row.number} · {card.row.department} · {card.rulebook}, edition {card.edition}
          </span>
        </header>
        {card.changedSinceSealed && (
          <div className="mt-2">
            <Notice>
              The punches of this card changed after it was handed off. What was sent stays as it was.
            </Notice>
          </div>
        )}
        <div className="ml-day mr-total mt-2">
          <RibbonAxis scale={scale} />
        </div>
        <div>
          {days.map((day, i) => {
            const exceptions = card.exceptions.filter((open) => open.workday === day);
            const lines = card.lines.filter((line) => line.workday === day);
            const dayHours = payableHours(classSums(lines));
            const overtime = payableHours(classSums(lines.filter(({ classId }) => isOvertime(classId))));
            const on = day === picked;
            const change = clockChange(originOf(day, scale, card.offsets), scale, card.offsets);
            return (
              <div
                key={day}
                aria-current={on ? 'date' : undefined}
                className={`grid h-9 grid-cols-[var(--spacing-day)_minmax(0,1fr)_var(--spacing-total)] items-center border-t ${i > 0 && i % 7 === 0 ? 'border-t-2 border-t-rule' : 'border-t-faint'} ${on ? 'bg-sheet picked-day' : ''}`}
              >
                <button type="button" onClick={() => pick(day)} className="h-full pl-1 text-left text-note">
                  <b className="font-semibold">{weekday(day)}</b> {dayOfMonth(day)}
                  {change !== null && (
                    <small className="block text-tick leading-none text-soft">
                      clocks {change.bySeconds < 0 ? '+1 h' : '−1 h'}
                    </small>
                  )}
                </button>
                {/* biome-ignore lint/a11y/useKeyWithClickEvents: the day's name beside it is the button for the keyboard */}
                {/* biome-ignore lint/a11y/noStaticElementInteractions: likewise */}
                <div onClick={() => pick(day)} className="cursor-pointer">
                  <Ribbon
                    day={day}
                    scale={scale}
                    offsets={card.offsets}
                    plans={card.plans.filter((plan) => plan.workday === day)}
                    shifts={card.shifts.filter((shift) => shift.workday === day)}
                    segments={card.segments.filter((segment) => segment.workday === day)}
                    exceptions={exceptions}
                    notWorked={lines
                      .filter(({ classId }) => !isWorked(classId) && !isPremium(classId))
                      .map(({ classId, seconds }) => ({ name: classLabel(classId), seconds }))}
                    inHole={(open) => <HoleText exception={open} card={card} onType={() => type(day)} />}
                  />
                </div>
                <button
                  type="button"
                  onClick={() => pick(day)}
                  className="pr-1.5 text-right"
                  aria-label={
                    dayHours === 0 && !exceptions.some(isMissingPunch)
                      ? `Nothing payable on ${shortDay(day)}`
                      : undefined
                  }
                >
                  {exceptions.some(isMissingPunch) && dayHours === 0
                    ? '—'
                    : dayHours > 0 && <Hours hours={dayHours} />}
                  {overtime > 0 && (
                    <small className="block text-tick leading-none text-soft">
                      +{decimalHours(overtime)}
                    </small>
                  )}
                </button>
              </div>
            );
          })}
        </div>
        <footer className="mt-2.5 flex border-t-2 border-ink">
          {classesOf(sums).map((classId) => (
            <button
              type="button"
              key={classId}
              onClick={() => go({ why: classId })}
              className="flex-1 py-1.5 pl-1 pr-2 text-left hover:bg-sheet"
            >
              <Hours hours={sums[classId]!.hours} className="block text-lead font-semibold" />
              <span className="whitespace-nowrap text-fine text-soft">
                <i
                  className={`mr-1.5 inline-block w-3.5 ${isPremium(classId) ? 'h-0.75 align-middle' : 'h-2.25'} ${classBand(classId)}`}
                />
                {isPremium(classId) ? `of it ${classLabel(classId).toLowerCase()}` : classLabel(classId)}
              </span>
            </button>
          ))}
          <div className="flex-1 py-1.5 pr-1 text-right">
            <Hours hours={payableHours(sums)} className="block text-lead font-semibold" />
            <span className="text-fine text-soft">payable</span>
          </div>
        </footer>
      </main>
      <Side label="Why" className="border-l border-rule bg-sheet px-4.5 py-3.5">
        {conflict !== null && (
          <div className="mb-4">
            <Notice>
              {conflict.by} settled this already
              {conflict.took === null ? '' : `, with ${clockTime(conflict.took, card.offsets)}`}. Your{' '}
              {clockTime(conflict.yours, card.offsets)} was not saved
              {conflict.note === '' ? '' : `, nor your note “${conflict.note}”`}.{' '}
              <button type="button" className="underline" onClick={() => setConflict(null)}>
                Understood
              </button>
            </Notice>
          </div>
        )}
        {exception !== undefined && !card.sealed && mayCorrect && (
          <SettlePanel
            key={exception.key}
            id={id}
            card={card}
            exception={exception}
            typing={typing}
            onConflict={setConflict}
            onSettled={(correctionId) =>
              toast(`Settled ${shortDay(exception.workday)}`, {
                action: {
                  label: `Undo  ${CARD_KEYS.undo.press}`,
                  onClick: () => void undoLast(correctionId),
                },
              })
            }
          />
        )}
        {why !== null && sums[why] !== undefined ? (
          <ClassWhy card={card} classId={why} onDay={pick} />
        ) : (
          <DayWhy card={card} day={picked} />
        )}
        <History
          card={card}
          onUndo={card.sealed || !mayCorrect ? null : (correctionId) => void undoLast(correctionId)}
        />
      </Side>
    </div>
  );
}

/** What speaks for a proposed time, in a word or two. */
const FROM: Readonly<Record<Proposal['from'], string>> = {
  plan: 'planned',
  crew: 'the crew',
  habit: 'usually',
};

function HoleText({
  exception,
  card,
  onType,
}: {
  exception: Exception;
  card: CardReply;
  onType: () => void;
}) {
  const proposal = exception.proposals[0];
  return (
    <>
      {exception.kind === 'missing-out' ? 'No out punch' : 'No in punch'}
      {proposal !== undefined && ` · ${FROM[proposal.from]} ${clockTime(proposal.at, card.offsets)}`}
      {!card.sealed && (
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

/** Undoes a correction, or your newest one on this card that still holds. */
function useUndoLast(id: CardId, card: CardReply) {
  const [undo] = useUndoMutation();
  const { data: user } = useSessionQuery();
  return async (correctionId?: number) => {
    const mine = card.corrections.findLast((c) => c.by === user?.name && !c.undone && c.kind !== 'undo');
    const wanted = correctionId ?? mine?.id;
    if (wanted === undefined) {
      toast('There is nothing of yours to undo on this card.');
      return;
    }
    const result = await undo({ ...id, correctionId: wanted });
    toast(result.error ? problemOf(result.error).title : 'Undone.');
  };
}

function pickedDay(iso: string | null, days: readonly Workday[]): Workday | undefined {
  if (iso === null || !/^\d{4}-\d{2}-\d{2}$/.test(iso)) return undefined;
  try {
    const day = workdayFromIso(iso);
    return days.includes(day) ? day : undefined;
  } catch {
    return undefined;
  }
}

const lastWorkedDay = (card: CardReply): Workday | undefined => card.lines[card.lines.length - 1]?.workday;

/** An axis that fits everything on the card, so that all its days share it. */
function axisOf(card: CardReply) {
  const stretches: { from: number; to: number }[] = [];
  const add = (day: Workday, from: number, to: number) => {
    const midnight = originOf(day, { from: 0, to: 0 }, card.offsets);
    stretches.push({ from: from - midnight, to: to - midnight });
  };
  for (const plan of card.plans) add(plan.workday, plan.startsAt, plan.endsAt);
  for (const shift of card.shifts) {
    const [first, last] = [shift.spells[0], shift.spells[shift.spells.length - 1]];
    if (first !== undefined && last !== undefined) add(shift.workday, first.in.at, last.out.at);
  }
  for (const { workday, at } of card.exceptions) add(workday, at, at);
  return scaleFor(stretches);
}
