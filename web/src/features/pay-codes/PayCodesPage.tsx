import { AddCodeRequest, type PayCodesReply } from '@heath/contract';
import { classLabel, isPremium } from '@heath/core';
import { useMemo } from 'react';
import { problemOf } from '../../api/base.ts';
import { useAddCodeMutation, useAssignCodeMutation, usePayCodesQuery } from '../../api/pay-codes.ts';
import { useMay } from '../../api/useMay.ts';
import { Button } from '../../ui/Button.tsx';
import { Field } from '../../ui/form/Field.tsx';
import { Unsaved } from '../../ui/form/Unsaved.tsx';
import { useSchemaForm } from '../../ui/form/useSchemaForm.ts';
import { classBand } from '../../ui/format.ts';
import { Notice } from '../../ui/Notice.tsx';
import { NotYet } from '../../ui/NotYet.tsx';
import { type Done, say, sayDone } from '../../ui/notices.ts';
import { Select } from '../../ui/Select.tsx';
import { Side } from '../../ui/Side.tsx';
import type { Column } from '../../ui/table/columns.ts';
import { Table } from '../../ui/table/Table.tsx';

/** Which pay code each class and premium is paid under, with the catch-all in sight. */
export function PayCodesPage() {
  const { data, error, refetch } = usePayCodesQuery();
  if (data === undefined) return <NotYet what="the pay codes" error={error} again={() => void refetch()} />;
  const unassigned = data.classes.filter(({ codeId }) => codeId === null);
  return (
    <div className="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_var(--spacing-side)]">
      <main className="min-h-0 overflow-y-auto border-r border-rule px-6 py-4">
        <h1 className="text-title">Pay codes</h1>
        <p className="text-soft">
          Every class and premium that a rulebook can pay goes to the pay system under one code.
        </p>
        <div className="mt-4 max-w-3xl">
          <Classes classes={data.classes} codes={data.codes} />
        </div>
        <section
          aria-label="Catch-all"
          className={`mt-6 max-w-3xl border px-4 py-3 ${unassigned.length > 0 ? 'border-ember bg-ember-wash' : 'border-rule'}`}
        >
          <h2 className="text-lead">Catch-all</h2>
          {unassigned.length === 0 ? (
            <p className="text-soft">
              Empty. Hours of a class without a code would gather here and hold up the handoff.
            </p>
          ) : (
            <p>
              {unassigned.map(({ classId }) => classLabel(classId)).join(', ')}: without a code. Hours of{' '}
              {unassigned.length === 1 ? 'it' : 'these'} hold up the handoff until somebody decides.
            </p>
          )}
        </section>
      </main>
      <Side label="Codes" className="bg-sheet px-5 py-4">
        <h2 className="text-lead">Codes of the pay system</h2>
        <dl className="mt-2">
          {data.codes.map(({ id, code, name }) => (
            <div key={id} className="flex gap-2 border-t border-faint py-1.5">
              <dt className="w-16">
                <span className="rounded-key bg-faint px-1.5 text-note font-semibold">{code}</span>
              </dt>
              <dd>{name}</dd>
            </div>
          ))}
        </dl>
        <AddCode />
      </Side>
    </div>
  );
}

type Assigned = PayCodesReply['classes'][number];

function Classes({ classes, codes }: Pick<PayCodesReply, 'classes' | 'codes'>) {
  const columns = useMemo(
    (): readonly Column<Assigned>[] => [
      {
        id: 'class',
        name: 'Class or premium',
        value: ({ classId }) => classLabel(classId),
        show: ({ classId }) => (
          <>
            <i
              className={`mr-2 inline-block w-4 align-middle ${isPremium(classId) ? 'h-0.75' : 'h-2.5'} ${classBand(classId)}`}
            />
            {classLabel(classId)}
          </>
        ),
        room: 60,
        grows: true,
      },
      {
        id: 'code',
        name: 'Pay code',
        value: ({ codeId }) => {
          const code = codes.find(({ id }) => id === codeId);
          return code === undefined ? null : `${code.code} ${code.name}`;
        },
        show: (assigned) => <CodeChoice {...assigned} codes={codes} />,
        room: 80,
      },
    ],
    [codes],
  );
  return (
    <Table
      id="pay-codes"
      name="Pay codes of classes and premiums"
      columns={columns}
      rows={classes}
      idOf={({ classId }) => classId}
      height="rows"
      empty="No rulebook pays anything yet."
    />
  );
}

function CodeChoice({ classId, codeId, codes }: Assigned & Pick<PayCodesReply, 'codes'>) {
  const [assign, { isLoading }] = useAssignCodeMutation();
  const may = useMay('map pay codes');
  const goTo = async (next: number | null, before: number | null): Promise<Done | null> => {
    const result = await assign({ classId, codeId: next });
    if (result.error) {
      say(problemOf(result.error).title);
      return null;
    }
    const code = codes.find(({ id }) => id === next)?.code;
    const text = `${classLabel(classId)} goes to ${code ?? 'the catch-all'}`;
    return { text, undo: () => goTo(before, next) };
  };
  const choose = async (next: number | null) => {
    const done = await goTo(next, codeId);
    if (done !== null) sayDone(done);
  };
  return (
    <Select
      label={`Pay code of ${classLabel(classId)}`}
      value={codeId === null ? '' : String(codeId)}
      choices={[
        { value: '', name: 'Catch-all: no code yet' },
        ...codes.map(({ id, code, name }) => ({ value: String(id), name: `${code} · ${name}` })),
      ]}
      disabled={isLoading || !may}
      onChoose={(chosen) => void choose(chosen === '' ? null : Number(chosen))}
      className={`w-full border bg-field px-2 py-0.5 ${codeId === null ? 'border-ember text-ember' : 'border-rule'}`}
    />
  );
}

function AddCode() {
  const [add] = useAddCodeMutation();
  const may = useMay('map pay codes');
  const { submit, field, problem, isSending, isUnsaved } = useSchemaForm(
    AddCodeRequest,
    { code: '', name: '' },
    async (entered) => {
      const { error } = await add(entered);
      return error === undefined ? null : problemOf(error);
    },
  );
  return (
    <form onSubmit={submit} noValidate className="mt-5 border-t border-rule pt-3">
      <h3 className="font-semibold">Add a code</h3>
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
