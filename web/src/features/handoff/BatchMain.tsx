import type { BatchDetail, HandoffReply, RefusedLine } from '@heath/contract';
import { useMemo } from 'react';
import { Link } from 'react-router';
import type { Column } from '../../ui/table/columns.ts';
import { Table } from '../../ui/table/Table.tsx';
import { dateRange, hoursText } from '../../ui/text/format.ts';
import { Bridge } from './Bridge.tsx';
import { amountSums, codeColumn, figureColumns, idOfCode } from './code-columns.tsx';
import { STATES } from './words.ts';

type CodeOfBatch = BatchDetail['codes'][number];

const columnsFor = (codes: readonly CodeOfBatch[]): readonly Column<CodeOfBatch>[] => [
  codeColumn(),
  { id: 'name', name: 'Pay code', value: ({ name }) => name, sum: amountSums, room: 46, grows: true },
  ...figureColumns(codes, { withLines: true }),
];

const REFUSED: readonly Column<RefusedLine>[] = [
  { id: 'line', name: 'Line', value: ({ line }) => line, isFigure: true, room: 16 },
  {
    id: 'about',
    name: 'What was sent',
    value: ({ about }) => about,
    show: ({ about, personId }) =>
      personId === null ? (
        about
      ) : (
        <Link to={`/cards?person=${personId}`} className="hover:text-heather hover:underline">
          {about}
        </Link>
      ),
    room: 60,
    grows: true,
  },
  {
    id: 'hours',
    name: 'Hours',
    value: ({ hours }) => hours,
    text: ({ hours }) => hoursText(hours),
    isFigure: true,
    isHours: true,
    room: 20,
  },
  { id: 'reason', name: 'Why it was refused', value: ({ reason }) => reason, room: 60, grows: true },
];

/** A batch as it was sealed: its control totals, and at their lines what the pay system did not take. */
export function BatchMain({
  detail: { batch, codes, deliveries },
  handoff,
}: {
  detail: BatchDetail;
  /** For the bridge: of a period that is closed as a whole. */
  handoff: HandoffReply | null;
}) {
  const columns = useMemo(() => columnsFor(codes), [codes]);
  const doubt = deliveries[0]?.doubt ?? null;
  const refused = doubt?.refused ?? deliveries[0]?.refused ?? [];
  const head = doubt === null ? 'Lines that were not taken' : 'Lines that it says it refused';
  return (
    <>
      <h1 className="text-title">Handoff {batch.number}</h1>
      <p className="mb-2 text-soft">
        {dateRange(batch.firstDay, batch.lastDay)} ·{' '}
        {batch.groups.length > 0 ? batch.groups.join(', ') : 'no group'} · {batch.people.toLocaleString('en')}{' '}
        people · {STATES[batch.state]}
      </p>
      {handoff?.batches.some(({ id }) => id === batch.id) && (
        <Bridge handoff={handoff} codes={handoff.sealedCodes} />
      )}
      {refused.length > 0 && (
        <section aria-label="Refused lines" className="mb-5">
          <h2 className="mb-1 text-lead">{head}</h2>
          <Table
            id="handoff-refused"
            name={head}
            columns={REFUSED}
            rows={refused}
            idOf={({ line, reason }) => `${line} ${reason}`}
            height="rows"
            empty="Every line was taken."
          />
        </section>
      )}
      <Table
        id="handoff-batch"
        name="Control totals of this batch"
        columns={columns}
        rows={codes}
        idOf={idOfCode}
        height="rows"
        empty="This batch has no lines."
      />
    </>
  );
}
