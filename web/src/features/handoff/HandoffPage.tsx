import type { HandoffReply, PeriodSummary } from '@heath/contract';
import { useEffect, useMemo, useState } from 'react';
import { useBatchQuery, useCheckHandoffQuery, useHandoffQuery } from '../../api/handoff.ts';
import { hearProgress } from '../../api/requests/progress.ts';
import { Toggles } from '../../ui/controls/Toggles.tsx';
import { Side } from '../../ui/layout/Side.tsx';
import { Empty } from '../../ui/notices/Empty.tsx';
import { NotYet } from '../../ui/notices/NotYet.tsx';
import { ProgressBar } from '../../ui/notices/Progress.tsx';
import { useAddress } from '../../ui/screen/useAddress.ts';
import { dateRange } from '../../ui/text/format.ts';
import { PeriodBar, usePeriod } from '../periods/index.ts';
import { Batches } from './Batches.tsx';
import { BatchMain } from './BatchMain.tsx';
import { BatchSide } from './BatchSide.tsx';
import { Bridge } from './Bridge.tsx';
import { CodeTable } from './CodeTable.tsx';
import { together } from './codes.ts';
import { Ready } from './Ready.tsx';
import { Unmatched } from './Unmatched.tsx';

/** The sums of a period, what still holds them up, and what became of the batches that left. */
export function HandoffPage() {
  const { period, isMissing, error, again } = usePeriod();
  const handoff = useHandoffQuery(period?.id ?? 0, { skip: period === undefined });
  if (isMissing) return <NotYet what="the handoff" error={error} again={again} />;
  if (period === undefined)
    return (
      <Empty title="No pay period yet">There is nothing to hand off before a pay period is set up.</Empty>
    );
  const { currentData: data } = handoff;
  return (
    <>
      <PeriodBar />
      {data === undefined ? (
        <NotYet what="the handoff" error={handoff.error} again={() => void handoff.refetch()} />
      ) : (
        <Opened period={period} handoff={data} />
      )}
    </>
  );
}

const SCREEN = 'grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_var(--spacing-side)]';
const MAIN = 'min-h-0 overflow-y-auto border-r border-rule px-5.5 py-4';

/** The batch in the address; without one what is open of the period, or the last batch where nothing is. */
function Opened({ period, handoff }: { period: PeriodSummary; handoff: HandoffReply }) {
  const { query } = useAddress();
  const isOpen = handoff.groups.some(({ batchId, people }) => batchId === null && people > 0);
  const asked = Number(query.get('batch'));
  const standing = handoff.batches.find(({ ended }) => ended === null);
  const batchId = asked > 0 ? asked : isOpen ? 0 : (standing?.id ?? 0);
  return batchId > 0 ? (
    <OfBatch id={batchId} handoff={handoff} />
  ) : (
    <ToHandOff period={period} handoff={handoff} />
  );
}

function OfBatch({ id, handoff }: { id: number; handoff: HandoffReply }) {
  const { currentData: detail, error, refetch } = useBatchQuery(id);
  if (detail === undefined) return <NotYet what="the batch" error={error} again={() => void refetch()} />;
  const isWhole = handoff.groups.every(({ batchId }) => batchId !== null);
  return (
    <div className={SCREEN}>
      <main className={MAIN}>
        <Unmatched />
        <BatchMain detail={detail} handoff={isWhole ? handoff : null} />
      </main>
      <Side label="This batch" className="bg-sheet px-5 py-4">
        <BatchSide detail={detail} />
        <Batches handoff={handoff} shown={id} />
      </Side>
    </div>
  );
}

function ToHandOff({ period, handoff }: { period: PeriodSummary; handoff: HandoffReply }) {
  const { query, go } = useAddress();
  const open = handoff.groups.filter(({ batchId, people }) => batchId === null && people > 0);
  const chosen = open.find(({ id }) => String(id) === query.get('only'));
  const [share, setShare] = useState<number | null>(null);
  const only = chosen?.id;
  const body = useMemo(() => ({ ...(only === undefined ? {} : { groups: [only] }) }), [only]);
  useEffect(() => hearProgress(body, setShare), [body]);
  const skip = open.length === 0 || handoff.people === 0;
  const check = useCheckHandoffQuery({ periodId: handoff.periodId, body }, { skip });
  const checked = check.currentData;
  const codes = useMemo(
    () => together(checked?.codes ?? [], only === undefined ? handoff.sealedCodes : []),
    [checked, handoff, only],
  );
  const groups =
    chosen === undefined
      ? open.length === handoff.groups.length
        ? 'all groups'
        : open.map(({ name }) => name).join(', ')
      : chosen.name;
  const people = (chosen === undefined ? open : [chosen]).reduce((sum, group) => sum + group.people, 0);
  return (
    <div className={SCREEN}>
      <main className={MAIN}>
        <Unmatched />
        <header className="flex items-baseline gap-4">
          <h1 className="text-title">Handoff {handoff.nextNumber}</h1>
          {open.length > 1 && (
            <Toggles
              label="Pay groups to hand off"
              value={chosen === undefined ? 'all' : String(chosen.id)}
              choices={[
                {
                  value: 'all',
                  name: handoff.groups.length === open.length ? 'All groups' : 'All that are open',
                },
                ...open.map(({ id, name, people: count }) => ({ value: String(id), name, count })),
              ]}
              onChoose={(value) => go({ only: value === 'all' ? null : value })}
            />
          )}
        </header>
        <p className="mb-2 text-soft">
          {dateRange(period.firstDay, period.lastDay)} · {groups} · {people.toLocaleString('en')} people
        </p>
        {handoff.people === 0 && (
          <Empty title="Nobody has a card in this period" within>
            Cards are there once people are assigned to a pay group of it.
          </Empty>
        )}
        {checked === undefined && !skip && (
          <NotChecked error={check.error} again={() => void check.refetch()} share={share} />
        )}
        {checked !== undefined && (
          <>
            {handoff.computing === 0 && only === undefined && <Bridge handoff={handoff} codes={codes} />}
            <CodeTable codes={codes} />
          </>
        )}
      </main>
      <Side label="Ready" className="bg-sheet px-5 py-4">
        {open.length > 0 && handoff.people > 0 && (
          <Ready handoff={handoff} checked={checked} groups={body.groups} isChecking={check.isFetching} />
        )}
        <Batches handoff={handoff} shown={0} />
      </Side>
    </div>
  );
}

function NotChecked({ error, again, share }: { error: unknown; again: () => void; share: number | null }) {
  if (error !== undefined) return <NotYet what="the checks" error={error} again={again} place="part" />;
  return (
    <div className="max-w-xl py-6">
      <p className="mb-1 text-note text-soft">Mapping every line and checking the cards…</p>
      <ProgressBar label="Checking the cards" share={share} />
    </div>
  );
}
