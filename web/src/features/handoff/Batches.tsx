import type { HandoffBatch, HandoffReply } from '@heath/contract';
import { Link } from 'react-router';
import { dateRange, hoursWithUnit } from '../../ui/text/format.ts';
import { isTrouble, STATES } from './words.ts';

/** The batches of this period and those before it, each a way to what became of it. */
export function Batches({ handoff, shown }: { handoff: HandoffReply; shown: number }) {
  const here = handoff.batches.filter(({ id }) => id !== shown);
  return (
    <>
      {here.length > 0 && <Part name="Of this period" batches={here} />}
      {handoff.earlier.length > 0 && <Part name="Before this one" batches={handoff.earlier} />}
    </>
  );
}

function Part({ name, batches }: { name: string; batches: readonly HandoffBatch[] }) {
  return (
    <section className="mt-5" aria-label={name}>
      <h2 className="mb-2 text-lead">{name}</h2>
      {batches.map((batch) => (
        <div key={batch.id} className="flex justify-between gap-2 border-t border-faint py-1.5 text-note">
          <Link to={`/handoff?batch=${batch.id}`} className="hover:underline">
            {batch.number} · {dateRange(batch.firstDay, batch.lastDay)}
          </Link>
          <span className={isTrouble(batch.state) ? 'text-ember' : 'text-soft'}>
            {hoursWithUnit(batch.payableHours)} · {STATES[batch.state]}
          </span>
        </div>
      ))}
    </section>
  );
}
