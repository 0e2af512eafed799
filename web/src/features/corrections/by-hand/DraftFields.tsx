import type { CardReply, PlacesReply } from '@heath/contract';
import {
  asDuration,
  instant,
  PUNCH_KINDS,
  readTimeNear,
  type Workday,
  workday,
  type ZoneOffsets,
} from '@heath/core';
import { useEffect, useRef, useState } from 'react';
import { usePlacesQuery } from '../../../api/reasons.ts';
import { Button } from '../../../ui/controls/Button.tsx';
import { Select } from '../../../ui/controls/Select.tsx';
import { Field } from '../../../ui/form/Field.tsx';
import { HoursField } from '../../../ui/form/HoursField.tsx';
import { clockTime, dayAndTime, punchWord, shortDay } from '../../../ui/text/format.ts';
import { RATES } from '../../../ui/text/rates.ts';
import { CodeField } from '../code/index.ts';
import {
  isStretch,
  type OnDay,
  punchesOf,
  punchNamedIn,
  type Says,
  type SaysOf,
  type Stretch,
  timesOf,
  unpaidOf,
} from './draft.ts';
import type { ByHand } from './useByHand.ts';

interface DraftFieldsProps {
  readonly hand: ByHand;
  readonly card: CardReply;
  readonly day: Workday;
  readonly onEnter: () => void;
}

const TITLES: Partial<Record<Says['kind'], string>> = {
  move: 'Take the punch to',
  drop: 'The punch does not count',
  add: 'A punch that is missing',
  split: 'From then on another job',
  'set-meal': 'A meal that was not punched',
  'set-job': 'Worked in',
  'set-class': 'Paid at a rate of its own',
  'not-worked': 'A stretch that was not worked',
  retype: 'The punch counts as',
  'cancel-meal': 'The meal is paid',
  'set-workday': 'The shift counts for',
  'flat-hours': 'Hours without punches',
};
const TIME_LABELS = { at: 'Time', from: 'From', to: 'To' } as const;

/** The fields of the correction that is considered. */
export function DraftFields({ hand, card, day, onEnter }: DraftFieldsProps) {
  const { says, consider } = hand;
  if (says === null) return null;
  const times = timesOf(says);
  return (
    <>
      <h2 className="font-sans text-note font-semibold">
        {TITLES[punchNamedIn(says) !== null && says.kind === 'add' ? 'move' : says.kind]}
      </h2>
      {times.length > 0 && (
        <div className={times.length === 2 ? 'grid grid-cols-2 gap-2' : ''}>
          {times.map((name, i) => (
            <TimeOf
              key={`${says.kind} ${name} ${punchNamedIn(says)}`}
              says={says}
              name={name}
              offsets={card.offsets}
              isFirst={i === 0}
              onChange={consider}
              onEnter={onEnter}
            />
          ))}
        </div>
      )}
      {(says.kind === 'move' || says.kind === 'retype') && (
        <OtherKind says={says} of={{ card, day }} onChange={consider} />
      )}
      {says.kind === 'set-meal' && <MealsToPay of={{ card, day }} onChange={consider} />}
      {isStretch(says) && <StretchIs says={says} onChange={consider} />}
      {says.kind === 'add' && (
        <Select
          label="Kind of punch"
          value={says.punchKind}
          choices={PUNCH_KINDS.map((kind) => ({ value: kind, name: punchWord(kind) }))}
          onChoose={(punchKind) => consider({ ...says, punchKind })}
          className="mt-2 w-full border border-rule bg-field px-2 py-1 text-note"
        />
      )}
      {(says.kind === 'split' || says.kind === 'set-job') && <PlaceOf says={says} onChange={consider} />}
      {says.kind === 'set-workday' && (
        <Select
          label="Workday"
          value={String(says.workday)}
          choices={[-1, 0, 1].map((by) => ({ value: String(day + by), name: shortDay(workday(day + by)) }))}
          onChoose={(chosen) => consider({ ...says, workday: workday(Number(chosen)) })}
          className="mt-2 w-full border border-rule bg-field px-2 py-1 text-note"
        />
      )}
      {says.kind === 'flat-hours' && <FlatHours says={says} onChange={consider} />}
    </>
  );
}

/** A time of the correction: typed as people do, near to where it lies; dragging it types it. */
function TimeOf({
  says,
  name,
  offsets,
  isFirst,
  onChange,
  onEnter,
}: {
  says: Says;
  name: 'at' | 'from' | 'to';
  offsets: ZoneOffsets;
  isFirst: boolean;
  onChange: (says: Says) => void;
  onEnter: () => void;
}) {
  const at = instant(Number(Reflect.get(says, name)));
  const [typed, setTyped] = useState<{ readonly text: string; readonly at: number } | null>(null);
  const field = useRef<HTMLInputElement>(null);
  useEffect(() => {
    if (isFirst) field.current?.select();
  }, [isFirst]);
  // What was typed stands as it was typed, until a hand takes the time elsewhere.
  const shown = typed !== null && typed.at === at ? typed.text : clockTime(at, offsets, at % 60 !== 0);
  const entry = readTimeNear(shown, at, offsets);
  const isWrong = typed !== null && typed.at === at && !entry.ok;
  return (
    <div className="-mt-2">
      <Field
        ref={field}
        label={TIME_LABELS[name]}
        value={shown}
        inputMode="text"
        error={isWrong ? WRONG[entry.reason] : undefined}
        understood={dayAndTime(at, offsets)}
        onChange={(event) => {
          const text = event.target.value;
          const read = readTimeNear(text, at, offsets);
          const next = read.ok ? read.at : at;
          setTyped({ text, at: next });
          if (read.ok && next !== at) onChange({ ...says, [name]: next });
        }}
        onKeyDown={(event) => {
          if (event.key === 'Enter' && !isWrong) onEnter();
          if (event.key === 'Escape') event.currentTarget.blur();
        }}
      />
    </div>
  );
}
const WRONG = {
  'not-a-time': 'A time like 6:05, 1405 or 5p',
  'skipped-hour': 'The clocks skip that hour that night',
} as const;

type Changing<S> = { says: S; onChange: (says: Says) => void };

/** A punch that counts as another kind, or not at all. */
function OtherKind({ says, of, onChange }: Changing<SaysOf<'move'> | SaysOf<'retype'>> & { of: OnDay }) {
  const { punch } = says;
  const kind = says.kind === 'retype' ? says.punchKind : punchesOf(of).find(({ id }) => id === punch)?.kind;
  return (
    <div className="mt-2 flex items-center gap-2">
      {kind !== undefined && (
        <Select
          label="Counts as"
          value={kind}
          choices={PUNCH_KINDS.map((one) => ({ value: one, name: punchWord(one) }))}
          onChoose={(punchKind) => onChange({ kind: 'retype', punch, punchKind })}
          className="border border-rule bg-field px-2 py-1 text-note"
        />
      )}
      <Button look="quiet" onClick={() => onChange({ kind: 'drop', punch })}>
        Take it out instead
      </Button>
    </div>
  );
}

/** Meals of the day that are taken off: each can be paid instead. */
function MealsToPay({ of, onChange }: { of: OnDay; onChange: (says: Says) => void }) {
  const { offsets } = of.card;
  return unpaidOf(of).map(({ start, end }) => (
    <Button
      key={start}
      look="quiet"
      className="mt-1"
      onClick={() => onChange({ kind: 'cancel-meal', at: instant(Math.round((start + end) / 2)) })}
    >
      Pay {clockTime(start, offsets)} to {clockTime(end, offsets)} instead
    </Button>
  ));
}

/** What a stretch can be, beside what it was clocked as. */
const STRETCHES = [
  { value: 'job', name: 'Work in another job or department', as: { kind: 'set-job' } },
  ...RATES.map(({ value, name, multiplier }) => ({
    value,
    name,
    as: { kind: 'set-class', multiplier } as const,
  })),
  { value: 'not worked', name: 'Not worked', as: { kind: 'not-worked' } },
] as const;

function StretchIs({ says, onChange }: Changing<Stretch>) {
  const { from, to } = says;
  const now = STRETCHES.find(
    ({ as }) =>
      as.kind === says.kind &&
      (as.kind !== 'set-class' || (says.kind === 'set-class' && as.multiplier === says.multiplier)),
  );
  return (
    <Select
      label="What the stretch is"
      value={now?.value ?? 'job'}
      choices={STRETCHES}
      onChoose={(chosen) => {
        const as = STRETCHES.find(({ value }) => value === chosen)?.as;
        if (as !== undefined) onChange({ ...as, from, to });
      }}
      className="mt-2 w-full border border-rule bg-field px-2 py-1 text-note"
    />
  );
}

const AS_IT_IS = '';

/** The job and department of a stretch. */
function PlaceOf({
  says,
  onChange,
}: {
  says: SaysOf<'split'> | SaysOf<'set-job'>;
  onChange: (says: Says) => void;
}) {
  const { data: of } = usePlacesQuery();
  const choice = (name: 'job' | 'department', all: PlacesReply['jobs'], asItIs: string) => (
    <Select
      label={name === 'job' ? 'Job' : 'Department'}
      value={says[name] === undefined || says[name] === null ? AS_IT_IS : String(says[name])}
      choices={[
        { value: AS_IT_IS, name: asItIs },
        ...all.map((one) => ({ value: String(one.id), name: one.name })),
      ]}
      onChoose={(chosen) => {
        const { [name]: _, ...rest } = says;
        onChange((chosen === AS_IT_IS ? rest : { ...says, [name]: Number(chosen) }) as Says);
      }}
      className="w-full border border-rule bg-field px-2 py-1 text-note"
    />
  );
  return (
    <div className="mt-2 grid grid-cols-2 gap-2">
      {choice('job', of?.jobs ?? [], 'Job as it is')}
      {choice('department', of?.departments ?? [], 'Department as it is')}
    </div>
  );
}

/** How many hours, and what they are: leave of a kind, or an adjustment by its name. */
const FlatHours = ({ says, onChange }: { says: SaysOf<'flat-hours'>; onChange: (says: Says) => void }) => (
  <>
    <div className="-mt-2">
      <HoursField
        label="Hours"
        onChange={(length) => onChange({ ...says, length: asDuration(length ?? 0) })}
      />
    </div>
    <CodeField
      label="What they are"
      value={says}
      onChange={(code) => code !== null && onChange({ ...says, ...code })}
    />
  </>
);
