import type { Difference } from '@heath/contract';
import { useMemo } from 'react';
import { type Differences, useDifferencesQuery, useSentQuery } from '../../api/differences.ts';
import { useHandOffMutation } from '../../api/handoff.ts';
import { problemOf } from '../../api/requests/base.ts';
import { useMay } from '../../api/useMay.ts';
import { Button } from '../../ui/controls/Button.tsx';
import { Side } from '../../ui/layout/Side.tsx';
import { Notice } from '../../ui/notices/Notice.tsx';
import { NotYet } from '../../ui/notices/NotYet.tsx';
import { say } from '../../ui/notices/notices.ts';
import { useKey } from '../../ui/screen/keys.ts';
import { useAddress } from '../../ui/screen/useAddress.ts';
import { dateRange, signedHours } from '../../ui/text/format.ts';
import { Hours } from '../../ui/text/Hours.tsx';
import { usePeriod } from '../periods/index.ts';
import { Decide } from './Decide.tsx';
import { DecideAll } from './DecideAll.tsx';
import { DifferenceList } from './DifferenceList.tsx';
import { DIFFERENCE_KEYS } from './keys.ts';
import { idOf, listed, shownIn } from './rows.ts';
import { SentTable } from './SentTable.tsx';

/** What changed since it was handed off: listed with its reasons, decided on, approved, and sent with the next handoff or by itself. */
export function DifferencesPage() {
  const { data, error, refetch } = useDifferencesQuery();
  if (data === undefined) return <NotYet what="the differences" error={error} again={() => void refetch()} />;
  return <Opened of={data} />;
}

function Opened({ of: { differences: all, periods } }: { of: Differences }) {
  const { query, go } = useAddress();
  const [asked, shows, text] = [query.get('of'), shownIn(query.get('show')), query.get('find') ?? ''];
  const rows = useMemo(() => listed(all, shows, text), [all, shows, text]);
  const at = Math.max(
    rows.findIndex((one) => idOf(one) === asked || String(one.personId) === asked),
    0,
  );
  const open = rows[at];
  const step = (by: number) => {
    const next = rows[Math.min(Math.max(at + by, 0), rows.length - 1)];
    if (next !== undefined) go({ of: idOf(next) }, true);
  };
  useKey(DIFFERENCE_KEYS.next, () => step(1));
  useKey(DIFFERENCE_KEYS.previous, () => step(-1));
  const days = periods.find(({ id }) => id === open?.periodId);
  return (
    <div className="grid min-h-0 flex-1 grid-cols-[var(--spacing-list)_minmax(0,1fr)_var(--spacing-side)]">
      <DifferenceList
        all={all}
        rows={rows}
        periods={periods}
        shows={shows}
        text={text}
        open={open}
        onOpen={(of) => go({ of })}
        onFilter={(changes) => go({ of: null, ...changes }, true)}
      />
      {open === undefined ? (
        <main aria-label="Difference" className="px-6 py-4">
          <h2 className="text-title">{all.length === 0 ? 'Nothing changed' : 'Nothing is like that'}</h2>
          <p className="mt-1 max-w-prose text-soft">
            A correction, a late punch or a new edition that changes a card after its handoff is listed here,
            line by line, until it is decided on.
          </p>
        </main>
      ) : (
        <main aria-label="Difference" className="min-h-0 overflow-y-auto border-r border-rule px-6 py-4">
          <OneDifference
            key={idOf(open)}
            of={open}
            days={days === undefined ? '' : dateRange(days.firstDay, days.lastDay)}
          />
        </main>
      )}
      <Side label="Decide" className="bg-sheet px-5 py-4">
        {open !== undefined && <Decide key={`${idOf(open)} ${open.version}`} of={open} />}
        <DecideAll rows={rows} />
        <OutOf all={all} />
      </Side>
    </div>
  );
}

function OneDifference({ of, days }: { of: Difference; days: string }) {
  const { periodId, personId } = of;
  const { currentData } = useSentQuery({ periodId, personId });
  return (
    <>
      <h2 className="text-title">{of.name}</h2>
      <p className="mb-3 text-soft">
        {of.number} · {of.department} · {of.group} · {days} ·{' '}
        {of.payableHours === 0 ? 'the same hours, paid otherwise' : `${signedHours(of.payableHours)} payable`}
      </p>
      {currentData !== undefined && (
        <section aria-label="Why it changed" className="mb-4">
          <h3 className="mb-1 font-semibold">Why it changed</h3>
          <ul className="text-note">
            {currentData.reasons.map(({ says, by, at }) => (
              <li key={`${says} ${at}`} className="border-t border-faint py-1">
                {says}
                {by !== null && <span className="text-soft"> · {by}</span>}
              </li>
            ))}
          </ul>
        </section>
      )}
      <SentTable of={of} />
    </>
  );
}

/** What is approved, and how it leaves: with the next handoff, or in a batch of its own. */
function OutOf({ all }: { all: readonly Difference[] }) {
  const { period } = usePeriod();
  const [handOff, { isLoading, error }] = useHandOffMutation();
  const may = useMay('hand off');
  const approved = all.filter(({ state }) => state === 'approved');
  const hours = approved.reduce((sum, one) => sum + one.payableHours, 0);
  const go = async () => {
    if (period === undefined) return;
    const { data } = await handOff({ periodId: period.id, body: { differencesAlone: true, overrides: [] } });
    const made = data?.batches[0];
    if (made !== undefined)
      say(`Handoff ${made.number} is sealed: ${made.lines} lines. Deliver it under Handoff.`);
  };
  if (approved.length === 0) return null;
  return (
    <section aria-label="Going out" className="mt-6 border-t border-rule pt-3">
      <h2 className="text-lead">Going out</h2>
      <p className="text-note">
        {approved.length} {approved.length === 1 ? 'difference is' : 'differences are'} approved:{' '}
        <b className="font-semibold">
          <Hours hours={hours} /> h
        </b>
        . They go out with the next handoff of their pay group.
      </p>
      {error !== undefined && <Notice>{problemOf(error).title}</Notice>}
      {may && (
        <Button className="mt-2" disabled={isLoading || period === undefined} onClick={() => void go()}>
          {isLoading ? 'Sealing…' : 'Seal them as a batch of their own'}
        </Button>
      )}
    </section>
  );
}
