import { type Difference, MOST_DECIDED_AT_ONCE, partsOf } from '@heath/contract';
import { type FormEvent, useState } from 'react';
import { useDecideMutation } from '../../api/differences.ts';
import { problemOf } from '../../api/requests/base.ts';
import { useMay } from '../../api/useMay.ts';
import { Button } from '../../ui/controls/Button.tsx';
import { Field } from '../../ui/form/Field.tsx';
import { Panel } from '../../ui/layout/Panel.tsx';
import { Notice } from '../../ui/notices/Notice.tsx';
import { say } from '../../ui/notices/notices.ts';
import { ProgressBar } from '../../ui/notices/Progress.tsx';
import { useKey } from '../../ui/screen/keys.ts';
import { signedHours } from '../../ui/text/format.ts';
import { Kbd } from '../../ui/text/Kbd.tsx';
import { DIFFERENCE_KEYS } from './keys.ts';
import { decidable, type What } from './rows.ts';

const WAYS = [
  {
    what: 'carry',
    key: DIFFERENCE_KEYS.carryAll,
    verb: 'Carry over',
    did: 'carried over',
    says: 'Each goes out named for its day, once it is approved.',
  },
  {
    what: 'approve',
    key: DIFFERENCE_KEYS.approveAll,
    verb: 'Approve',
    did: 'approved',
    says: 'They go out with the next handoff of their pay groups.',
  },
  {
    what: 'waive',
    key: DIFFERENCE_KEYS.waiveAll,
    verb: 'Waive',
    did: 'waived',
    says: 'They are kept, with the reason, and never paid.',
  },
  {
    what: 'withdraw',
    key: DIFFERENCE_KEYS.withdrawAll,
    verb: 'Withdraw',
    did: 'withdrawn',
    says: 'They are to be decided on again.',
  },
] as const satisfies readonly { what: What; [name: string]: unknown }[];
type Way = (typeof WAYS)[number];

const counted = (all: readonly unknown[]): string =>
  `${all.length.toLocaleString('en')} ${all.length === 1 ? 'difference' : 'differences'}`;

/** Decides on all differences that are listed, at once: what a new edition changed of thousands of cards is not decided on one by one. */
export function DecideAll({ rows }: { rows: readonly Difference[] }) {
  const mayDecide = useMay('hand off');
  const mayApprove = useMay('approve');
  const [asked, setAsked] = useState<{ way: Way; of: readonly Difference[] } | null>(null);
  const ways = WAYS.map((way) => ({
    way,
    of: (way.what === 'approve' ? mayApprove : way.what === 'withdraw' || mayDecide)
      ? decidable(rows, way.what)
      : [],
  }));
  const ask = (what: What) => {
    const found = ways.find(({ way, of }) => way.what === what && of.length > 0);
    if (found !== undefined) setAsked(found);
  };
  useKey(DIFFERENCE_KEYS.carryAll, () => ask('carry'));
  useKey(DIFFERENCE_KEYS.approveAll, () => ask('approve'));
  useKey(DIFFERENCE_KEYS.waiveAll, () => ask('waive'));
  useKey(DIFFERENCE_KEYS.withdrawAll, () => ask('withdraw'));
  const possible = ways.filter(({ of }) => of.length > 1);
  return (
    <>
      {possible.length > 0 && (
        <section aria-label="All in the list" className="mt-6 border-t border-rule pt-3">
          <h2 className="mb-1 text-lead">All in the list</h2>
          <div className="flex flex-wrap gap-2">
            {possible.map(({ way, of }) => (
              <Button key={way.what} onClick={() => setAsked({ way, of })}>
                {way.verb} {of.length.toLocaleString('en')} <Kbd>{way.key.press}</Kbd>
              </Button>
            ))}
          </div>
        </section>
      )}
      {asked !== null && <Asked {...asked} onClose={() => setAsked(null)} />}
    </>
  );
}

/** What would be decided of how many, asked once more. */
function Asked({ way, of, onClose }: { way: Way; of: readonly Difference[]; onClose: () => void }) {
  const [decide] = useDecideMutation();
  const [reason, setReason] = useState('');
  const [done, setDone] = useState<number | null>(null);
  const [fault, setFault] = useState<string | null>(null);
  const people = new Set(of.map(({ personId }) => personId)).size;
  const hours = of.reduce((sum, { payableHours }) => sum + payableHours, 0);
  const isShort = way.what === 'waive' && reason.trim().length < 3;
  const run = async () => {
    setFault(null);
    let [decided, gone] = [0, 0];
    const left: string[] = [];
    for (const part of partsOf(of, MOST_DECIDED_AT_ONCE)) {
      setDone(gone);
      const differences = part.map(({ periodId, personId, version }) => ({ periodId, personId, version }));
      const { data, error } = await decide({ what: way.what, differences, reason });
      if (data === undefined) {
        setDone(null);
        setFault(
          decided === 0
            ? problemOf(error).title
            : `${problemOf(error).title} Of ${counted(of)}, ${decided.toLocaleString('en')} are ${way.did}.`,
        );
        return;
      }
      decided += data.decided;
      gone += part.length;
      left.push(...data.left.map(({ reason: why }) => why));
    }
    const some =
      left.length > 0
        ? ` ${left.length.toLocaleString('en')} ${left.length === 1 ? 'is' : 'are'} left: ${left[0]}`
        : '';
    say(`${decided.toLocaleString('en')} ${way.did}.${some}`);
    onClose();
  };
  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (done === null && !isShort) void run();
  };
  return (
    <Panel title={`${way.verb} ${counted(of)}?`} onClose={() => done === null && onClose()}>
      <form onSubmit={submit}>
        <p className="mt-2">
          {signedHours(hours)} payable, of {people.toLocaleString('en')} {people === 1 ? 'person' : 'people'}.{' '}
          {way.says}
        </p>
        {way.what !== 'withdraw' && (
          <Field
            label={way.what === 'waive' ? 'Why' : 'Why, for the record'}
            value={reason}
            maxLength={300}
            autoFocus
            onChange={(event) => setReason(event.target.value)}
          />
        )}
        {fault !== null && (
          <div className="mt-2">
            <Notice>{fault}</Notice>
          </div>
        )}
        {done !== null && (
          <div className="mt-3">
            <ProgressBar label={way.verb} share={done / of.length} />
          </div>
        )}
        <div className="mt-4 flex justify-end gap-2">
          <Button disabled={done !== null} onClick={onClose}>
            Cancel <Kbd>Esc</Kbd>
          </Button>
          <Button look="primary" type="submit" disabled={done !== null || isShort}>
            {way.verb} <Kbd>Enter</Kbd>
          </Button>
        </div>
      </form>
    </Panel>
  );
}
