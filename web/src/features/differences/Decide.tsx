import type { Difference } from '@heath/contract';
import { useRef, useState } from 'react';
import { useDecideMutation, useSentQuery } from '../../api/differences.ts';
import { problemOf } from '../../api/requests/base.ts';
import { useMay } from '../../api/useMay.ts';
import { Button } from '../../ui/controls/Button.tsx';
import { Notice } from '../../ui/notices/Notice.tsx';
import { say } from '../../ui/notices/notices.ts';
import { useKey } from '../../ui/screen/keys.ts';
import { Kbd } from '../../ui/text/Kbd.tsx';
import { STATES } from './DifferenceList.tsx';
import { DIFFERENCE_KEYS } from './keys.ts';
import type { What } from './rows.ts';

/** What is to become of the difference that is open. */
export function Decide({ of }: { of: Difference }) {
  const [decide, { isLoading, error }] = useDecideMutation();
  const [reason, setReason] = useState('');
  const why = useRef<HTMLInputElement>(null);
  const mayDecide = useMay('hand off');
  const mayApprove = useMay('approve');
  const { periodId, personId, version, state } = of;
  const decided = useSentQuery({ periodId, personId }).currentData?.decided ?? null;
  const run = async (what: What, says: string) => {
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
  useKey(DIFFERENCE_KEYS.carry, carry);
  useKey(DIFFERENCE_KEYS.approve, approve);
  useKey(DIFFERENCE_KEYS.waive, waive);
  useKey(DIFFERENCE_KEYS.withdraw, withdraw);
  return (
    <section aria-label="Decide">
      <h2 className="text-lead first-letter:uppercase">{STATES[state]}</h2>
      <p className="mb-2 text-note text-soft">
        {decided === null
          ? 'Carried over, it goes out named for its day, once somebody approves it.'
          : `${decided.by}${decided.reason === '' ? '' : `: “${decided.reason}”`}`}
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
              Carry over <Kbd>{DIFFERENCE_KEYS.carry.press}</Kbd>
            </Button>
            <Button disabled={!mayDecide || isLoading} onClick={waive}>
              Waive <Kbd>{DIFFERENCE_KEYS.waive.press}</Kbd>
            </Button>
          </>
        )}
        {state === 'carried' && (
          <Button look="primary" disabled={!mayApprove || isLoading} onClick={approve}>
            Approve <Kbd>{DIFFERENCE_KEYS.approve.press}</Kbd>
          </Button>
        )}
        {state !== 'open' && (
          <Button disabled={isLoading} onClick={withdraw}>
            Withdraw <Kbd>{DIFFERENCE_KEYS.withdraw.press}</Kbd>
          </Button>
        )}
      </div>
    </section>
  );
}
