import type { PlacesReply } from '@heath/contract';
import type { DepartmentId, JobId } from '@heath/core';
import { useMemo, useState } from 'react';
import type { FoundDay } from '../../api/finder.ts';
import { usePlacesQuery } from '../../api/reasons.ts';
import { Button } from '../../ui/Button.tsx';
import { Empty } from '../../ui/Empty.tsx';
import { clockTime, shortDay } from '../../ui/format.ts';
import { Kbd } from '../../ui/Kbd.tsx';
import { useKey } from '../../ui/keys.ts';
import { Select } from '../../ui/Select.tsx';
import { type Bulk, BulkPanel } from '../bulks/index.ts';
import { BULK_KEYS } from '../bulks/keys.ts';

const AS_IT_IS = '';

/** Gives the picked days to another job or department: which, then what that changes, then all of it as one. */
export function GiveJob({ days, onClose }: { days: readonly FoundDay[]; onClose: () => void }) {
  const { data: places } = usePlacesQuery();
  const [job, setJob] = useState(AS_IT_IS);
  const [department, setDepartment] = useState(AS_IT_IS);
  const [isShown, setShown] = useState(false);
  const open = days.filter(({ sealed, from }) => !sealed && from !== null);
  const [first] = open;
  const inPeriod = open.filter(({ periodId }) => periodId === first?.periodId);
  const bulk = useMemo(() => bulkOf(inPeriod, job, department, places), [inPeriod, job, department, places]);
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
    all: PlacesReply['jobs'],
    value: string,
    onChoose: (value: string) => void,
  ) => (
    <Select
      label={label}
      value={value}
      choices={[
        { value: AS_IT_IS, name: `${label} as it is` },
        ...all.map((one) => ({ value: String(one.id), name: one.name })),
      ]}
      onChoose={onChoose}
      className="w-64 border border-rule bg-field px-2 py-1 text-note"
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
      <div className="flex gap-2">
        {choice('Job', places?.jobs ?? [], job, setJob)}
        {choice('Department', places?.departments ?? [], department, setDepartment)}
        <Button
          look="primary"
          disabled={job === AS_IT_IS && department === AS_IT_IS}
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

function bulkOf(
  days: readonly FoundDay[],
  job: string,
  department: string,
  places: PlacesReply | undefined,
): Bulk {
  const nameOf = (all: PlacesReply['jobs'] | undefined, id: string) =>
    all?.find((one) => String(one.id) === id)?.name;
  const to = [nameOf(places?.jobs, job), nameOf(places?.departments, department)].filter(Boolean).join(', ');
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
              items: [
                {
                  personId,
                  says: {
                    kind: 'set-job',
                    from,
                    to: until,
                    ...(job === AS_IT_IS ? {} : { job: Number(job) as JobId }),
                    ...(department === AS_IT_IS ? {} : { department: Number(department) as DepartmentId }),
                  },
                },
              ],
            },
          ],
    ),
  };
}
