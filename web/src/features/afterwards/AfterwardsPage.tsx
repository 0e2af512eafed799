import type { Difference } from '@heath/contract';
import { useRef, useState } from 'react';
import { problemOf } from '../../api/base.ts';
import { useDecideMutation, useDifferencesQuery } from '../../api/differences.ts';
import { useHandOffMutation } from '../../api/handoff.ts';
import { useMay } from '../../api/useMay.ts';
import { Button } from '../../ui/Button.tsx';
import { dateRange, decimalHours } from '../../ui/format.ts';
import { Hours } from '../../ui/Hours.tsx';
import { Kbd } from '../../ui/Kbd.tsx';
import { useKey } from '../../ui/keys.ts';
import { Notice } from '../../ui/Notice.tsx';
import { NotYet } from '../../ui/NotYet.tsx';
import { say } from '../../ui/notices.ts';
import { Side } from '../../ui/Side.tsx';
import { useAddress } from '../../ui/useAddress.ts';
import { usePeriod } from '../periods/index.ts';
import { AFTERWARDS_KEYS } from './keys.ts';
import { SentTable } from './SentTable.tsx';

/** What changed since it was handed off: listed with its reasons, decided on, approved, and sent with the next handoff or by itself. */
export function AfterwardsPage() {
  const { data, error, refetch } = useDifferencesQuery();
  if (data === undefined) return <NotYet what="the differences" error={error} again={() => void refetch()} />;
  return <Opened all={data.differences} />;
}

const idOf = ({ periodId, personId }: Difference): string => `${periodId}-${personId}`;

function Opened({ all }: { all: readonly Difference[] }) {
  const { query, go } = useAddress();
  const asked = query.get('of');
  const at = Math.max(
    all.findIndex((one) => idOf(one) === asked || String(one.personId) === asked),
    0,
  );
  const open = all[at];
  const step = (by: number) => {
    const next = all[Math.min(Math.max(at + by, 0), all.length - 1)];
    if (next !== undefined) go({ of: idOf(next) }, true);
  };
  useKey(AFTERWARDS_KEYS.next, () => step(1));
  useKey(AFTERWARDS_KEYS.previous, () => step(-1));
  return (
    <div className="grid min-h-0 flex-1 grid-cols-[var(--spacing-list)_minmax(0,1fr)_var(--spacing-side)]">
      <nav aria-label="Differences" className="min-h-0 overflow-y-auto border-r border-rule">
        <h1 className="px-5 pt-4 pb-2 text-lead">Since the handoff</h1>
        {all.length === 0 && (
          <p className="px-5 text-note text-soft">Every card says what was sent of it. Nothing waits.</p>
        )}
        {all.map((one) => (
          <button
            key={idOf(one)}
            type="button"
            aria-current={one === open ? 'true' : undefined}
            onClick={() => go({ of: idOf(one) })}
            className={`block w-full border-b border-l-4 border-b-faint px-4 py-1.5 text-left ${one === open ? 'border-l-heather bg-sheet' : 'border-l-transparent hover:bg-sheet'}`}
          >
            <span className="flex justify-between gap-2">
              <b className="min-w-0 truncate font-semibold">{one.name}</b>
              <span className="whitespace-nowrap">{signed(one.payableHours)}</span>
            </span>
            <span className="flex justify-between gap-2 text-fine text-soft">
              <span className="truncate">{dateRange(one.firstDay, one.lastDay)}</span>
              <span className={one.state === 'open' ? 'text-ember' : ''}>{STATES[one.state]}</span>
            </span>
          </button>
        ))}
      </nav>
      {open === undefined ? (
        <main aria-label="Difference" className="px-6 py-4">
          <h2 className="text-title">Nothing changed</h2>
          <p className="mt-1 max-w-prose text-soft">
            A correction, a late punch or a new edition that changes a card after its handoff is listed here,
            line by line, until it is decided on.
          </p>
        </main>
      ) : (
        <main aria-label="Difference" className="min-h-0 overflow-y-auto border-r border-rule px-6 py-4">
          <OneDifference key={idOf(open)} of={open} />
        </main>
      )}
      <Side label="Decide" className="bg-sheet px-5 py-4">
        {open !== undefined && <Decide key={`${idOf(open)} ${open.version}`} of={open} />}
        <OutOf all={all} />
      </Side>
    </div>
  );
}

const STATES: Readonly<Record<Difference['state'], string>> = {
  open: 'to decide',
  carried: 'to approve',
  approved: 'goes out next',
};

const signed = (hours: number): string => `${hours > 0 ? '+' : ''}${decimalHours(hours)} h`;

function OneDifference({ of }: { of: Difference }) {
  return (
    <>
      <h2 className="text-title">{of.name}</h2>
      <p className="mb-3 text-soft">
        {of.number} · {of.department} · {of.group} · {dateRange(of.firstDay, of.lastDay)} ·{' '}
        {of.payableHours === 0 ? 'the same hours, paid otherwise' : `${signed(of.payableHours)} payable`}
      </p>
      <section aria-label="Why it changed" className="mb-4">
        <h3 className="mb-1 font-semibold">Why it changed</h3>
        <ul className="text-note">
          {of.reasons.map(({ says, by, at }) => (
            <li key={`${says} ${at}`} className="border-t border-faint py-1">
              {says}
              {by !== null && <span className="text-soft"> · {by}</span>}
            </li>
          ))}
        </ul>
      </section>
      <SentTable of={of} />
    </>
  );
}

function Decide({ of }: { of: Difference }) {
  const [decide, { isLoading, error }] = useDecideMutation();
  const [reason, setReason] = useState('');
  const why = useRef<HTMLInputElement>(null);
  const mayDecide = useMay('hand off');
  const mayApprove = useMay('approve');
  const { periodId, personId, version, state } = of;
  const run = async (what: 'carry' | 'waive' | 'approve' | 'withdraw', says: string) => {
    if (isLoading) return;
    if (what === 'waive' && reason.trim().length < 3) return why.current?.focus();
    const { data } = await decide({ what, differences: [{ periodId, personId, version }], reason });
    if (data !== undefined) say(data.left[0]?.reason ?? says);
  };
  const carry = () =>
    mayDecide && state === 'open' && void run('carry', 'Carried over: it waits for approval.');
  const approve = () =>
    mayApprove && state === 'carried' && void run('approve', 'Approved: it goes out with the next handoff.');
  const waive = () =>
    mayDecide && state === 'open' && void run('waive', 'Waived. It is kept, and never paid.');
  const withdraw = () => state !== 'open' && void run('withdraw', 'Withdrawn: it is to be decided again.');
  useKey(AFTERWARDS_KEYS.carry, carry);
  useKey(AFTERWARDS_KEYS.approve, approve);
  useKey(AFTERWARDS_KEYS.waive, waive);
  useKey(AFTERWARDS_KEYS.withdraw, withdraw);
  return (
    <section aria-label="Decide">
      <h2 className="text-lead">{state === 'open' ? 'To decide' : STATES[state]}</h2>
      <p className="mb-2 text-note text-soft">
        {of.decided === null
          ? 'Carried over, it goes out named for its day, once somebody approves it.'
          : `${of.decided.by}${of.decided.reason === '' ? '' : `: “${of.decided.reason}”`}`}
      </p>
      {error !== undefined && <Notice>{problemOf(error).title}</Notice>}
      {state === 'open' && mayDecide && (
        <input
          ref={why}
          aria-label="Why"
          placeholder="Why, for the record"
          value={reason}
          maxLength={300}
          onChange={(event) => setReason(event.target.value)}
          onKeyDown={(event) =>
            (event.key === 'Enter' || event.key === 'Escape') && event.currentTarget.blur()
          }
          className="mb-2 w-full rounded-control border border-rule bg-field px-2 py-1 text-note"
        />
      )}
      <div className="flex flex-wrap gap-2">
        {state === 'open' && (
          <>
            <Button look="primary" disabled={!mayDecide || isLoading} onClick={carry}>
              Carry over <Kbd>{AFTERWARDS_KEYS.carry.press}</Kbd>
            </Button>
            <Button disabled={!mayDecide || isLoading} onClick={waive}>
              Waive <Kbd>{AFTERWARDS_KEYS.waive.press}</Kbd>
            </Button>
          </>
        )}
        {state === 'carried' && (
          <Button look="primary" disabled={!mayApprove || isLoading} onClick={approve}>
            Approve <Kbd>{AFTERWARDS_KEYS.approve.press}</Kbd>
          </Button>
        )}
        {state !== 'open' && (
          <Button disabled={isLoading} onClick={withdraw}>
            Withdraw <Kbd>{AFTERWARDS_KEYS.withdraw.press}</Kbd>
          </Button>
        )}
      </div>
    </section>
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
