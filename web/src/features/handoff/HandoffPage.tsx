import type { CodeSum, HandoffReply } from '@heath/contract';
import { Check, TriangleAlert } from 'lucide-react';
import { Link } from 'react-router';
import { toast } from 'sonner';
import { problemOf } from '../../api/base.ts';
import { useHandOffMutation, useHandoffQuery } from '../../api/handoff.ts';
import { useMay } from '../../api/useMay.ts';
import { Button } from '../../ui/Button.tsx';
import { Empty } from '../../ui/Empty.tsx';
import { dateRange, decimalHours, moment } from '../../ui/format.ts';
import { Hours } from '../../ui/Hours.tsx';
import { Kbd } from '../../ui/Kbd.tsx';
import { useKey } from '../../ui/keys.ts';
import { Notice } from '../../ui/Notice.tsx';
import { says } from '../../ui/Says.tsx';
import { Side } from '../../ui/Side.tsx';
import type { Column } from '../../ui/table/columns.ts';
import { Table } from '../../ui/table/Table.tsx';
import { PeriodBar, usePeriod } from '../periods/index.ts';
import { Bridge } from './Bridge.tsx';
import { HANDOFF_KEYS } from './keys.ts';

/** The sums of a period, what still holds them up, and the file for the pay system. */
export function HandoffPage() {
  const { period, isLoading, error } = usePeriod();
  const { data, error: handoffError } = useHandoffQuery(period?.id ?? 0, { skip: period === undefined });
  const failed = error ?? handoffError;
  if (failed !== undefined)
    return <Empty title="The handoff cannot be shown">{problemOf(failed).title}</Empty>;
  if (isLoading) return null;
  if (period === undefined)
    return (
      <Empty title="No pay period yet">There is nothing to hand off before a pay period is set up.</Empty>
    );
  return (
    <>
      <PeriodBar />
      {data !== undefined && (
        <div className="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_var(--spacing-side)]">
          <main className="min-h-0 overflow-y-auto border-r border-rule px-5.5 py-4">
            <h1 className="text-title">
              {data.batch === null ? `Handoff ${data.earlier.length + 1}` : `Handoff ${data.batch.id}`}
            </h1>
            <p className="mb-2 text-soft">
              {dateRange(period.firstDay, period.lastDay)} · all groups · {data.people.toLocaleString('en')}{' '}
              people
            </p>
            {data.computing === 0 && data.people > 0 && <Bridge handoff={data} />}
            <CodeTable handoff={data} />
          </main>
          <Ready handoff={data} />
        </div>
      )}
    </>
  );
}

const COLUMNS: readonly Column<CodeSum>[] = [
  {
    id: 'code',
    name: 'Code',
    value: ({ code }) => code ?? 'none',
    show: ({ code }) => (
      <span
        className={`rounded-key px-1.5 text-note font-semibold ${code === null ? 'border border-ember text-ember' : 'bg-faint'}`}
      >
        {code ?? 'none'}
      </span>
    ),
    room: 20,
  },
  {
    id: 'name',
    name: 'Pay code',
    value: ({ name }) => name,
    show: ({ name, code }) => (
      <>
        {name}
        {code === null && (
          <Link to="/pay-codes" className="ml-2 text-ember underline">
            decide
          </Link>
        )}
      </>
    ),
    sum: () => 'Payable hours, premiums aside',
    room: 48,
    grows: true,
  },
  {
    id: 'people',
    name: 'People',
    value: ({ people }) => people,
    text: ({ people }) => people.toLocaleString('en'),
    isFigure: true,
    room: 22,
  },
  {
    id: 'hours',
    name: 'Hours',
    value: ({ hours }) => hours,
    text: ({ hours }) => decimalHours(hours),
    show: ({ hours }) => <Hours hours={hours} />,
    sum: (rows) => decimalHours(rows.reduce((sum, { hours, premium }) => (premium ? sum : sum + hours), 0)),
    isFigure: true,
    room: 28,
  },
  {
    id: 'against',
    name: 'Against last period',
    value: (sum) => againstLast(sum),
    text: (sum) => againstText(sum),
    show: (sum) => <Against sum={sum} />,
    isFigure: true,
    room: 36,
  },
];

function CodeTable({ handoff }: { handoff: HandoffReply }) {
  return (
    <div className="mt-2">
      <Table
        id="handoff-codes"
        name="Pay codes of this handoff"
        columns={COLUMNS}
        rows={handoff.codes}
        idOf={({ code, premium }) => `${code}${premium}`}
        isAlarming={({ code }) => code === null}
        height="rows"
        empty="Nothing is payable in this period yet."
      />
    </div>
  );
}

/** A change this large is worth a look. */
const LARGE_PERCENT = 50;

/** By how many percent the hours changed; null where there is nothing to compare with. */
const againstLast = ({ hours, previousHours: previous }: CodeSum): number | null =>
  previous === null || previous === 0 ? null : ((hours - previous) / previous) * 100;

function againstText(sum: CodeSum): string {
  const percent = againstLast(sum);
  if (percent === null) return sum.previousHours === 0 ? 'new' : '';
  return `${percent < 0 ? '−' : '+'}${Math.abs(percent).toFixed(1)} %`;
}

function Against({ sum }: { sum: CodeSum }) {
  const isLarge = sum.previousHours === 0 || Math.abs(againstLast(sum) ?? 0) >= LARGE_PERCENT;
  return (
    <span
      {...says(sum.previousHours === null ? '' : `Last period ${decimalHours(sum.previousHours)}`)}
      className={isLarge ? 'font-semibold text-ember' : 'text-soft'}
    >
      {againstText(sum)}
    </span>
  );
}

function Ready({ handoff }: { handoff: HandoffReply }) {
  const [handOff, { isLoading, error }] = useHandOffMutation();
  const may = useMay('hand off');
  const unassigned = handoff.codes
    .filter((code) => code.code === null)
    .reduce((sum, code) => sum + code.hours, 0);
  const classSum = handoff.codes.filter((code) => !code.premium).reduce((sum, code) => sum + code.hours, 0);
  const addsUp = classSum === handoff.payableHours;
  const ready =
    handoff.toSettle === 0 && handoff.computing === 0 && unassigned === 0 && handoff.people > 0 && addsUp;
  const { batch } = handoff;
  const go = async () => {
    if (!ready || isLoading || batch !== null) return;
    const result = await handOff(handoff.periodId);
    if (result.data?.batch) toast(`Handed off: ${result.data.batch.lines.toLocaleString('en')} lines.`);
  };
  useKey(HANDOFF_KEYS.handOff, () => void go(), [ready, isLoading, batch]);
  return (
    <Side label="Ready" className="bg-sheet px-5 py-4">
      <h2 className="mb-2 text-lead">{batch === null ? 'Ready?' : 'Handed off'}</h2>
      {batch === null ? (
        <>
          <ul>
            <Condition
              met={handoff.computing === 0}
              text={
                handoff.computing === 0
                  ? 'Every card is computed'
                  : `${handoff.computing.toLocaleString('en')} cards are being computed`
              }
            />
            <Condition
              met={handoff.toSettle === 0}
              text={
                handoff.toSettle === 0
                  ? 'Every exception is settled'
                  : `${handoff.toSettle} ${handoff.toSettle === 1 ? 'exception is' : 'exceptions are'} open`
              }
            >
              {handoff.toSettle > 0 && (
                <Link className="underline" to={`/cards?period=${handoff.periodId}&show=to-settle`}>
                  settle
                </Link>
              )}
            </Condition>
            <Condition
              met={unassigned === 0}
              text={
                unassigned === 0
                  ? 'Every hour has a pay code'
                  : `${decimalHours(unassigned)} h have no pay code`
              }
            >
              {unassigned > 0 && (
                <Link className="underline" to="/pay-codes">
                  decide
                </Link>
              )}
            </Condition>
            <Condition
              met={addsUp}
              text={addsUp ? 'Codes add up to the cards' : 'Codes do not add up to the cards'}
            >
              {decimalHours(handoff.payableHours)} h
            </Condition>
            <Condition met text="Not sent before" />
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
      ) : (
        <section aria-label="Batch">
          <p className="text-note text-soft">
            By {batch.madeBy}, {moment(batch.madeAt)}. The cards are sealed.
          </p>
          <dl className="mt-2">
            {(
              [
                ['Lines', batch.lines.toLocaleString('en')],
                ['People', batch.people.toLocaleString('en')],
                ['Payable hours', decimalHours(batch.payableHours)],
                ['Premium hours beside them', decimalHours(batch.premiumHours)],
              ] as const
            ).map(([name, value]) => (
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
              Download lines by {by === 'workday' ? 'workday' : 'period'}
            </a>
          ))}
        </section>
      )}
      {handoff.earlier.length > 0 && (
        <section className="mt-5">
          <h2 className="mb-2 text-lead">Before this one</h2>
          {handoff.earlier.map((earlier) => (
            <div key={earlier.id} className="flex justify-between border-t border-faint py-1.5 text-note">
              <span>
                {earlier.id} · {dateRange(earlier.firstDay, earlier.lastDay).replace(/ \d{4}$/, '')}
              </span>
              <a href={`/api/handoffs/${earlier.id}/file.csv`} download className="text-soft underline">
                {decimalHours(earlier.payableHours)} h
              </a>
            </div>
          ))}
        </section>
      )}
    </Side>
  );
}

function Condition({ met, text, children }: { met: boolean; text: string; children?: React.ReactNode }) {
  return (
    <li className="grid grid-cols-[calc(var(--spacing)*5.5)_1fr] border-t border-faint py-1.5">
      {met ? (
        <Check size={15} className="mt-0.5 text-moss" aria-label="yes" />
      ) : (
        <TriangleAlert size={15} className="mt-0.5 text-ember" aria-label="no" />
      )}
      <span>
        {text}
        {children && <small className="block text-fine text-soft">{children}</small>}
      </span>
    </li>
  );
}
