import { type Scheme, type Workday, workdayFromIso, workdayToIso } from '@heath/core';
import { DateField } from '../../ui/form/DateField.tsx';
import { BOX, OneOf, Setting } from '../../ui/form/Setting.tsx';
import { WEEKDAYS } from './words.ts';

type Every = Scheme['every'];

const KINDS: readonly { readonly value: Every['kind']; readonly name: string }[] = [
  { value: 'week', name: 'every week' },
  { value: 'two weeks', name: 'every two weeks' },
  { value: 'half month', name: 'twice a month' },
  { value: 'month', name: 'every month' },
];
const DAYS = WEEKDAYS.map((name, i) => ({ value: String(i), name }));
const MOVES = [
  { value: 'before', name: 'the working day before' },
  { value: 'after', name: 'the working day after' },
  { value: 'not at all', name: 'that day all the same' },
] as const;

/** A whole number within bounds, from what is typed; the bound where it lies outside. */
const within = (text: string, least: number, most: number): number =>
  Math.min(Math.max(Math.round(Number(text)) || least, least), most);

/** How pay periods follow one another, and when people are paid for one. */
export function SchemeForm({
  scheme,
  near,
  isFixed,
  onChange,
}: {
  scheme: Scheme;
  /** About when the first of them begins. */
  near: Workday;
  isFixed: boolean;
  onChange: (scheme: Scheme) => void;
}) {
  const { every, payDay } = scheme;
  const setEvery = (one: Every) => onChange({ ...scheme, every: one });
  const setPayDay = (change: Partial<Scheme['payDay']>) =>
    onChange({ ...scheme, payDay: { ...payDay, ...change } });
  return (
    <div className="mt-3">
      <OneOf
        name="A period is"
        value={every.kind}
        choices={KINDS}
        isFixed={isFixed}
        onChoose={(kind) => kind !== every.kind && setEvery(begun(kind, near))}
      />
      {every.kind === 'week' && (
        <OneOf
          name="Begins on"
          value={String(every.startsOn)}
          choices={DAYS}
          isFixed={isFixed}
          onChoose={(day) => setEvery({ kind: 'week', startsOn: Number(day) })}
        />
      )}
      {every.kind === 'two weeks' && (
        <DateField
          label="One begins on"
          near={workdayFromIso(every.anchor)}
          initial={workdayFromIso(every.anchor)}
          onChange={(day) => day !== null && setEvery({ kind: 'two weeks', anchor: workdayToIso(day) })}
        />
      )}
      {every.kind === 'month' && (
        <DayOfMonth
          name="Begins on day"
          value={every.startsOn}
          isFixed={isFixed}
          onChange={(startsOn) => setEvery({ kind: 'month', startsOn })}
        />
      )}
      {every.kind === 'half month' && (
        <>
          <DayOfMonth
            name="Begins on day"
            value={every.startsOn[0]}
            isFixed={isFixed}
            onChange={(day) => setEvery({ kind: 'half month', startsOn: [day, every.startsOn[1]] })}
          />
          <DayOfMonth
            name="and on day"
            value={every.startsOn[1]}
            isFixed={isFixed}
            onChange={(day) => setEvery({ kind: 'half month', startsOn: [every.startsOn[0], day] })}
          />
        </>
      )}
      {(every.kind === 'month' || every.kind === 'half month') && (
        <p className="pb-1 text-fine text-soft">A day past the month’s end is its last day.</p>
      )}
      <Setting name="Paid, days after">
        <input
          type="number"
          aria-label="Paid so many days after its end"
          min={0}
          max={60}
          value={payDay.daysAfter}
          disabled={isFixed}
          onChange={(event) => setPayDay({ daysAfter: within(event.target.value, 0, 60) })}
          className={BOX}
        />
      </Setting>
      <OneOf
        name="On the first"
        value={payDay.weekday === null ? '' : String(payDay.weekday)}
        choices={[
          { value: '', name: 'day from there on' },
          ...DAYS.map((one) => ({ ...one, name: `${one.name} from there on` })),
        ]}
        isFixed={isFixed}
        onChoose={(day) => setPayDay({ weekday: day === '' ? null : Number(day) })}
      />
      <OneOf
        name="If it is free"
        value={payDay.moved}
        choices={MOVES}
        isFixed={isFixed}
        onChoose={(moved) => setPayDay({ moved })}
      />
    </div>
  );
}

/** A kind of period as it is first offered. */
function begun(kind: Every['kind'], near: Workday): Every {
  switch (kind) {
    case 'week':
      return { kind, startsOn: 0 };
    case 'two weeks':
      return { kind, anchor: workdayToIso(near) };
    case 'half month':
      return { kind, startsOn: [1, 16] };
    case 'month':
      return { kind, startsOn: 1 };
  }
}

function DayOfMonth({
  name,
  value,
  isFixed,
  onChange,
}: {
  name: string;
  value: number;
  isFixed: boolean;
  onChange: (day: number) => void;
}) {
  return (
    <Setting name={name}>
      <input
        type="number"
        aria-label={name}
        min={1}
        max={31}
        value={value}
        disabled={isFixed}
        onChange={(event) => onChange(within(event.target.value, 1, 31))}
        className={BOX}
      />
    </Setting>
  );
}
