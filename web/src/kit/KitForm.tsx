import { instantFromIso, type Workday, workday, workdayFromIso, workdayToIso, ZoneTables } from '@heath/core';
import { useState } from 'react';
import * as v from 'valibot';
import { Button } from '../ui/controls/Button.tsx';
import { TimeField } from '../ui/controls/TimeField.tsx';
import { DateField } from '../ui/form/DateField.tsx';
import { Field } from '../ui/form/Field.tsx';
import { HoursField } from '../ui/form/HoursField.tsx';
import { PeriodPicker } from '../ui/form/PeriodPicker.tsx';
import { Picker } from '../ui/form/Picker.tsx';
import { useSchemaForm } from '../ui/form/useSchemaForm.ts';
import { Notice } from '../ui/notices/Notice.tsx';
import { say } from '../ui/notices/notices.ts';
import { Part } from './Part.tsx';

const Code = v.strictObject({
  code: v.pipe(v.string(), v.nonEmpty('Give the code that the pay system knows.')),
  name: v.pipe(v.string(), v.nonEmpty('Give the code a name.')),
});
const PEOPLE = ['Aldana', 'Brook', 'Calder', 'Drummond', 'Eyre'].map((name, i) => ({
  id: String(i),
  name,
  detail: `MF-000${i}`,
}));
const AT = instantFromIso('2026-10-27T22:00:00Z');
const OFFSETS = ZoneTables.around(AT, AT).of('Europe/London');

const periodFrom = (id: number, iso: string, note: string) => ({
  id,
  firstDay: workdayFromIso(iso),
  lastDay: workday(workdayFromIso(iso) + 13),
  note,
});
const PERIODS = [
  periodFrom(1, '2026-11-02', ''),
  periodFrom(2, '2026-10-19', ''),
  periodFrom(3, '2026-10-05', 'sealed'),
  periodFrom(4, '2025-12-15', 'sealed'),
] as const;

export function KitForm() {
  const [person, setPerson] = useState<string | null>(null);
  const [time, setTime] = useState('');
  const [day, setDay] = useState<Workday | null>(null);
  const [periodId, setPeriodId] = useState(3);
  const period = PERIODS.find(({ id }) => id === periodId) ?? PERIODS[0];
  const { submit, field, problem, isSending } = useSchemaForm(
    Code,
    { code: '', name: '' },
    async ({ code }) => {
      if (code === '110')
        return { type: 'invalid', title: 'There is a code 110 already.', status: 422, field: 'code' };
      if (code === '999')
        return { type: 'busy', title: 'The server is busy; try again in a moment.', status: 503 };
      say(`Code ${code} is added.`);
      return null;
    },
  );
  return (
    <Part name="Fields and forms">
      <div className="grid grid-cols-2 gap-x-10">
        <form onSubmit={submit} noValidate>
          <Field label="Code" {...field('code')} />
          <Field label="Name" {...field('name')} />
          {problem !== null && <Notice>{problem.title}</Notice>}
          <Button type="submit" look="primary" disabled={isSending} className="mt-3">
            Add
          </Button>
        </form>
        <div>
          <HoursField label="Hours" onChange={() => {}} />
          <DateField
            label="Day"
            near={workdayFromIso('2026-10-28')}
            from={workdayFromIso('2026-10-05')}
            onChange={setDay}
          />
          <p className="text-note text-soft" data-testid="day">
            {day === null ? 'no day' : workdayToIso(day)}
          </p>
          <p className="mt-2">
            <PeriodPicker items={PERIODS} value={period} onChoose={(id) => setPeriodId(id)} />
          </p>
          <div className="mt-4">
            <TimeField
              label="Time of the out"
              beside={AT}
              direction="after"
              offsets={OFFSETS}
              text={time}
              onType={setTime}
              onEnter={() => {}}
            />
          </div>
          <div className="mt-4">
            <Picker
              label="Person"
              items={PEOPLE}
              value={person}
              onChoose={setPerson}
              empty="Nobody by that name."
            />
          </div>
        </div>
      </div>
    </Part>
  );
}
