import type { ImportPreview, ImportReply, RefusalsReply } from '@heath/contract';
import { DATE_ORDERS, type DateOrder, FIELDS, type Field, missingFields } from '@heath/core';
import { useEffect, useMemo, useState } from 'react';
import { Link } from 'react-router';
import { useImportQuery, useRefusalsInfiniteQuery, useStartImportMutation } from '../../api/imports.ts';
import { api, problemOf } from '../../api/requests/base.ts';
import { useTasksQuery } from '../../api/tasks.ts';
import { useAppDispatch } from '../../app/hooks.ts';
import { Button } from '../../ui/controls/Button.tsx';
import { Radio } from '../../ui/controls/Radio.tsx';
import { Select } from '../../ui/controls/Select.tsx';
import { ScrollArea } from '../../ui/layout/ScrollArea.tsx';
import { Notice } from '../../ui/notices/Notice.tsx';
import { NotYet } from '../../ui/notices/NotYet.tsx';
import { Progress } from '../../ui/notices/Progress.tsx';
import type { Column } from '../../ui/table/columns.ts';
import { Table } from '../../ui/table/Table.tsx';
import { moment } from '../../ui/text/format.ts';
import { says } from '../../ui/text/Says.tsx';
import { CancelWork, shareOf } from '../tasks/index.ts';
import { DATE_ORDER_WORDS, FIELD_WORDS, REFUSAL_WORDS } from './words.ts';

const ASK_MILLISECONDS = 500;

/** One file: what its columns mean, to be confirmed; then how far it is; then what came of it. */
export function ImportView({ id }: { id: number }) {
  const dispatch = useAppDispatch();
  const [isQueued, setQueued] = useState(false);
  // Some are done before the server next looks at what goes on.
  const { data, error, refetch } = useImportQuery(id, { pollingInterval: isQueued ? ASK_MILLISECONDS : 0 });
  const status = data?.status;
  useEffect(() => {
    setQueued(status === 'queued');
    if (status === 'done')
      dispatch(api.util.invalidateTags(['imports', 'strip', 'cards', 'card', 'exceptions', 'handoff']));
  }, [status, dispatch]);
  if (data === undefined)
    return <NotYet place="main" what="this import" error={error} again={() => void refetch()} />;
  return (
    <div className="max-w-5xl px-6 py-4">
      <header className="flex items-baseline gap-3">
        <h1 className="truncate text-title">{data.name}</h1>
        <span className="whitespace-nowrap text-note text-soft">
          {Math.ceil(data.bytes / 1024).toLocaleString('en')} kB · {data.madeBy}, {moment(data.madeAt)}
        </span>
      </header>
      {data.error !== null && (
        <div className="mt-3">
          <Notice>{data.error}</Notice>
        </div>
      )}
      {data.preview !== null && <Confirm file={data} preview={data.preview} />}
      {data.status === 'queued' && <Going id={id} />}
      {data.status === 'done' && <Result file={data} />}
    </div>
  );
}

/** How far the import has come, as the server tells it. */
function Going({ id }: { id: number }) {
  const { data } = useTasksQuery();
  const task = data?.tasks.find(({ kind, subjectId }) => kind === 'import' && subjectId === id);
  return (
    <>
      <Progress
        name="Importing. You can leave this page; it goes on"
        share={task === undefined ? 0 : (shareOf(task) ?? 0)}
      />
      {task !== undefined && <CancelWork task={task} className="ml-6" />}
    </>
  );
}

function Confirm({ file, preview }: { file: ImportReply; preview: ImportPreview }) {
  const [columns, setColumns] = useState<readonly Field[]>(preview.columns);
  const [dateOrder, setDateOrder] = useState<DateOrder | null>(preview.dateOrder);
  const [start, { isLoading, error }] = useStartImportMutation();
  const missing = missingFields(columns);
  const asked = preview.dateOrder === null;
  const choose = (column: number, field: Field) =>
    // A meaning is given once: the column that had it before is left out.
    setColumns(
      columns.map((had, i) => (i === column ? field : field !== 'ignore' && had === field ? 'ignore' : had)),
    );
  return (
    <>
      <p className="mt-1 text-soft">
        Look at the rows and say what each column means; nothing is kept before you do.
      </p>
      {file.sameAs !== null && (
        <div className="mt-3">
          <Notice>
            The very same file was{' '}
            <Link className="underline" to={`/punches/${file.sameAs}`}>
              imported before
            </Link>
            . Importing it again adds nothing.
          </Notice>
        </div>
      )}
      {preview.duplicateHeaders.length > 0 && (
        <div className="mt-3">
          <Notice>
            The header names {preview.duplicateHeaders.join(', ')} twice. Check which of the columns is meant;
            the other is not used.
          </Notice>
        </div>
      )}
      <div className="mt-3">
        <Preview preview={preview} columns={columns} onChoose={choose} />
      </div>
      <div
        className={`mt-3 flex flex-wrap gap-x-4 gap-y-1 ${asked ? 'border border-ember bg-ember-wash px-3 py-2' : ''}`}
      >
        <span>
          {asked ? 'These dates can be read in two ways. In which order do they stand?' : 'Dates are read'}
        </span>
        <Radio
          label="Order of day and month"
          value={dateOrder}
          choices={DATE_ORDERS.filter((order) => !asked || order !== 'iso').map((order) => ({
            value: order,
            name: DATE_ORDER_WORDS[order],
          }))}
          onChoose={setDateOrder}
        />
      </div>
      {error !== undefined && (
        <div className="mt-3">
          <Notice>{problemOf(error).title}</Notice>
        </div>
      )}
      <div className="mt-4 flex items-center gap-3">
        <Button
          look="primary"
          disabled={missing.length > 0 || dateOrder === null || isLoading}
          onClick={() => dateOrder !== null && void start({ id: file.id, mapping: { columns, dateOrder } })}
        >
          Import these punches
        </Button>
        {missing.length > 0 && (
          <span className="text-note text-ember">
            Still without a column: {missing.map((field) => FIELD_WORDS[field].toLowerCase()).join(', ')}
          </span>
        )}
      </div>
    </>
  );
}

/** The first rows as they stand in the file, each column under what it means. */
function Preview({
  preview,
  columns,
  onChoose,
}: {
  preview: ImportPreview;
  columns: readonly Field[];
  onChoose: (column: number, field: Field) => void;
}) {
  const nameOf = (i: number) => preview.header[i] || `Column ${i + 1}`;
  const isUsed = (i: number) => columns[i] !== 'ignore';
  return (
    <ScrollArea className="border border-rule bg-sheet">
      <ul aria-label="Columns of the file" className="flex w-max min-w-full text-note">
        {preview.header.map((_, i) => (
          <li key={i} className="min-w-36 max-w-64 flex-1">
            <div className="border-b border-rule px-2 py-2">
              <span className="block truncate font-semibold">{nameOf(i)}</span>
              <Select
                label={`Meaning of ${preview.header[i] === '' ? `column ${i + 1}` : nameOf(i)}`}
                value={columns[i] ?? 'ignore'}
                choices={FIELDS.map((field) => ({ value: field, name: FIELD_WORDS[field] }))}
                onChoose={(field) => onChoose(i, field)}
                className={`mt-1 w-full border bg-field px-1.5 py-0.5 ${isUsed(i) ? 'border-heather' : 'border-rule text-soft'}`}
              />
            </div>
            <ol>
              {preview.rows.map((row, k) => (
                <li
                  key={k}
                  className={`h-7 truncate border-b border-faint px-2 py-1 ${isUsed(i) ? '' : 'text-soft'}`}
                >
                  {row[i]}
                </li>
              ))}
            </ol>
          </li>
        ))}
      </ul>
    </ScrollArea>
  );
}

function Result({ file }: { file: ImportReply }) {
  const figures = [
    { name: 'added', value: file.added },
    { name: 'already known', value: file.known },
    { name: 'refused', value: file.refused, alarm: file.refused > 0 },
    ...(file.unowned > 0 ? [{ name: 'badge without owner', value: file.unowned, alarm: true }] : []),
  ];
  return (
    <>
      <dl className="mt-4 flex max-w-xl border-t-2 border-ink" aria-label="Result">
        {figures.map(({ name, value, alarm }) => (
          <div key={name} className="flex-1 py-2">
            <dd className={`text-figure font-semibold ${alarm ? 'text-ember' : ''}`}>
              {value.toLocaleString('en')}
            </dd>
            <dt className="text-note text-soft">{name}</dt>
          </div>
        ))}
      </dl>
      {file.outside > 0 && (
        <p className="mt-2">
          {file.outside === file.added + file.known
            ? 'All of them lie'
            : `${file.outside.toLocaleString('en')} of them ${file.outside === 1 ? 'lies' : 'lie'}`}{' '}
          outside every pay period: nobody is paid for them before there is one that holds their days.
        </p>
      )}
      {file.refused > 0 ? (
        <Refusals file={file} />
      ) : (
        <p className="mt-2">
          Every row was understood.{' '}
          <Link className="text-heather underline" to="/cards">
            Look at the time cards
          </Link>
        </p>
      )}
    </>
  );
}

type RefusedRow = RefusalsReply['refusals'][number];

const REFUSED_COLUMNS: readonly Column<RefusedRow>[] = [
  {
    id: 'line',
    name: 'Line',
    value: ({ line }) => line,
    text: ({ line }) => line.toLocaleString('en'),
    isFigure: true,
    room: 20,
  },
  { id: 'column', name: 'Column', value: ({ field }) => FIELD_WORDS[field], room: 36 },
  {
    id: 'value',
    name: 'Value',
    value: ({ value }) => value,
    show: ({ value }) =>
      value === '' ? <span className="text-soft">empty</span> : <span {...says(value)}>{value}</span>,
    room: 56,
  },
  { id: 'why', name: 'Why', value: ({ reason }) => REFUSAL_WORDS[reason], room: 60, grows: true },
];

function Refusals({ file }: { file: ImportReply }) {
  const { data, hasNextPage, isFetchingNextPage, fetchNextPage } = useRefusalsInfiniteQuery(file.id);
  const rows = useMemo(() => data?.pages.flatMap(({ refusals }) => refusals) ?? [], [data]);
  return (
    <section className="mt-3 flex h-[60vh] flex-col">
      <div className="flex items-baseline justify-between">
        <h2 className="text-lead">Refused rows</h2>
        <a href={`/api/imports/${file.id}/refusals.csv`} download className="text-heather underline">
          Download them, put them right, import them again
        </a>
      </div>
      <Table
        id="refused-rows"
        name="Refused rows"
        columns={REFUSED_COLUMNS}
        rows={rows}
        idOf={({ line }) => String(line)}
        height="around"
        empty={data === undefined ? 'Looking…' : 'None.'}
      />
      {hasNextPage && (
        <Button
          className="mt-2 self-start"
          disabled={isFetchingNextPage}
          onClick={() => void fetchNextPage()}
        >
          Show more
        </Button>
      )}
    </section>
  );
}
