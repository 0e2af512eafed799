import type { MakePayPeriodsRequest, PayPeriodsPlan, PayPeriodsReply } from '@heath/contract';
import { payDaySays, schemeSays, workday } from '@heath/core';
import { useState } from 'react';
import { useMakePayPeriodsMutation, usePayPeriodsQuery, usePlanPayPeriodsQuery } from '../../api/periods.ts';
import { problemOf } from '../../api/requests/base.ts';
import { useMay } from '../../api/useMay.ts';
import { Button } from '../../ui/controls/Button.tsx';
import { ManyOf } from '../../ui/controls/ManyOf.tsx';
import { Toggles } from '../../ui/controls/Toggles.tsx';
import { DateField } from '../../ui/form/DateField.tsx';
import { inFull } from '../../ui/form/dates.ts';
import { Setting } from '../../ui/form/Setting.tsx';
import { Unsaved } from '../../ui/form/Unsaved.tsx';
import { Side } from '../../ui/layout/Side.tsx';
import { Notice } from '../../ui/notices/Notice.tsx';
import { NotYet } from '../../ui/notices/NotYet.tsx';
import { say } from '../../ui/notices/notices.ts';
import { useKey } from '../../ui/screen/keys.ts';
import type { Column } from '../../ui/table/columns.ts';
import { Table } from '../../ui/table/Table.tsx';
import { dateRange, isWeekend } from '../../ui/text/format.ts';
import { Kbd } from '../../ui/text/Kbd.tsx';
import { type Draft, newDraft, requestOf } from './draft.ts';
import { type DrawnPeriod, drawnPeriods } from './drawn.ts';
import { LockDays } from './LockDays.tsx';
import { PeriodCalendar } from './PeriodCalendar.tsx';
import { SchemeForm } from './SchemeForm.tsx';
import { STATES } from './words.ts';

const COLUMNS: readonly Column<DrawnPeriod>[] = [
  {
    id: 'period',
    name: 'Pay period',
    value: ({ firstDay }) => firstDay,
    text: ({ firstDay, lastDay }) => dateRange(firstDay, lastDay),
    room: 48,
    grows: true,
  },
  { id: 'groups', name: 'Pay groups', value: ({ groups }) => groups.join(', '), room: 40, grows: true },
  {
    id: 'days',
    name: 'Days',
    value: ({ firstDay, lastDay }) => lastDay - firstDay + 1,
    isFigure: true,
    room: 14,
  },
  {
    id: 'paid',
    name: 'Paid on',
    value: ({ payDay }) => payDay,
    text: ({ payDay }) => (payDay === null ? '' : inFull(payDay)),
    room: 36,
  },
  {
    id: 'state',
    name: 'State',
    value: ({ state }) => STATES[state],
    show: ({ state }) => (
      <span
        className={
          state === 'new' || state === 'shorter' ? 'text-heather' : state === 'no longer' ? 'text-ember' : ''
        }
      >
        {STATES[state]}
      </span>
    ),
    room: 33,
  },
];

/** The pay periods of every pay group, and how more of them are made. */
export function PayPeriodsView({ keep }: { keep: string }) {
  const { data, error, refetch } = usePayPeriodsQuery();
  if (data === undefined) return <NotYet what="the pay periods" error={error} again={() => void refetch()} />;
  return <Opened of={data} keep={keep} />;
}

function Opened({ of, keep }: { of: PayPeriodsReply; keep: string }) {
  const [draft, setDraft] = useState<Draft>(() => newDraft(of));
  const asked = requestOf(draft);
  const plan = usePlanPayPeriodsQuery(asked ?? NOTHING_ASKED, { skip: asked === null });
  const planned = asked === null ? undefined : plan.currentData;
  const drawn = drawnPeriods(of, planned);
  return (
    <div className="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_var(--spacing-side)]">
      <main aria-label="Pay periods" className="flex min-h-0 flex-col border-r border-rule px-5.5 pt-4">
        <h1 className="mb-2 text-title">Pay periods</h1>
        <PeriodCalendar of={of} drawn={drawn} />
        <Table
          id="pay-periods"
          name="Pay periods"
          columns={COLUMNS}
          rows={drawn}
          idOf={({ key }) => key}
          height="around"
          empty="There are no pay periods yet. Say how they follow one another, and make some."
        />
      </main>
      <Side label="Make pay periods" className="bg-sheet px-5 py-4">
        <Schedules of={of} />
        <MakePeriods
          of={of}
          draft={draft}
          setDraft={setDraft}
          asked={asked}
          planned={planned}
          error={asked === null ? undefined : plan.error}
          keep={keep}
        />
        <LockDays of={of} />
      </Side>
    </div>
  );
}

const NOTHING_ASKED: MakePayPeriodsRequest = { groups: [], until: workday(0), change: null };

/** How the periods of each pay group follow one another now. */
function Schedules({ of: { groups, schedules } }: { of: PayPeriodsReply }) {
  const used = schedules.flatMap((one) => {
    const own = groups.filter((group) => group.schedules.at(-1)?.scheduleId === one.id);
    return own.length === 0 ? [] : [{ ...one, groups: own }];
  });
  return (
    <section aria-label="How they follow one another" className="mb-4">
      {used.map(({ id, scheme, groups: own }) => (
        <div key={id} className="mb-2">
          <h2 className="text-lead">{own.map(({ name }) => name).join(', ')}</h2>
          <p className="text-note text-soft">
            {scheme === null
              ? 'Nothing says yet how their periods go on.'
              : `${schemeSays(scheme)}, paid ${payDaySays(scheme)}.`}
          </p>
        </div>
      ))}
    </section>
  );
}

function MakePeriods({
  of,
  draft,
  setDraft,
  asked,
  planned,
  error,
  keep,
}: {
  of: PayPeriodsReply;
  draft: Draft;
  setDraft: (draft: Draft) => void;
  asked: MakePayPeriodsRequest | null;
  planned: PayPeriodsPlan | undefined;
  error: unknown;
  keep: string;
}) {
  const may = useMay('make pay periods');
  const [make, making] = useMakePayPeriodsMutation();
  const isReady = may && asked !== null && planned !== undefined && !making.isLoading;
  const set = (change: Partial<Draft>) => {
    making.reset();
    setDraft({ ...draft, ...change });
  };
  const added = planned?.parts.reduce((sum, part) => sum + part.added.length, 0) ?? 0;
  const go = async () => {
    if (!isReady) return;
    const { data } = await make(asked);
    if (data === undefined) return;
    say(`${added} pay periods are made. Their cards are being computed.`);
    setDraft(newDraft(data, draft.round + 1));
  };
  useKey({ press: keep, does: '', inFields: true }, () => void go());
  const problem = making.error ?? error;
  return (
    <section aria-label="Make pay periods">
      <h2 className="mb-1 text-lead">Make pay periods</h2>
      <Setting name="Of">
        <ManyOf
          label="Of the pay groups"
          chosen={draft.groups}
          choices={of.groups.map(({ id, name }) => ({ value: String(id), name }))}
          disabled={!may}
          onChoose={(groups) => set({ groups })}
        />
      </Setting>
      <div className="border-t border-faint py-1.5">
        <Toggles
          label="How they go on"
          value={draft.isChange ? 'change' : 'same'}
          choices={[
            { value: 'same', name: 'As they are' },
            { value: 'change', name: 'Otherwise, from a day on' },
          ]}
          onChoose={(value) => set({ isChange: value === 'change' })}
        />
      </div>
      {draft.isChange && (
        <>
          <DateField
            key={`from-${draft.round}`}
            label="From"
            near={of.today}
            initial={draft.from}
            onChange={(from) => set({ from })}
          />
          <SchemeForm
            scheme={draft.scheme}
            near={draft.from ?? of.today}
            isFixed={!may}
            onChange={(scheme) => set({ scheme })}
          />
        </>
      )}
      <DateField
        key={`until-${draft.round}`}
        label="Until at least"
        near={of.today}
        initial={draft.until}
        onChange={(until) => set({ until })}
      />
      {planned !== undefined && problem === undefined && <WhatWouldBe plan={planned} of={of} />}
      {problem !== undefined && (
        <div className="mt-3">
          <Notice>{problemOf(problem).title}</Notice>
        </div>
      )}
      <Button
        look="primary"
        disabled={!isReady}
        onClick={() => void go()}
        className="mt-3 w-full justify-center py-2 font-semibold"
      >
        {added === 0 ? 'Make them' : `Make ${added === 1 ? 'one period' : `${added} periods`}`}
        <Kbd>{keep}</Kbd>
      </Button>
      <Unsaved when={draft.isChange} />
    </section>
  );
}

/** What would be made, in words. */
function WhatWouldBe({ plan, of: { holidays } }: { plan: PayPeriodsPlan; of: PayPeriodsReply }) {
  const free = new Map(holidays.map(({ day, name }) => [day, name]));
  return (
    <ul aria-label="What would be made" className="mt-3 text-note">
      {plan.parts.map(({ name, groups, added, cut, removed }) => {
        const [first, last] = [added[0], added.at(-1)];
        const unusual = added.filter(({ payDay }) => free.has(payDay) || isWeekend(payDay)).length;
        return (
          <li key={name} className="border-t border-faint py-1">
            <b className="font-semibold">{groups.join(', ')}</b>:{' '}
            {name.charAt(0).toLowerCase() + name.slice(1)}
            {first !== undefined && last !== undefined && (
              <span className="block">
                {added.length === 1 ? 'One period' : `${added.length} periods`},{' '}
                {dateRange(first.firstDay, last.lastDay)}; the first has {first.lastDay - first.firstDay + 1}{' '}
                days, paid on {inFull(first.payDay)}
              </span>
            )}
            {cut.map(({ id, firstDay, lastDay, was }) => (
              <span key={id} className="block text-heather">
                {dateRange(firstDay, was)} ends on {inFull(lastDay)} instead
              </span>
            ))}
            {removed.length > 0 && (
              <span className="block text-ember">
                {removed.length === 1 ? 'One period is' : `${removed.length} periods are`} no longer there,
                from {inFull(removed[0]?.firstDay ?? workday(0))} on; nobody has worked at them
              </span>
            )}
            {unusual > 0 && (
              <span className="block text-ember">
                {unusual === 1 ? 'One pay day is' : `${unusual} pay days are`} a holiday or on a weekend
              </span>
            )}
          </li>
        );
      })}
    </ul>
  );
}
