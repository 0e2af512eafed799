import type { CorrectRequest, PlacesReply } from '@heath/contract';
import type { DepartmentId, Instant, JobId } from '@heath/core';
import { useState } from 'react';
import type { FoundDay } from '../../api/finder.ts';
import { usePlacesQuery } from '../../api/reasons.ts';
import { Button } from '../../ui/controls/Button.tsx';
import { Select } from '../../ui/controls/Select.tsx';
import { Empty } from '../../ui/notices/Empty.tsx';
import { useKey } from '../../ui/screen/keys.ts';
import { clockTime, shortDay } from '../../ui/text/format.ts';
import { Kbd } from '../../ui/text/Kbd.tsx';
import { RATES } from '../../ui/text/rates.ts';
import { type Bulk, BulkPanel } from '../corrections/bulks/index.ts';
import { BULK_KEYS } from '../corrections/bulks/keys.ts';

const AS_IT_IS = '';

/** Gives the picked days to another job or department, or another rate: which, then what that changes, then all of it as one. */
export function GiveJob({ days, onClose }: { days: readonly FoundDay[]; onClose: () => void }) {
  const { data: places } = usePlacesQuery();
  const [job, setJob] = useState(AS_IT_IS);
  const [department, setDepartment] = useState(AS_IT_IS);
  const [rate, setRate] = useState(AS_IT_IS);
  const [isShown, setShown] = useState(false);
  const open = days.filter(({ sealed, from }) => !sealed && from !== null);
  const [first] = open;
  const inPeriod = open.filter(({ periodId }) => periodId === first?.periodId);
  const given = { job, department, rate };
  const bulk = bulkOf(inPeriod, given, places);
  useKey(BULK_KEYS.close, () => !isShown && onClose());
  if (first === undefined)
    return (
      <Empty title="Nothing that can be corrected">
        What is picked is handed off, or holds no punches.
        <p className="mt-3">
          <Button onClick={onClose}>
            Back <Kbd>{BULK_KEYS.close.press}</Kbd>
          </Button>
        </p>
      </Empty>
    );
  if (isShown)
    return (
      <BulkPanel periodId={first.periodId} detail={`${days.length} picked`} bulk={bulk} onClose={onClose} />
    );
  const choice = (
    label: string,
    all: readonly { readonly value: string; readonly name: string }[],
    value: string,
    onChoose: (value: string) => void,
  ) => (
    <Select
      label={label}
      value={value}
      choices={[{ value: AS_IT_IS, name: `${label} as it is` }, ...all]}
      onChoose={onChoose}
      className="w-56 border border-rule bg-field px-2 py-1 text-note"
    />
  );
  const leftOut = days.length - inPeriod.length;
  return (
    <main aria-label="Give to a job" className="px-6 pt-4">
      <h1 className="text-title">Give {inPeriod.length.toLocaleString('en')} days to a job</h1>
      <p className="pb-3 text-note text-soft">
        All that was clocked on them, from the first punch to the last. The punches stay as they are.
        {leftOut > 0 &&
          ` ${leftOut.toLocaleString('en')} of what is picked stay out: handed off, in another period, or without punches.`}
      </p>
      <div className="flex flex-wrap gap-2">
        {choice('Job', byId(places?.jobs), job, setJob)}
        {choice('Department', byId(places?.departments), department, setDepartment)}
        {choice('Pay', RATES, rate, setRate)}
        <Button
          look="primary"
          disabled={Object.values(given).every((one) => one === AS_IT_IS)}
          onClick={() => setShown(true)}
        >
          Show what changes
        </Button>
        <Button onClick={onClose}>
          Not now <Kbd>{BULK_KEYS.close.press}</Kbd>
        </Button>
      </div>
    </main>
  );
}

/** What is chosen for all that is picked; `AS_IT_IS` where nothing is. */
interface Given {
  readonly job: string;
  readonly department: string;
  readonly rate: string;
}

const byId = (all: PlacesReply['jobs'] = []) => all.map(({ id, name }) => ({ value: String(id), name }));

/** What is said of all that was clocked on a day. */
function saysOf({ job, department, rate }: Given, from: Instant, to: Instant): CorrectRequest['says'][] {
  const multiplier = RATES.find(({ value }) => value === rate)?.multiplier;
  const place = {
    ...(job === AS_IT_IS ? {} : { job: Number(job) as JobId }),
    ...(department === AS_IT_IS ? {} : { department: Number(department) as DepartmentId }),
  };
  return [
    ...(Object.keys(place).length === 0 ? [] : [{ kind: 'set-job', from, to, ...place } as const]),
    ...(multiplier === undefined ? [] : [{ kind: 'set-class', from, to, multiplier } as const]),
  ];
}

function bulkOf(days: readonly FoundDay[], given: Given, places: PlacesReply | undefined): Bulk {
  const nameOf = (all: PlacesReply['jobs'] | undefined, id: string) =>
    all?.find((one) => String(one.id) === id)?.name;
  const to = [
    nameOf(places?.jobs, given.job),
    nameOf(places?.departments, given.department),
    RATES.find(({ value }) => value === given.rate)?.name.toLowerCase(),
  ]
    .filter(Boolean)
    .join(', ');
  return {
    name: `Give to ${to}`,
    did: `Gave to ${to}`,
    verb: 'Give',
    of: days.flatMap(({ personId, name, workday, from, to: until, offsets }) =>
      from === null || until === null
        ? []
        : [
            {
              personId,
              name,
              workday,
              line: `${shortDay(workday)}, ${clockTime(from, offsets)} to ${clockTime(until, offsets)}`,
              items: saysOf(given, from, until).map((says) => ({ personId, says })),
            },
          ],
    ),
  };
}
