import type { CardReply, DayRow } from '@heath/contract';
import {
  classesOf,
  classLabel,
  classSums,
  isMissingPunch,
  payableHours,
  type Workday,
  workdayToIso,
} from '@heath/core';
import { Check } from 'lucide-react';
import { useMemo, useState } from 'react';
import { useNavigate } from 'react-router';
import type { CardId, useCardQuery } from '../../api/cards.ts';
import { useSessionQuery } from '../../api/session.ts';
import { useMay, useMayCorrect } from '../../api/useMay.ts';
import { Button } from '../../ui/controls/Button.tsx';
import { Side } from '../../ui/layout/Side.tsx';
import { NotYet } from '../../ui/notices/NotYet.tsx';
import { weekOfDay } from '../../ui/ribbon/weeks.ts';
import { useKey } from '../../ui/screen/keys.ts';
import { useAfterPaint } from '../../ui/screen/useAfterPaint.ts';
import { clockTime, exceptionText, shortDay } from '../../ui/text/format.ts';
import { Hours } from '../../ui/text/Hours.tsx';
import { Kbd } from '../../ui/text/Kbd.tsx';
import { useApproving } from '../approvals/index.ts';
import { type ByHand, HandPlace } from '../corrections/by-hand/index.ts';
import { type Conflict, ConflictNotice, SettlePanel, useSayCorrected } from '../corrections/settle/index.ts';
import { QuestionsOnCard } from '../questions/index.ts';
import { DAY_KEYS } from './keys.ts';

interface DaySideProps {
  readonly id: CardId;
  readonly day: Workday;
  readonly row: DayRow | undefined;
  /** Their card, as far as it is there. */
  readonly of: ReturnType<typeof useCardQuery>;
  readonly hand: ByHand;
  readonly isSealed: boolean;
  readonly onApproved: () => void;
}

/** The open person's day: what is to settle, what it pays, where the week stands, and approving it. */
export function DaySide({ id, day, row, of, hand, isSealed, onApproved }: DaySideProps) {
  const { periodId, personId } = id;
  const { currentData: card, error, refetch } = of;
  const navigate = useNavigate();
  const isListSeen = useAfterPaint();
  const cardPath = `/cards?period=${periodId}&person=${personId}&day=${workdayToIso(day)}`;
  useKey(DAY_KEYS.card, () => row !== undefined && void navigate(cardPath));
  return (
    <Side label="Open day" className="border-l border-rule bg-sheet px-4.5 py-3.5">
      {row !== undefined && (
        <>
          <h2 className="text-lead">{row.name}</h2>
          <p className="text-note text-soft">
            {row.number} · {row.department}
            {row.site === '' ? '' : ` · ${row.site}`}
            {card !== undefined && plannedWords(card, day)}
          </p>
          {card === undefined || !isListSeen ? (
            <NotYet what="this day" error={error} again={() => void refetch()} place="part" />
          ) : (
            <OpenDay
              key={`${personId} ${day}`}
              id={id}
              card={card}
              day={day}
              row={row}
              hand={hand}
              isSealed={isSealed}
              onApproved={onApproved}
            />
          )}
          <p className="mt-4 text-note">
            <button
              type="button"
              className="text-heather hover:underline"
              onClick={() => void navigate(cardPath)}
            >
              Open the card <Kbd>{DAY_KEYS.card.press}</Kbd>
            </button>
          </p>
        </>
      )}
    </Side>
  );
}

function plannedWords({ plans, offsets }: CardReply, day: Workday): string {
  const own = plans.filter((plan) => plan.workday === day);
  if (own.length === 0) return ' · nothing planned';
  return ` · planned ${own.map((plan) => `${clockTime(plan.startsAt, offsets)} to ${clockTime(plan.endsAt, offsets)}`).join(', ')}`;
}

function OpenDay({
  id,
  card,
  day,
  row,
  hand,
  isSealed,
  onApproved,
}: Omit<DaySideProps, 'of' | 'row'> & { card: CardReply; row: DayRow }) {
  const [conflict, setConflict] = useState<Conflict | null>(null);
  const sayCorrected = useSayCorrected(id);
  const mayCorrect = useMayCorrect(id.personId) && !isSealed;
  const exceptions = card.exceptions.filter((one) => one.workday === day && one.severity !== 'note');
  const missing = exceptions.find(isMissingPunch);
  return (
    <div className="mt-3">
      {conflict !== null && (
        <ConflictNotice conflict={conflict} offsets={card.offsets} onUnderstood={() => setConflict(null)} />
      )}
      {missing !== undefined && mayCorrect && (
        <SettlePanel
          key={missing.key}
          id={id}
          card={card}
          exception={missing}
          typing={0}
          onConflict={setConflict}
          onSettled={(correctionId) => sayCorrected(`Settled ${shortDay(day)}`, correctionId)}
        />
      )}
      <QuestionsOnCard id={id} day={day} />
      <HandPlace hand={hand} card={card} day={day} />
      <Others
        periodId={id.periodId}
        personId={id.personId}
        exceptions={exceptions.filter((one) => one !== missing)}
      />
      <DaySums card={card} day={day} />
      <ApproveDay id={id} day={day} row={row} isSealed={isSealed} onApproved={onApproved} />
    </div>
  );
}

/** What else there is to look at on the day; each opens among the exceptions. */
function Others({
  periodId,
  personId,
  exceptions,
}: {
  periodId: number;
  personId: number;
  exceptions: CardReply['exceptions'];
}) {
  const navigate = useNavigate();
  if (exceptions.length === 0) return null;
  return (
    <ul className="mb-3">
      {exceptions.map((exception) => (
        <li key={exception.key}>
          <button
            type="button"
            onClick={() =>
              void navigate(
                `/exceptions?period=${periodId}&kind=${exception.kind}&open=${encodeURIComponent(`${personId}.${exception.key}`)}`,
              )
            }
            className="w-full border-l-2 border-ember py-0.5 pl-2 text-left text-note hover:bg-paper"
          >
            {exceptionText(exception)}
          </button>
        </li>
      ))}
    </ul>
  );
}

/** What the day pays by class, and where its week stands. */
function DaySums({ card, day }: { card: CardReply; day: Workday }) {
  const sums = classSums(card.lines.filter((line) => line.workday === day));
  const total = payableHours(sums);
  const week = useMemo(() => weekOfDay(card, day), [card, day]);
  return (
    <dl className="text-note">
      <Sum name="Payable" hours={total} isStrong />
      {classesOf(sums).map((classId) => (
        <Sum key={classId} name={classLabel(classId)} hours={sums[classId]?.hours ?? 0} />
      ))}
      <Sum name={`Week of ${shortDay(week.firstDay)}`} hours={week.payable} isStrong />
      {week.overtime > 0 && <Sum name="of it overtime" hours={week.overtime} />}
    </dl>
  );
}

function Sum({ name, hours, isStrong = false }: { name: string; hours: number; isStrong?: boolean }) {
  return (
    <div className="flex justify-between py-0.5">
      <dt className={isStrong ? '' : 'pl-3 text-soft'}>{name}</dt>
      <dd className={isStrong ? 'font-semibold' : ''}>{hours === 0 ? '—' : <Hours hours={hours} />}</dd>
    </div>
  );
}

/** Standing for the day, and taking that back. */
function ApproveDay({
  id: { periodId, personId },
  day,
  row,
  isSealed,
  onApproved,
}: Omit<DaySideProps, 'of' | 'row' | 'hand'> & { row: DayRow }) {
  const { data: user } = useSessionQuery();
  const { approve, withdraw, isBusy } = useApproving(periodId, day);
  const may = useMay('approve') && user?.personId !== personId && !isSealed;
  const isOver = row.state !== null && row.state !== 'at work' && row.state !== 'to come';
  const can = may && isOver && row.toSettle === 0 && row.approval !== 'approved' && row.state !== 'off';
  const act = async () => {
    if (!can || isBusy) return;
    await approve([personId], row.name);
    onApproved();
  };
  useKey(DAY_KEYS.approve, () => void act());
  return (
    <p className="mt-3 flex flex-wrap items-center gap-2 text-note">
      {row.approval === 'approved' && (
        <span className="text-soft">
          <Check size={14} className="mr-1 inline text-moss" aria-hidden="true" />
          This day is approved.
        </span>
      )}
      {row.approval === 'changed' && <span className="text-ember">Changed since it was approved.</span>}
      {can && (
        <Button disabled={isBusy} onClick={() => void act()}>
          Approve this day <Kbd>{DAY_KEYS.approve.press}</Kbd>
        </Button>
      )}
      {may && row.approval === 'approved' && (
        <Button look="quiet" disabled={isBusy} onClick={() => void withdraw([personId], row.name)}>
          Withdraw
        </Button>
      )}
    </p>
  );
}
