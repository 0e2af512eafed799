import type { CardReply, ShiftView } from '@heath/contract';
import {
  type ClassId,
  classLabel,
  classSums,
  correctionKind,
  type DayReason,
  hoursOf,
  isMissingPunch,
  isOvertime,
  isPremium,
  type Line,
  payableHours,
  type ReasonWriter,
  reasonSentence,
  type ShiftReason,
  type Workday,
} from '@heath/core';
import { memo, type ReactNode, useMemo } from 'react';
import { useMappingQuery } from '../../api/mapping.ts';
import { correctionWords } from '../../ui/text/correction-words.ts';
import {
  clockTime,
  exceptionText,
  hoursAndMinutes,
  hoursWithUnit,
  moment,
  secondsWithUnit,
  shortDay,
  signedHours,
} from '../../ui/text/format.ts';
import { Hours } from '../../ui/text/Hours.tsx';
import { codesOf } from './codes-of-lines.ts';

/** Why a day's payable hours are what they are: steps from the punch to the pay code. */
export const DayWhy = memo(function DayWhy({ card, day }: { card: CardReply; day: Workday }) {
  const shifts = card.shifts.filter((shift) => shift.workday === day);
  const lines = card.lines.filter((line) => line.workday === day);
  const total = payableHours(classSums(lines));
  if (shifts.length === 0) {
    const plan = card.plans.find((planned) => planned.workday === day);
    return (
      <section>
        <h2 className="text-lead">
          {total > 0 ? (
            <>
              Why <Hours hours={total} /> on {shortDay(day)}
            </>
          ) : (
            `Nothing on ${shortDay(day)}`
          )}
        </h2>
        <p className="text-note text-soft">
          No punches count for this day
          {plan === undefined
            ? ', and no shift was planned.'
            : `; planned ${clockTime(plan.startsAt, card.offsets)} to ${clockTime(plan.endsAt, card.offsets)}.`}
        </p>
        <Noticed card={card} day={day} />
        <NotWorkedSteps card={card} day={day} />
        <CorrectionSteps card={card} day={day} />
        <Codes card={card} lines={lines} />
      </section>
    );
  }
  return (
    <section>
      <h2 className="text-lead">
        Why <Hours hours={total} /> on {shortDay(day)}
      </h2>
      <Noticed card={card} day={day} />
      {shifts.map((shift, i) => (
        <ShiftSteps key={i} shift={shift} card={card} />
      ))}
      <OvertimeSteps card={card} day={day} lines={lines} />
      <NotWorkedSteps card={card} day={day} />
      <ol>
        {shifts
          .flatMap((shift) => shift.reasons)
          .filter((reason) => reason.step === 'premium')
          .map((reason, i) => (
            <ReasonStep key={i} reason={reason} card={card} />
          ))}
      </ol>
      <CorrectionSteps card={card} day={day} />
      <Codes card={card} lines={lines} />
    </section>
  );
});

/** Why a class or premium of the card is what it is: the days it comes from. */
export function ClassWhy({
  card,
  classId,
  onDay,
}: {
  card: CardReply;
  classId: ClassId;
  onDay: (day: Workday) => void;
}) {
  const lines = card.lines.filter((line) => line.classId === classId);
  const days = [...new Set(lines.map((line) => line.workday))];
  const of = (day: Workday) => classSums(lines.filter((line) => line.workday === day))[classId]!.hours;
  return (
    <section>
      <h2 className="text-lead">
        Why <Hours hours={classSums(lines)[classId]!.hours} /> {classLabel(classId).toLowerCase()}
      </h2>
      <p className="mb-2 text-note text-soft">The sum of these days; each opens into its steps.</p>
      {days.map((day) => (
        <button
          type="button"
          key={day}
          onClick={() => onDay(day)}
          className="flex w-full justify-between border-t border-faint py-1.5 hover:bg-paper"
        >
          <span>{shortDay(day)}</span>
          <Hours hours={of(day)} className="font-semibold" />
        </button>
      ))}
    </section>
  );
}

/** A step: what it is called, what comes out of it, and in small print what went in. */
function Step({ name, result, children }: { name: string; result: string; children: ReactNode }) {
  return (
    <li className="relative ml-1 border-l-2 border-rule pb-3 pl-4.5 last:border-transparent last:pb-1">
      <i className="absolute -left-1.5 top-1.25 h-2.5 w-2.5 rounded-full border-2 border-heather bg-sheet" />
      <b className="flex justify-between gap-3 font-semibold">
        <span>{name}</span>
        <span className="whitespace-nowrap">{result}</span>
      </b>
      <span className="block text-fine text-soft">{children}</span>
    </li>
  );
}

function ShiftSteps({ shift, card }: { shift: ShiftView; card: CardReply }) {
  const time = (at: Parameters<typeof clockTime>[0]) => clockTime(at, card.offsets);
  const first = shift.spells[0];
  const last = shift.spells[shift.spells.length - 1];
  return (
    <>
      <p className="mb-2.5 text-note text-soft">
        {first !== undefined && last !== undefined
          ? `${time(first.in.at)} to ${time(last.out.at)}`
          : 'A punch without a partner pays nothing until it is settled.'}
        {shift.onTheClock !== null && ' At work when this was read.'}
      </p>
      <ol>
        {shift.reasons
          .filter((reason) => reason.step !== 'premium')
          .map((reason) => (
            <ReasonStep key={reason.step} reason={reason} card={card} />
          ))}
      </ol>
    </>
  );
}

/** How this panel writes the values of reasons. Seconds are shown where a time has some. */
const writerOf = ({ offsets }: CardReply): ReasonWriter => ({
  time: (at) => clockTime(at, offsets, at % 60 !== 0),
  day: shortDay,
  length: hoursAndMinutes,
  hours: secondsWithUnit,
});

function ReasonStep({ reason, card }: { reason: ShiftReason | DayReason; card: CardReply }) {
  const sentence = reasonSentence(reason, writerOf(card));
  if (sentence === null) return null;
  return (
    <Step name={sentence.name} result={sentence.result}>
      {sentence.says}
    </Step>
  );
}

function OvertimeSteps({ card, day, lines }: { card: CardReply; day: Workday; lines: readonly Line[] }) {
  const reasons = card.reasons
    .filter((reason) => reason.step === 'overtime')
    .filter((reason) => reason.firstWorkday <= day && reason.lastWorkday >= day);
  if (reasons.length === 0) return null;
  const overtime = lines.filter((line) => isOvertime(line.classId));
  const result = overtime.reduce((sum, line) => sum + line.hours, 0);
  return (
    <ol>
      <Step name="Overtime" result={result === 0 ? 'none' : hoursWithUnit(result)}>
        {reasons.map((reason) => (
          <span key={`${reason.name} ${reason.firstWorkday}`} className="block">
            {reasonSentence(reason, writerOf(card))?.says}
          </span>
        ))}
      </Step>
    </ol>
  );
}

/** Hours of a day that nobody worked: guarantees and leave. */
function NotWorkedSteps({ card, day }: { card: CardReply; day: Workday }) {
  const reasons = card.reasons
    .filter((reason) => reason.step === 'guarantee' || reason.step === 'leave')
    .filter((reason) => reason.workday === day);
  if (reasons.length === 0) return null;
  return (
    <ol>
      {reasons.map((reason, i) => (
        <ReasonStep key={i} reason={reason} card={card} />
      ))}
    </ol>
  );
}

/** What was noticed on a day, beside missing punches. */
function Noticed({ card, day }: { card: CardReply; day: Workday }) {
  const noticed = card.exceptions.filter((one) => one.workday === day && !isMissingPunch(one));
  if (noticed.length === 0) return null;
  return (
    <ul className="mb-2 text-fine" aria-label="Noticed">
      {noticed.map((one) => (
        <li key={one.key} className={one.severity === 'note' ? 'text-soft' : 'text-ember'}>
          {clockTime(one.at, card.offsets)} {exceptionText(one)}
        </li>
      ))}
    </ul>
  );
}

/** Under which code each hour of the day is paid. */
function Codes({ card, lines }: { card: CardReply; lines: readonly Line[] }) {
  const { data } = useMappingQuery();
  const sums = useMemo(() => (data === undefined ? [] : codesOf(card, lines, data)), [card, lines, data]);
  return (
    <dl className="mt-2 border-t border-rule pt-2.5 text-note">
      {sums.map(({ code, name, hours }) => (
        <div key={`${code} ${name}`} className="flex justify-between py-0.75">
          <dt>
            <span
              className={`mr-1.5 rounded-key px-1.5 font-semibold ${code === null ? 'bg-ember-wash text-ember' : 'bg-faint'}`}
            >
              {code ?? 'no code'}
            </span>
            {name}
          </dt>
          <dd className="font-semibold">
            <Hours hours={hours} />
          </dd>
        </div>
      ))}
    </dl>
  );
}

const signedSeconds = (seconds: number): string => signedHours(hoursOf(seconds));

/** What corrections change in the hours of a day, each beside all the others. */
function CorrectionSteps({ card, day }: { card: CardReply; day: Workday }) {
  const changed = card.reasons.flatMap((reason) => {
    if (reason.step !== 'correction') return [];
    const made = card.corrections.find(({ id }) => id === reason.correction.id);
    const here = reason.changes.filter(({ workday }) => workday === day);
    return here.length === 0 ? [] : [{ reason, made, here }];
  });
  if (changed.length === 0) return null;
  return (
    <ol>
      {changed.map(({ reason, made, here }) => {
        const payable = here.reduce(
          (sum, { classId, seconds }) => sum + (isPremium(classId) ? 0 : seconds),
          0,
        );
        return (
          <Step
            key={reason.correction.id}
            name={
              made === undefined
                ? correctionKind(reason.correction.kind).label
                : correctionWords(made, card.offsets)
            }
            result={signedSeconds(payable)}
          >
            {here
              .map(({ classId, seconds }) => `${classLabel(classId)} ${signedSeconds(seconds)}`)
              .join(', ')}
            .{made !== undefined && ` By ${made.by}, ${moment(made.madeAt)}.`}
            {made !== undefined && made.note !== '' && ` “${made.note}”`}
          </Step>
        );
      })}
    </ol>
  );
}
