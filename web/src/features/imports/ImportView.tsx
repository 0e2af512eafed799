import type { ImportPreview, ImportReply } from '@heath/contract';
import { DATE_ORDERS, type DateOrder, FIELDS, type Field, missingFields } from '@heath/core';
import { useEffect, useState } from 'react';
import { Link } from 'react-router';
import { api, problemOf } from '../../api/base.ts';
import { useImportQuery, useRefusalsQuery, useStartImportMutation } from '../../api/imports.ts';
import { useAppDispatch } from '../../app/hooks.ts';
import { Button } from '../../ui/Button.tsx';
import { Empty } from '../../ui/Empty.tsx';
import { moment } from '../../ui/format.ts';
import { Notice } from '../../ui/Notice.tsx';
import { Progress } from '../../ui/Progress.tsx';
import { Radio } from '../../ui/Radio.tsx';
import { says } from '../../ui/Says.tsx';
import { Select } from '../../ui/Select.tsx';
import { DATE_ORDER_WORDS, FIELD_WORDS, REFUSAL_WORDS } from './words.ts';

const ASK_MILLISECONDS = 400;

/** One file: what its columns mean, to be confirmed; then how far it is; then what came of it. */
export function ImportView({ id }: { id: number }) {
  const dispatch = useAppDispatch();
  const [running, setRunning] = useState(false);
  const { data, error } = useImportQuery(id, { pollingInterval: running ? ASK_MILLISECONDS : 0 });
  const status = data?.status;
  useEffect(() => {
    setRunning(status === 'queued');
    if (status === 'done')
      dispatch(api.util.invalidateTags(['imports', 'strip', 'cards', 'card', 'handoff']));
  }, [status, dispatch]);
  if (error !== undefined)
    return (
      <Empty within title="This import cannot be shown">
        {problemOf(error).title}
      </Empty>
    );
  if (data === undefined) return null;
  const { progress } = data;
  return (
    <div className="max-w-5xl px-6 py-4">
      <header className="flex items-baseline gap-3">
        <h1 className="truncate text-title">{data.name}</h1>
        <span className="whitespace-nowrap text-note text-soft">
          {(data.bytes / 1024).toLocaleString('en', { maximumFractionDigits: 0 })} kB · {data.madeBy},{' '}
          {moment(data.madeAt)}
        </span>
      </header>
      {data.error !== null && (
        <div className="mt-3">
          <Notice>{data.error}</Notice>
        </div>
      )}
      {data.preview !== null && <Confirm file={data} preview={data.preview} />}
      {progress !== null && (
        <Progress
          name="Importing. You can leave this page; it goes on"
          share={progress.total === 0 ? 0 : progress.done / progress.total}
        />
      )}
      {data.status === 'done' && <Result file={data} />}
    </div>
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
      <div className="mt-3 overflow-x-auto border border-rule bg-sheet">
        <table className="w-full text-note">
          <thead>
            <tr className="border-b border-rule text-left align-bottom">
              {preview.header.map((name, i) => (
                <th key={i} className="px-2 py-2 font-normal">
                  <span className="block truncate font-semibold">
                    {name === '' ? `Column ${i + 1}` : name}
                  </span>
                  <Select
                    label={`Meaning of ${name === '' ? `column ${i + 1}` : name}`}
                    value={columns[i] ?? 'ignore'}
                    choices={FIELDS.map((field) => ({ value: field, name: FIELD_WORDS[field] }))}
                    onChoose={(field) => choose(i, field)}
                    className={`mt-1 w-full min-w-32 border bg-field px-1.5 py-0.5 ${columns[i] === 'ignore' ? 'border-rule text-soft' : 'border-heather'}`}
                  />
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {preview.rows.map((row, i) => (
              <tr key={i} className="border-b border-faint last:border-0">
                {preview.header.map((_, column) => (
                  <td
                    key={column}
                    className={`max-w-64 truncate px-2 py-1 ${columns[column] === 'ignore' ? 'text-soft' : ''}`}
                  >
                    {row[column]}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
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

function Refusals({ file }: { file: ImportReply }) {
  const [pages, setPages] = useState<readonly number[]>([0]);
  return (
    <section className="mt-3">
      <div className="flex items-baseline justify-between">
        <h2 className="text-lead">Refused rows</h2>
        <a href={`/api/imports/${file.id}/refusals.csv`} download className="text-heather underline">
          Download them, put them right, import them again
        </a>
      </div>
      <table className="mt-2 w-full text-note">
        <thead>
          <tr className="border-b-2 border-ink text-left text-soft">
            <th className="w-20 py-1 pr-3 text-right font-normal">Line</th>
            <th className="w-36 font-normal">Column</th>
            <th className="w-56 font-normal">Value</th>
            <th className="font-normal">Why</th>
          </tr>
        </thead>
        {pages.map((after, i) => (
          <RefusalRows
            key={after}
            id={file.id}
            after={after}
            last={i === pages.length - 1}
            onMore={(line) => setPages([...pages, line])}
          />
        ))}
      </table>
    </section>
  );
}

function RefusalRows({
  id,
  after,
  last,
  onMore,
}: {
  id: number;
  after: number;
  last: boolean;
  onMore: (line: number) => void;
}) {
  const { data } = useRefusalsQuery({ id, after });
  const refusals = data?.refusals ?? [];
  return (
    <tbody>
      {refusals.map(({ line, field, value, reason }) => (
        <tr key={line} className="border-b border-faint align-top">
          <td className="py-1 pr-3 text-right">{line.toLocaleString('en')}</td>
          <td>{FIELD_WORDS[field]}</td>
          <td className="max-w-56 truncate" {...says(value)}>
            {value === '' ? <span className="text-soft">empty</span> : value}
          </td>
          <td>{REFUSAL_WORDS[reason]}</td>
        </tr>
      ))}
      {last && refusals.length >= 500 && (
        <tr>
          <td colSpan={4} className="py-2">
            <Button onClick={() => onMore(refusals[refusals.length - 1]!.line)}>Show more</Button>
          </td>
        </tr>
      )}
    </tbody>
  );
}
