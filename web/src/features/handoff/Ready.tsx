import type { HandoffReply } from '@heath/contract';
import { Check, TriangleAlert } from 'lucide-react';
import { Link } from 'react-router';
import { problemOf } from '../../api/base.ts';
import { useHandOffMutation } from '../../api/handoff.ts';
import { useMay } from '../../api/useMay.ts';
import { Button } from '../../ui/Button.tsx';
import { dateRange, decimalHours, moment } from '../../ui/format.ts';
import { Kbd } from '../../ui/Kbd.tsx';
import { useKey } from '../../ui/keys.ts';
import { Notice } from '../../ui/Notice.tsx';
import { say } from '../../ui/notices.ts';
import { Side } from '../../ui/Side.tsx';
import { type Condition, conditionsOf, isReady } from './conditions.ts';
import { HANDOFF_KEYS } from './keys.ts';

/** Beside the sums: what the handoff waits for, or what was handed off; and the handoffs before it. */
export function Ready({ handoff }: { handoff: HandoffReply }) {
  return (
    <Side label="Ready" className="bg-sheet px-5 py-4">
      <h2 className="mb-2 text-lead">{handoff.batch === null ? 'Ready?' : 'Handed off'}</h2>
      {handoff.batch === null ? <ToHandOff handoff={handoff} /> : <HandedOff batch={handoff.batch} />}
      {handoff.earlier.length > 0 && <Earlier earlier={handoff.earlier} />}
    </Side>
  );
}

function ToHandOff({ handoff }: { handoff: HandoffReply }) {
  const [handOff, { isLoading, error }] = useHandOffMutation();
  const may = useMay('hand off');
  const ready = isReady(handoff);
  const go = async () => {
    if (!ready || !may || isLoading) return;
    const result = await handOff(handoff.periodId);
    if (result.data?.batch) say(`Handed off: ${result.data.batch.lines.toLocaleString('en')} lines.`);
  };
  useKey(HANDOFF_KEYS.handOff, () => void go());
  return (
    <>
      <ul>
        {conditionsOf(handoff).map((condition) => (
          <Waits key={condition.says} {...condition} />
        ))}
      </ul>
      {error !== undefined && (
        <div className="mt-3">
          <Notice>{problemOf(error).title}</Notice>
        </div>
      )}
      <Button
        look="primary"
        disabled={!ready || isLoading || !may}
        onClick={() => void go()}
        className="mt-3.5 w-full justify-center py-2 font-semibold"
      >
        {isLoading ? 'Sealing…' : 'Seal and hand off'}
        {ready && <Kbd>{HANDOFF_KEYS.handOff.press}</Kbd>}
      </Button>
      <p className="mt-2 text-fine text-soft">
        {may
          ? 'Sealing closes the cards of this period. It is done once.'
          : 'A payroll specialist seals and hands off.'}
      </p>
    </>
  );
}

function Waits({ met, says, detail, remedy }: Condition) {
  return (
    <li className="grid grid-cols-[calc(var(--spacing)*5.5)_1fr] border-t border-faint py-1.5">
      {met ? (
        <Check size={15} className="mt-0.5 text-moss" aria-label="yes" />
      ) : (
        <TriangleAlert size={15} className="mt-0.5 text-ember" aria-label="no" />
      )}
      <span>
        {says}
        {(detail !== null || remedy !== null) && (
          <small className="block text-fine text-soft">
            {detail}
            {remedy !== null && (
              <Link className="underline" to={remedy.to}>
                {remedy.name}
              </Link>
            )}
          </small>
        )}
      </span>
    </li>
  );
}

function HandedOff({ batch }: { batch: NonNullable<HandoffReply['batch']> }) {
  const figures = [
    ['Lines', batch.lines.toLocaleString('en')],
    ['People', batch.people.toLocaleString('en')],
    ['Payable hours', decimalHours(batch.payableHours)],
    ['Premium hours beside them', decimalHours(batch.premiumHours)],
  ] as const;
  return (
    <section aria-label="Batch">
      <p className="text-note text-soft">
        By {batch.madeBy}, {moment(batch.madeAt)}. The cards are sealed.
      </p>
      <dl className="mt-2">
        {figures.map(([name, value]) => (
          <div key={name} className="flex justify-between border-t border-faint py-1.5">
            <dt>{name}</dt>
            <dd className="font-semibold">{value}</dd>
          </div>
        ))}
      </dl>
      {(['workday', 'period'] as const).map((by) => (
        <a
          key={by}
          href={`/api/handoffs/${batch.id}/file.csv?by=${by}`}
          download
          className={`mt-2.5 block rounded-control border py-1.5 text-center ${by === 'workday' ? 'border-heather bg-heather text-on-heather' : 'border-rule hover:border-heather'}`}
        >
          Download lines by {by}
        </a>
      ))}
    </section>
  );
}

function Earlier({ earlier }: Pick<HandoffReply, 'earlier'>) {
  return (
    <section className="mt-5">
      <h2 className="mb-2 text-lead">Before this one</h2>
      {earlier.map(({ id, firstDay, lastDay, payableHours }) => (
        <div key={id} className="flex justify-between border-t border-faint py-1.5 text-note">
          <span>
            {id} · {dateRange(firstDay, lastDay).replace(/ \d{4}$/, '')}
          </span>
          <a href={`/api/handoffs/${id}/file.csv`} download className="text-soft underline">
            {decimalHours(payableHours)} h
          </a>
        </div>
      ))}
    </section>
  );
}
