import {
  FILE_FORMATS,
  type PeriodSummary,
  REPORT_SHELVES,
  type ReportDescription,
  type ReportQuery,
  type ReportReply,
  type ReportsReply,
} from '@heath/contract';
import { type Workday, workdayFromIso } from '@heath/core';
import { Download } from 'lucide-react';
import { Suspense, useMemo, useRef } from 'react';
import { useNavigate } from 'react-router';
import { useCardsQuery } from '../../api/cards.ts';
import { reportFilePath, useReportQuery, useReportsQuery } from '../../api/reports.ts';
import { problemOf } from '../../api/requests/base.ts';
import { Select } from '../../ui/controls/Select.tsx';
import { Toggles } from '../../ui/controls/Toggles.tsx';
import { FilterField } from '../../ui/form/FilterField.tsx';
import { Picker } from '../../ui/form/Picker.tsx';
import { BOX } from '../../ui/form/Setting.tsx';
import { Empty } from '../../ui/notices/Empty.tsx';
import { NotYet } from '../../ui/notices/NotYet.tsx';
import { useKey } from '../../ui/screen/keys.ts';
import { lazyPart } from '../../ui/screen/part.ts';
import { useAddress } from '../../ui/screen/useAddress.ts';
import { Table } from '../../ui/table/Table.tsx';
import { dateRange } from '../../ui/text/format.ts';
import { PeriodBar, usePeriod } from '../periods/index.ts';
import { AnyDays } from './AnyDays.tsx';
import { barsOf } from './bars.ts';
import { columnsOf } from './columns.tsx';
import { REPORT_KEYS } from './keys.ts';

const BarChart = lazyPart(async () => (await import('../../ui/chart/BarChart.tsx')).default);

/** What is checked, printed and handed on: a list of reports, the one that is open, and what is in each of its rows. */
export function ReportsPage() {
  const { period, isMissing, error, again } = usePeriod();
  const { query } = useAddress();
  const known = useReportsQuery();
  if (isMissing) return <NotYet what="the reports" error={error} again={again} />;
  if (period === undefined)
    return <Empty title="No pay period yet">Reports are of a pay period. Make one first.</Empty>;
  if (known.data === undefined)
    return <NotYet what="the reports" error={known.error} again={() => void known.refetch()} />;
  const { reports } = known.data;
  const report = reports.find(({ name }) => name === query.get('show')) ?? reports[0];
  return (
    <>
      <PeriodBar />
      <div className="grid min-h-0 flex-1 grid-cols-[calc(var(--spacing)*52)_minmax(0,1fr)]">
        <Reports reports={reports} shown={report} />
        {report !== undefined && (
          <Opened key={report.name} report={report} period={period} parts={known.data.parts} />
        )}
      </div>
    </>
  );
}

function Reports({
  reports,
  shown,
}: {
  reports: readonly ReportDescription[];
  shown: ReportDescription | undefined;
}) {
  const { go } = useAddress();
  return (
    <nav aria-label="Reports" className="min-h-0 overflow-y-auto border-r border-rule py-3">
      {REPORT_SHELVES.map((shelf) => (
        <div key={shelf} className="mb-3">
          <h2 className="mb-1 px-5 font-sans text-note font-semibold text-soft">{shelf}</h2>
          {reports
            .filter((one) => one.shelf === shelf)
            .map((one) => (
              <button
                key={one.name}
                type="button"
                aria-current={one === shown ? 'page' : undefined}
                onClick={() =>
                  go({ show: one.name, by: null, only: null, choice: null, sort: null, find: null })
                }
                className={`block w-full truncate border-l-4 px-4 py-1 text-left ${one === shown ? 'border-heather bg-sheet font-semibold' : 'border-transparent hover:bg-sheet'}`}
              >
                {one.label}
              </button>
            ))}
        </div>
      ))}
    </nav>
  );
}

const isOneOf = <T extends string>(of: readonly T[], text: string | null): T | undefined =>
  of.find((one) => one === text);

/** A day in the address; undefined where there is none. */
function dayIn(query: URLSearchParams, name: 'from' | 'to'): Workday | undefined {
  try {
    return workdayFromIso(query.get(name) ?? '');
  } catch {
    return undefined;
  }
}

/** What the address asks of a report. */
function asked(report: ReportDescription, query: URLSearchParams): ReportQuery {
  const by = isOneOf(report.parts, query.get('by')) ?? report.parts[0];
  const only = query.get('only') ?? undefined;
  const person = report.ofPerson === 'never' ? undefined : (query.get('person') ?? undefined);
  const [from, to] = report.ofSpan ? [dayIn(query, 'from'), dayIn(query, 'to')] : [];
  const sort = query.get('sort') ?? undefined;
  const choices = report.choice?.of.map(({ value }) => value) ?? [];
  const choice = isOneOf(choices, query.get('choice')) ?? choices[0];
  return { by, only, person, sort, choice, ...(from === undefined || to === undefined ? {} : { from, to }) };
}

function Opened({
  report,
  period,
  parts,
}: {
  report: ReportDescription;
  period: PeriodSummary;
  parts: ReportsReply['parts'];
}) {
  const periodId = period.id;
  const { query, go } = useAddress();
  const wanted = asked(report, query);
  const mustChoose = report.ofPerson === 'must' && wanted.person === undefined;
  const request = { periodId, name: report.name, query: wanted };
  const { currentData: data, error, refetch } = useReportQuery(request, { skip: mustChoose });
  const find = useRef<HTMLInputElement>(null);
  useKey(REPORT_KEYS.filter, () => find.current?.focus());
  useKey(
    REPORT_KEYS.back,
    () =>
      (wanted.only !== undefined || wanted.from !== undefined) &&
      go({ only: null, by: null, sort: null, from: null, to: null }),
  );
  return (
    <main aria-label={report.label} className="flex min-h-0 flex-col px-5.5 pt-4">
      <header className="flex items-baseline gap-4">
        <h1 className="min-w-0 truncate text-title">{data?.title ?? report.label}</h1>
        <FilterField
          ref={find}
          label="Show only rows with"
          hint={`Only rows with…  ${REPORT_KEYS.filter.press}`}
          initial={query.get('find') ?? ''}
          onType={(text) => go({ find: text }, true)}
          className="w-56"
        />
        <span className="ml-auto flex shrink-0 gap-3 text-note">
          {!mustChoose &&
            FILE_FORMATS.map((format) => (
              <a
                key={format}
                href={`/api${reportFilePath(request, format)}`}
                download
                className="flex items-center gap-1 hover:text-heather hover:underline"
              >
                <Download size={13} aria-hidden="true" /> {format.toUpperCase()}
              </a>
            ))}
        </span>
      </header>
      {data !== undefined && (
        <p className="text-soft">
          {dateRange(data.firstDay, data.lastDay)}
          {data.says === '' ? '' : ` · ${data.says}`} · {data.rows.length.toLocaleString('en')}{' '}
          {data.rows.length === 1 ? 'row' : 'rows'}
        </p>
      )}
      <Choices report={report} wanted={wanted} period={period} parts={parts} />
      {data?.notes.map((note) => (
        <p key={note} className="mb-1 text-note text-soft">
          {note}
        </p>
      ))}
      {mustChoose ? (
        <Empty title="Of whom?" within>
          Choose a person above. It is shown as it is printed.
        </Empty>
      ) : data === undefined ? (
        <NotYetReport report={report} error={error} again={() => void refetch()} />
      ) : (
        <Shown report={report} data={data} wanted={wanted} />
      )}
    </main>
  );
}

function NotYetReport({
  report,
  error,
  again,
}: {
  report: ReportDescription;
  error: unknown;
  again: () => void;
}) {
  const { go } = useAddress();
  const first = report.choice?.of[0];
  const problem = error === undefined ? null : problemOf(error);
  if (problem?.status !== 404) return <NotYet what="the report" error={error} again={again} place="part" />;
  return (
    <Empty title="Nothing to show" within>
      {problem.title}{' '}
      <button type="button" onClick={() => go({ choice: null })} className="text-heather underline">
        {first === undefined ? 'Ask again' : `Show: ${first.name}`}
      </button>
    </Empty>
  );
}

/** By what its lines are told apart, and what else it can be asked. */
function Choices({
  report,
  wanted,
  period,
  parts,
}: {
  report: ReportDescription;
  wanted: ReportQuery;
  period: PeriodSummary;
  parts: ReportsReply['parts'];
}) {
  const { go } = useAddress();
  const narrowing = parts.filter(({ part }) => report.narrowedBy.includes(part));
  const isNarrowed = narrowing.length > 0;
  return (
    <div className="my-2 flex flex-wrap items-center gap-x-5 gap-y-2">
      {report.parts.length > 0 && (
        <Toggles
          label="By"
          value={wanted.by ?? ''}
          choices={report.parts.map((value) => ({ value, name: `by ${value}` }))}
          onChoose={(by) => go({ by, sort: null })}
        />
      )}
      {report.choice !== null && (
        <Toggles
          label={report.choice.label}
          value={wanted.choice ?? ''}
          choices={report.choice.of}
          onChoose={(choice) => go({ choice: choice === report.choice?.of[0]?.value ? null : choice })}
        />
      )}
      {isNarrowed && (
        <div className="w-56">
          <Select
            label="Of"
            value={wanted.only ?? ''}
            choices={[
              { value: '', name: 'Everybody' },
              ...narrowing.flatMap(({ part, of }) =>
                of.map(({ key, name }) => ({ value: `${part}:${key}`, name: `${name}, ${part}` })),
              ),
            ]}
            onChoose={(only) => go({ only: only === '' ? null : only })}
            className={`${BOX} border`}
          />
        </div>
      )}
      {report.ofSpan && <AnyDays period={period} wanted={wanted} />}
      {report.ofPerson !== 'never' && (
        <OfPerson periodId={period.id} chosen={wanted.person ?? null} isNeeded={report.ofPerson === 'must'} />
      )}
      {wanted.only !== undefined && !isNarrowed && (
        <button
          type="button"
          onClick={() => go({ only: null, by: null, sort: null })}
          className="rounded-full border border-heather px-2 py-px text-fine text-heather"
        >
          Back to the whole period <span aria-hidden="true">×</span>
        </button>
      )}
    </div>
  );
}

function OfPerson({
  periodId,
  chosen,
  isNeeded,
}: {
  periodId: number;
  chosen: string | null;
  isNeeded: boolean;
}) {
  const { go } = useAddress();
  const { data } = useCardsQuery(periodId);
  const items = useMemo(
    () =>
      data === undefined
        ? []
        : data.rows.map(({ personId, name, number, department }) => ({
            id: String(personId),
            name,
            detail: `${number} · ${department}`,
          })),
    [data],
  );
  return (
    <div className="w-64">
      <Picker
        label={isNeeded ? 'Of whom' : 'Of one person'}
        items={items}
        value={chosen}
        onChoose={(person) => go({ person })}
        empty="Nobody is called that"
      />
    </div>
  );
}

function Shown({
  report,
  data,
  wanted,
}: {
  report: ReportDescription;
  data: ReportReply;
  wanted: ReportQuery;
}) {
  const { query, go } = useAddress();
  const navigate = useNavigate();
  const period = query.get('period');
  const opened = (row: ReportReply['rows'][number]): (() => void) | null => {
    const { personId, key } = row;
    if (personId !== null)
      return () => navigate(`/cards?person=${personId}${period === null ? '' : `&period=${period}`}`);
    const { by } = wanted;
    if (key === null || by === undefined || by === 'person' || !report.parts.includes('person')) return null;
    return () => go({ only: `${by}:${key}`, by: 'person', find: null });
  };
  const columns = columnsOf(data, opened);
  const bars = useMemo(() => barsOf(data), [data]);
  return (
    <>
      {bars.length > 0 && (
        <div className="relative h-44 max-w-4xl shrink-0">
          <Suspense fallback={null}>
            <BarChart
              name="From clocked to payable hours"
              bars={bars}
              opens={{
                says: ({ name }) => `who has the most of ${name}`,
                open: ({ name }) =>
                  go({ by: 'person', sort: bars.find((one) => one.name === name)?.id ?? null }),
              }}
            />
          </Suspense>
        </div>
      )}
      <Table
        id={`report-${report.name}-${wanted.by ?? ''}`}
        name={data.title}
        columns={columns}
        rows={data.rows}
        idOf={(row) => String(data.rows.indexOf(row))}
        filter={query.get('find') ?? ''}
        onOpen={(row) => opened(row)?.()}
        height="around"
        empty="There is nothing of this in the period."
      />
    </>
  );
}
