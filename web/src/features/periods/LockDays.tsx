import type { PayPeriodsReply } from '@heath/contract';
import type { Workday } from '@heath/core';
import { useState } from 'react';
import { useLockDaysMutation } from '../../api/periods.ts';
import { problemOf } from '../../api/requests/base.ts';
import { useMay } from '../../api/useMay.ts';
import { Button } from '../../ui/controls/Button.tsx';
import { DateField } from '../../ui/form/DateField.tsx';
import { inFull } from '../../ui/form/dates.ts';
import { Field } from '../../ui/form/Field.tsx';
import { Notice } from '../../ui/notices/Notice.tsx';
import { say } from '../../ui/notices/notices.ts';
import { moment } from '../../ui/text/format.ts';

/** Up to which day what is paid stays as it is, and how that day is moved. */
export function LockDays({ of: { lock, today } }: { of: PayPeriodsReply }) {
  const may = useMay('make pay periods');
  const [keep, { isLoading, error }] = useLockDaysMutation();
  const [until, setUntil] = useState<Workday | null>(null);
  const [reason, setReason] = useState('');
  const [round, setRound] = useState(0);
  const isWhy = reason.trim().length >= 3;
  const set = async (day: Workday | null) => {
    const { data } = await keep({ until: day, reason });
    if (data === undefined) return;
    setReason('');
    setUntil(null);
    setRound(round + 1);
    say(day === null ? 'No day is locked any more.' : `Days up to ${inFull(day)} are locked.`);
  };
  return (
    <section aria-label="Lock days" className="mt-6 border-t border-rule pt-3">
      <h2 className="text-lead">Locked days</h2>
      <p className="text-note text-soft">
        {lock === null
          ? 'No day is locked. What is paid for locked days stays as it is, whatever is corrected.'
          : `Up to ${inFull(lock.until)}, by ${lock.by}, ${moment(lock.at)}: “${lock.reason}”.`}
      </p>
      {may && (
        <>
          <DateField key={round} label="Lock up to" near={today} initial={until} onChange={setUntil} />
          <Field
            label="Why"
            value={reason}
            maxLength={300}
            onChange={(event) => setReason(event.target.value)}
          />
          {error !== undefined && (
            <div className="mt-2">
              <Notice>{problemOf(error).title}</Notice>
            </div>
          )}
          <div className="mt-2 flex gap-2">
            <Button disabled={until === null || !isWhy || isLoading} onClick={() => void set(until)}>
              Lock
            </Button>
            {lock !== null && (
              <Button disabled={!isWhy || isLoading} onClick={() => void set(null)}>
                Open every day
              </Button>
            )}
          </div>
        </>
      )}
    </section>
  );
}
