import { AddCodeRequest, type PayCodeView } from '@heath/contract';
import * as v from 'valibot';
import { useAddCodeMutation, usePayCodesQuery } from '../../api/pay-codes.ts';
import { problemOf } from '../../api/requests/base.ts';
import { useMay } from '../../api/useMay.ts';
import { Button } from '../../ui/controls/Button.tsx';
import { Field } from '../../ui/form/Field.tsx';
import { Unsaved } from '../../ui/form/Unsaved.tsx';
import { useSchemaForm } from '../../ui/form/useSchemaForm.ts';
import { Side } from '../../ui/layout/Side.tsx';
import { Notice } from '../../ui/notices/Notice.tsx';
import { NotYet } from '../../ui/notices/NotYet.tsx';
import { say } from '../../ui/notices/notices.ts';
import type { Column } from '../../ui/table/columns.ts';
import { Table } from '../../ui/table/Table.tsx';
import { CodeChip } from '../../ui/text/CodeChip.tsx';
import { longDay } from '../../ui/text/format.ts';
import { TakeList } from './TakeList.tsx';

const COLUMNS: readonly Column<PayCodeView>[] = [
  {
    id: 'code',
    name: 'Code',
    value: ({ code }) => code,
    show: ({ code }) => <CodeChip code={code} />,
    room: 17,
  },
  { id: 'name', name: 'Name', value: ({ name }) => name, room: 50, grows: true },
  { id: 'kind', name: 'Kind', value: ({ kind }) => kind, room: 22 },
  {
    id: 'multiplier',
    name: 'Times',
    value: ({ multiplier }) => multiplier,
    isFigure: true,
    room: 16,
  },
  { id: 'account', name: 'Account', value: ({ account }) => account, room: 20 },
  {
    id: 'from',
    name: 'From',
    value: ({ firstDay }) => firstDay,
    text: ({ firstDay }) => (firstDay === null ? '' : longDay(firstDay)),
    room: 23,
  },
  {
    id: 'to',
    name: 'Until',
    value: ({ lastDay }) => lastDay,
    text: ({ lastDay }) => (lastDay === null ? '' : longDay(lastDay)),
    room: 23,
  },
];

/** The codes that the pay system knows. */
export function CodesView() {
  const { data, error, refetch } = usePayCodesQuery();
  if (data === undefined) return <NotYet what="the pay codes" error={error} again={() => void refetch()} />;
  return (
    <div className="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_var(--spacing-side)]">
      <main aria-label="Pay codes" className="flex min-h-0 flex-col border-r border-rule px-5.5 pt-4">
        <h1 className="mb-2 text-title">Pay codes</h1>
        <Table
          id="pay-codes"
          name="Codes that the pay system knows"
          columns={COLUMNS}
          rows={data.codes}
          idOf={({ code }) => code}
          height="around"
          empty="The pay system has no codes yet. Take its list, or add one."
        />
      </main>
      <Side label="Codes" className="bg-sheet px-5 py-4">
        <h2 className="text-lead">Add a code</h2>
        <AddCode />
        <TakeList
          what="list"
          columns="code, name, and kind, multiplier, account, from, to where it has them"
        />
      </Side>
    </div>
  );
}

const Entered = v.pick(AddCodeRequest, ['code', 'name']);

function AddCode() {
  const [add] = useAddCodeMutation();
  const may = useMay('map pay codes');
  const { submit, field, problem, isSending, isUnsaved } = useSchemaForm(
    Entered,
    { code: '', name: '' },
    async (entered) => {
      const { error } = await add(entered);
      if (error !== undefined) return problemOf(error);
      say(`${entered.code} ${entered.name} is added.`);
      return null;
    },
  );
  return (
    <form onSubmit={submit} noValidate>
      <Field label="Code" {...field('code')} />
      <Field label="Name" {...field('name')} />
      {problem !== null && (
        <div className="mt-2">
          <Notice>{problem.title}</Notice>
        </div>
      )}
      <Button type="submit" disabled={isSending || !may} className="mt-3">
        Add
      </Button>
      <Unsaved when={isUnsaved} />
    </form>
  );
}
