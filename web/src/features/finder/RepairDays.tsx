import type { PlacesReply } from '@heath/contract';
import { hoursOf, type Seconds } from '@heath/core';
import { type ReactNode, useState } from 'react';
import type { FoundDay } from '../../api/finder.ts';
import { usePlacesQuery } from '../../api/reasons.ts';
import { Button } from '../../ui/controls/Button.tsx';
import { Checkbox } from '../../ui/controls/Checkbox.tsx';
import { Select } from '../../ui/controls/Select.tsx';
import { Field } from '../../ui/form/Field.tsx';
import { HoursField } from '../../ui/form/HoursField.tsx';
import { Empty } from '../../ui/notices/Empty.tsx';
import { useKey } from '../../ui/screen/keys.ts';
import { clockTime, hoursWithUnit, shortDay } from '../../ui/text/format.ts';
import { Kbd } from '../../ui/text/Kbd.tsx';
import { RATES } from '../../ui/text/rates.ts';
import { type Bulk, BulkPanel } from '../corrections/bulks/index.ts';
import { BULK_KEYS } from '../corrections/bulks/keys.ts';
import { CodeField } from '../corrections/code/index.ts';
import { isNothing, NO_REPAIRS, type Repairs, repairsOf } from './repairs.ts';

/** Repairs the picked days together: what is done to each, then what that changes, then all of it as one. */
export function RepairDays({ days, onClose }: { days: readonly FoundDay[]; onClose: () => void }) {
  const { data: places } = usePlacesQuery();
  const [repairs, setRepairs] = useState(NO_REPAIRS);
  const [isShown, setShown] = useState(false);
  const change = (changes: Partial<Repairs>) => setRepairs((before) => ({ ...before, ...changes }));
  const open = days.filter(({ sealed, from }) => !sealed && from !== null);
  const [first] = open;
  const inPeriod = open.filter(({ periodId }) => periodId === first?.periodId);
  const { bulk, leftOut } = bulkOf(inPeriod, repairs, places);
  useKey(BULK_KEYS.close, () => !isShown && onClose());
  const notNow = (
    <Button onClick={onClose}>
      Not now <Kbd>{BULK_KEYS.close.press}</Kbd>
    </Button>
  );
  if (first === undefined)
    return (
      <Empty title="Nothing that can be corrected">
        What is picked is handed off, or holds no punches.
        <p className="mt-3">{notNow}</p>
      </Empty>
    );
  if (isShown)
    return (
      <BulkPanel periodId={first.periodId} detail={`${days.length} picked`} bulk={bulk} onClose={onClose} />
    );
  const others = days.length - inPeriod.length;
  const doubled = inPeriod.reduce((sum, one) => sum + one.doubled.length, 0);
  return (
    <main aria-label="Repair days" className="min-h-0 overflow-y-auto px-6 pt-4 pb-4">
      <h1 className="text-title">
        Repair {inPeriod.length === 1 ? '1 day' : `${inPeriod.length.toLocaleString('en')} days`}
      </h1>
      <p className="text-note text-soft">
        What is chosen here is done to each of them. The punches stay on record as they are.
        {others > 0 &&
          ` ${others.toLocaleString('en')} of what is picked stay out: handed off, in another period, or without punches.`}
      </p>
      <Part name="All that was clocked, from the first punch to the last">
        <Choice
          label="Job"
          all={byId(places?.jobs)}
          value={repairs.job}
          onChoose={(job) => change({ job })}
        />
        <Choice
          label="Department"
          all={byId(places?.departments)}
          value={repairs.department}
          onChoose={(department) => change({ department })}
        />
        <Choice
          label="Site"
          all={byId(places?.sites)}
          value={repairs.site}
          onChoose={(site) => change({ site })}
        />
        <Choice label="Pay" all={RATES} value={repairs.rate} onChoose={(rate) => change({ rate })} />
      </Part>
      <Part name="A meal that was not punched">
        <MealField label="Meal from" value={repairs.mealFrom} onType={(mealFrom) => change({ mealFrom })} />
        <MealField label="Meal to" value={repairs.mealTo} onType={(mealTo) => change({ mealTo })} />
      </Part>
      <Part name="Hours beside what was clocked">
        <div className="-mt-4 w-40">
          <HoursField label="Hours" onChange={(seconds: Seconds | null) => change({ seconds })} />
        </div>
        <div className="-mt-4 w-72">
          <CodeField
            label="Code of the hours"
            value={repairs.code}
            onChange={(code) => code !== null && change({ code })}
          />
        </div>
      </Part>
      {doubled > 0 && (
        <Part name="Punches that were made twice">
          <Checkbox checked={repairs.isDoubledOut} onChange={(isDoubledOut) => change({ isDoubledOut })}>
            Take out {doubled.toLocaleString('en')}: the later of two ins, the earlier of two outs
          </Checkbox>
        </Part>
      )}
      <p className="mt-4 flex items-center gap-2">
        <Button
          look="primary"
          disabled={isNothing(repairs) || bulk.of.length === 0}
          onClick={() => setShown(true)}
        >
          Show what changes for {bulk.of.length.toLocaleString('en')}
        </Button>
        {notNow}
      </p>
      {!isNothing(repairs) && leftOut.length > 0 && (
        <ul aria-label="Left as they are" className="mt-2 text-note text-ember">
          {leftOut.slice(0, 8).map(({ day, why }) => (
            <li key={`${day.personId} ${day.workday}`}>
              {day.name}, {shortDay(day.workday)} stays as it is. {why}
            </li>
          ))}
          {leftOut.length > 8 && <li>And {(leftOut.length - 8).toLocaleString('en')} more.</li>}
        </ul>
      )}
    </main>
  );
}

const Part = ({ name, children }: { name: string; children: ReactNode }) => (
  <fieldset className="mt-3 border-t border-faint pt-2">
    <legend className="pr-2 text-note text-soft">{name}</legend>
    <div className="flex flex-wrap items-start gap-2">{children}</div>
  </fieldset>
);

const AS_IT_IS = '';

function Choice({
  label,
  all,
  value,
  onChoose,
}: {
  label: string;
  all: readonly { readonly value: string; readonly name: string }[];
  value: string;
  onChoose: (value: string) => void;
}) {
  return (
    <Select
      label={label}
      value={value}
      choices={[{ value: AS_IT_IS, name: `${label} as it is` }, ...all]}
      onChoose={onChoose}
      className="w-56 border border-rule bg-field px-2 py-1 text-note"
    />
  );
}

const MealField = ({
  label,
  value,
  onType,
}: {
  label: string;
  value: string;
  onType: (text: string) => void;
}) => (
  <div className="-mt-4 w-40">
    <Field label={label} value={value} placeholder="none" onChange={(event) => onType(event.target.value)} />
  </div>
);

const byId = (all: PlacesReply['jobs'] = []) => all.map(({ id, name }) => ({ value: String(id), name }));

/** What is done, in words: `Engine Room, paid double, meal 12:00 to 12:30`. */
function inWords(repairs: Repairs, places: PlacesReply | undefined): string {
  const nameOf = (all: PlacesReply['jobs'] | undefined, id: string) =>
    all?.find((one) => String(one.id) === id)?.name;
  return [
    nameOf(places?.jobs, repairs.job),
    nameOf(places?.departments, repairs.department),
    nameOf(places?.sites, repairs.site),
    RATES.find(({ value }) => value === repairs.rate)?.name.toLowerCase(),
    repairs.mealFrom.trim() !== '' && `meal ${repairs.mealFrom.trim()} to ${repairs.mealTo.trim()}`,
    repairs.seconds !== null && `${hoursWithUnit(hoursOf(repairs.seconds))} ${repairs.code.code}`,
    repairs.isDoubledOut && 'doubled punches taken out',
  ]
    .filter(Boolean)
    .join(', ');
}

/** The repairs as they are done together, and the days that they leave as they are. */
function bulkOf(
  days: readonly FoundDay[],
  repairs: Repairs,
  places: PlacesReply | undefined,
): { readonly bulk: Bulk; readonly leftOut: readonly { readonly day: FoundDay; readonly why: string }[] } {
  const words = inWords(repairs, places);
  const of: Bulk['of'][number][] = [];
  const leftOut: { readonly day: FoundDay; readonly why: string }[] = [];
  for (const day of days) {
    const repaired = repairsOf(day, repairs);
    if ('leftOut' in repaired) {
      leftOut.push({ day, why: repaired.leftOut });
      continue;
    }
    const { personId, name, workday, from, to, offsets } = day;
    const times =
      from === null || to === null ? '' : `, ${clockTime(from, offsets)} to ${clockTime(to, offsets)}`;
    const line = `${shortDay(workday)}${times}`;
    of.push({ personId, name, workday, line, items: repaired.says.map((says) => ({ personId, says })) });
  }
  return { bulk: { name: `Repair: ${words}`, did: `Repaired: ${words}`, verb: 'Repair', of }, leftOut };
}
