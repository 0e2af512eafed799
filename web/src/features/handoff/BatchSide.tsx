import type { BatchDetail, Delivery } from '@heath/contract';
import { Download } from 'lucide-react';
import { useState } from 'react';
import { Link } from 'react-router';
import {
  useDeliverMutation,
  useReopenMutation,
  useTakeOutMutation,
  useVoidBatchMutation,
} from '../../api/handoff.ts';
import { problemOf } from '../../api/requests/base.ts';
import { useMay } from '../../api/useMay.ts';
import { Button } from '../../ui/controls/Button.tsx';
import { Notice } from '../../ui/notices/Notice.tsx';
import { say } from '../../ui/notices/notices.ts';
import { useKey } from '../../ui/screen/keys.ts';
import { hoursText, moment } from '../../ui/text/format.ts';
import { Kbd } from '../../ui/text/Kbd.tsx';
import { says } from '../../ui/text/Says.tsx';
import { InDoubt } from './InDoubt.tsx';
import { HANDOFF_KEYS } from './keys.ts';
import { ANSWERS } from './words.ts';

const HEADS: Readonly<Record<BatchDetail['batch']['state'], string>> = {
  sealed: 'Sealed',
  'under way': 'On its way',
  accepted: 'Handed off',
  'in part': 'Handed off in part',
  refused: 'Refused',
  'gave up': 'Not sent',
  'in doubt': 'In doubt',
  'not taken': 'Not taken',
  reopened: 'Taken back',
  void: 'Taken back',
};

/** Beside a batch: its file, how it was delivered, and the ways that are open with it. */
export function BatchSide({ detail }: { detail: BatchDetail }) {
  const { batch, deliveries } = detail;
  const figures = [
    ['Lines', batch.lines.toLocaleString('en')],
    ['People', batch.people.toLocaleString('en')],
    ['Payable hours', hoursText(batch.payableHours)],
    ['Premium hours beside them', hoursText(batch.premiumHours)],
  ] as const;
  return (
    <>
      <h2 className="mb-2 text-lead">{HEADS[batch.state]}</h2>
      <section aria-label="Batch">
        <p className="text-note text-soft">
          {batch.ended === null
            ? `By ${batch.madeBy}, ${moment(batch.madeAt)}. The cards are sealed.`
            : `By ${batch.ended.by}, ${moment(batch.ended.at)}: “${batch.ended.reason}”. Its cards are open again.`}
        </p>
        <dl className="mt-2">
          {figures.map(([name, value]) => (
            <div key={name} className="flex justify-between border-t border-faint py-1.5">
              <dt>{name}</dt>
              <dd className="font-semibold">{value}</dd>
            </div>
          ))}
        </dl>
        {batch.overrides.length > 0 && (
          <ul aria-label="Passed over" className="border-t border-faint py-1.5 text-note">
            {batch.overrides.map(({ check, says: what, reason }) => (
              <li key={check}>
                {what}: <span className="text-soft">“{reason}”</span>
              </li>
            ))}
          </ul>
        )}
        {batch.file !== null && <File batch={batch} file={batch.file} />}
      </section>
      {batch.ended === null && batch.file !== null && <Deliver detail={detail} />}
      {batch.ended === null && <InDoubt detail={detail} />}
      {batch.ended === null && <TakeOut detail={detail} />}
      {deliveries.length > 0 && <Deliveries deliveries={deliveries} />}
      {batch.ended === null && <TakeBack detail={detail} />}
    </>
  );
}

/** Why a file has another number of lines than the cards of its batch; empty where it has the same. */
export function whyLinesDiffer(
  lines: number,
  file: Pick<NonNullable<BatchDetail['batch']['file']>, 'lines' | 'linesOfBatch'>,
): string {
  const leftOut = lines - file.linesOfBatch;
  const joined = file.linesOfBatch - file.lines;
  const parts = [
    leftOut === 0 ? '' : `${leftOut.toLocaleString('en')} come to nothing and are left out`,
    joined === 0
      ? ''
      : `${joined.toLocaleString('en')} are joined with others that the layout does not tell apart`,
  ].filter((part) => part !== '');
  return parts.length === 0 ? '' : `Of ${lines.toLocaleString('en')} lines of cards ${parts.join(', ')}.`;
}

function File({
  batch: { id, lines },
  file,
}: {
  batch: BatchDetail['batch'];
  file: NonNullable<BatchDetail['batch']['file']>;
}) {
  const why = whyLinesDiffer(lines, file);
  return (
    <div className="border-t border-faint py-1.5 text-note">
      <p className="flex items-baseline justify-between gap-2">
        <b className="min-w-0 truncate font-semibold">{file.name}</b>
        <span className="whitespace-nowrap text-soft">{file.bytes.toLocaleString('en')} bytes</span>
      </p>
      <p className="text-soft">
        {file.layout}, {file.lines.toLocaleString('en')} lines,{' '}
        <span {...says(`SHA-256 ${file.sha256}`)}>SHA-256 {file.sha256.slice(0, 12)}…</span>
      </p>
      {why !== '' && <p className="text-soft">{why}</p>}
      <a
        href={`/api/handoffs/${id}/file`}
        download
        className="mt-2 flex items-center justify-center gap-1.5 rounded-control border border-rule py-1 hover:border-heather"
      >
        <Download size={14} aria-hidden="true" /> Download the file
      </a>
      <p className="mt-1 text-fine text-soft">Downloading delivers nothing.</p>
    </div>
  );
}

function Deliver({ detail: { batch, deliveries, linesLeft, linesTakenOut } }: { detail: BatchDetail }) {
  const [deliver, { isLoading, error }] = useDeliverMutation();
  const may = useMay('hand off');
  const { state } = batch;
  const isRest = state === 'in part';
  // What contradicts itself is ended by a statement, not by sending.
  const isStated = state === 'in doubt' && deliveries[0]?.doubt !== null;
  const isDone = state === 'accepted' || state === 'under way' || isStated || (isRest && linesLeft === 0);
  const go = async () => {
    if (isDone || !may || isLoading) return;
    const result = await deliver({ id: batch.id, what: isRest ? 'rest' : 'all' });
    if (result.data !== undefined) say(`Handoff ${batch.number} is on its way.`);
  };
  useKey(HANDOFF_KEYS.deliver, () => void go());
  if (isDone)
    return linesTakenOut === 0 ? null : (
      <p className="mt-3 text-note text-soft">
        {linesTakenOut === 1
          ? 'One line that was not taken is'
          : `${linesTakenOut.toLocaleString('en')} lines that were not taken are`}{' '}
        out of this batch, and open again under Afterwards.
      </p>
    );
  return (
    <div className="mt-3">
      {error !== undefined && <Notice>{problemOf(error).title}</Notice>}
      <Button
        look="primary"
        disabled={isLoading || !may}
        onClick={() => void go()}
        className="w-full justify-center py-2 font-semibold"
      >
        {isRest
          ? `Deliver the ${linesLeft.toLocaleString('en')} that are left`
          : state === 'sealed'
            ? 'Deliver to the pay system'
            : 'Deliver again'}
        <Kbd>{HANDOFF_KEYS.deliver.press}</Kbd>
      </Button>
    </div>
  );
}

function Deliveries({ deliveries }: { deliveries: readonly Delivery[] }) {
  return (
    <section aria-label="Deliveries" className="mt-5">
      <h2 className="mb-1 text-lead">Deliveries</h2>
      <ul>
        {deliveries.map(({ id, status, lines, isRest, answer, madeBy, madeAt, statement }) => (
          <li key={id} className="border-t border-faint py-1.5 text-note">
            <span className="flex justify-between gap-2">
              <b
                className={`font-semibold ${status === 'accepted' || status === 'waiting' ? '' : 'text-ember'}`}
              >
                {ANSWERS[status]}
              </b>
              <span className="text-soft">
                {isRest ? 'the rest, ' : ''}
                {lines.toLocaleString('en')} lines
              </span>
            </span>
            <span className="text-soft">
              {answer === null ? '' : `${answer} `}
              {madeBy}, {moment(madeAt)}
            </span>
            {statement !== null && (
              <span className="block text-soft">
                Stated by {statement.by}, {moment(statement.at)}: “{statement.reason}”
              </span>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}

/** Why lines were refused, as the pay system said, with how many each, the most first. */
function reasonsOf(
  refused: BatchDetail['deliveries'][number]['refused'],
): { readonly reason: string; readonly lines: number }[] {
  const counts = new Map<string, number>();
  for (const { reason } of refused) counts.set(reason, (counts.get(reason) ?? 0) + 1);
  return [...counts].map(([reason, lines]) => ({ reason, lines })).sort((a, b) => b.lines - a.lines);
}
const REASONS_SHOWN = 3;

/** What is left and never will be taken as it is: it is open again, and goes out as its card and the mapping have it then. */
function TakeOut({ detail: { batch, linesLeft, deliveries } }: { detail: BatchDetail }) {
  const [takeOut, { isLoading, error }] = useTakeOutMutation();
  const may = useMay('hand off');
  const [reason, setReason] = useState('');
  if (!may || batch.state !== 'in part' || linesLeft === 0) return null;
  const isWhy = reason.trim().length >= 3;
  const reasons = reasonsOf(deliveries[0]?.refused ?? []);
  const go = async () => {
    const { data } = await takeOut({ id: batch.id, reason });
    if (data !== undefined) say('What was not taken is open again, under Afterwards.');
  };
  return (
    <section aria-label="Take out" className="mt-5 border-t border-rule pt-3">
      <h3 className="font-semibold">Or take them out</h3>
      <ul className="text-note">
        {reasons.slice(0, REASONS_SHOWN).map(({ reason: why, lines }) => (
          <li key={why}>
            {why} <span className="text-soft">{lines === 1 ? 'One line' : `${lines} lines`}</span>
          </li>
        ))}
        {reasons.length > REASONS_SHOWN && (
          <li className="text-soft">and {reasons.length - REASONS_SHOWN} reasons more</li>
        )}
      </ul>
      <p className="text-note text-soft">
        What was not taken leaves this batch and is open again, as a difference of its cards. Put right what
        it was refused for (
        <Link to="/pay-files?show=people" className="underline">
          people and numbers
        </Link>
        ,{' '}
        <Link to="/pay-files?show=codes" className="underline">
          codes
        </Link>
        ,{' '}
        <Link to="/pay-files?show=rules" className="underline">
          mapping
        </Link>
        ), and it goes out anew.
      </p>
      {error !== undefined && <Notice>{problemOf(error).title}</Notice>}
      <div className="mt-2 flex gap-2">
        <input
          aria-label="Why it is taken out"
          placeholder="Why"
          value={reason}
          maxLength={300}
          onChange={(event) => setReason(event.target.value)}
          onKeyDown={(event) => {
            if (event.key === 'Enter' && isWhy) void go();
            if (event.key === 'Escape') event.currentTarget.blur();
          }}
          className="min-w-0 flex-1 rounded-control border border-rule bg-field px-2 py-0.5 text-note"
        />
        <Button disabled={!isWhy || isLoading} onClick={() => void go()}>
          Take out
        </Button>
      </div>
    </section>
  );
}

/** The way back: a batch that nobody has sent is reopened, one that was refused is declared void. */
function TakeBack({ detail: { batch } }: { detail: BatchDetail }) {
  const [reopen, reopening] = useReopenMutation();
  const [voidBatch, voiding] = useVoidBatchMutation();
  const may = useMay('hand off');
  const [reason, setReason] = useState('');
  const isVoid = ['refused', 'gave up', 'not taken'].includes(batch.state);
  if (!may || (batch.state !== 'sealed' && !isVoid)) return null;
  const error = reopening.error ?? voiding.error;
  const isBusy = reopening.isLoading || voiding.isLoading;
  const go = async () => {
    const asked = { id: batch.id, reason };
    const result = await (isVoid ? voidBatch(asked) : reopen(asked));
    if (result.data !== undefined) {
      setReason('');
      say(`Handoff ${batch.number} is ${isVoid ? 'void' : 'reopened'}. Its cards are open again.`);
    }
  };
  return (
    <section aria-label={isVoid ? 'Declare void' : 'Reopen'} className="mt-5 border-t border-rule pt-3">
      <h3 className="font-semibold">{isVoid ? 'Declare it void' : 'Reopen it'}</h3>
      <p className="text-note text-soft">
        {isVoid
          ? 'The pay system has taken nothing of it. The batch stays, and says so.'
          : 'Nobody has sent it yet. The batch stays, and says so.'}
      </p>
      {error !== undefined && <Notice>{problemOf(error).title}</Notice>}
      <div className="mt-2 flex gap-2">
        <input
          aria-label="Why it is taken back"
          placeholder="Why"
          value={reason}
          maxLength={300}
          onChange={(event) => setReason(event.target.value)}
          onKeyDown={(event) => {
            if (event.key === 'Enter' && reason.trim().length >= 3) void go();
            if (event.key === 'Escape') event.currentTarget.blur();
          }}
          className="min-w-0 flex-1 rounded-control border border-rule bg-field px-2 py-0.5 text-note"
        />
        <Button disabled={reason.trim().length < 3 || isBusy} onClick={() => void go()}>
          {isVoid ? 'Void' : 'Reopen'}
        </Button>
      </div>
    </section>
  );
}
