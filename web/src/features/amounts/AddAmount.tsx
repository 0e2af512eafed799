import { NewAmount, type PeriodSummary } from '@heath/contract';
import type { Workday } from '@heath/core';
import { useMemo, useState } from 'react';
import * as v from 'valibot';
import { useAddAmountsMutation } from '../../api/amounts.ts';
import { useCardsQuery } from '../../api/cards.ts';
import { problemOf } from '../../api/requests/base.ts';
import { Button } from '../../ui/controls/Button.tsx';
import { DateField } from '../../ui/form/DateField.tsx';
import { Field } from '../../ui/form/Field.tsx';
import { Picker } from '../../ui/form/Picker.tsx';
import { Unsaved } from '../../ui/form/Unsaved.tsx';
import { Notice } from '../../ui/notices/Notice.tsx';
import { say } from '../../ui/notices/notices.ts';

const USUAL = ['Mileage', 'Expenses', 'Tips', 'Units'] as const;

interface Draft {
  readonly person: string | null;
  readonly day: Workday | null;
  readonly what: string;
  readonly amount: string;
  readonly note: string;
}
const NOTHING: Draft = { person: null, day: null, what: '', amount: '', note: '' };
const Text = v.pick(NewAmount, ['what', 'amount', 'note']);

/** Writes down one amount. What was chosen stays for the next, but for the amount itself. */
export function AddAmount({ period, names }: { period: PeriodSummary; names: readonly string[] }) {
  const { data: cards } = useCardsQuery(period.id);
  const [add, { isLoading, error, reset }] = useAddAmountsMutation();
  const [draft, setDraft] = useState(NOTHING);
  const [round, setRound] = useState(0);
  const set = (change: Partial<Draft>) => {
    reset();
    setDraft({ ...draft, ...change });
  };
  const people = useMemo(
    () =>
      (cards?.rows ?? []).map(({ personId, name, number, department }) => ({
        id: String(personId),
        name,
        detail: `${number} · ${department}`,
      })),
    [cards],
  );
  const { person, day, what, amount, note } = draft;
  const parsed = v.safeParse(Text, { what, amount, note });
  const wrong = (field: 'what' | 'amount' | 'note') =>
    parsed.success || draft[field] === ''
      ? undefined
      : parsed.issues.find((issue) => v.getDotPath(issue) === field)?.message;
  const isReady = person !== null && day !== null && parsed.success && !isLoading;
  const isKnown = error !== undefined && problemOf(error).type === 'known';
  const go = async (again = false) => {
    if (person === null || day === null || !parsed.success) return;
    const { data } = await add({
      periodId: period.id,
      asked: { amounts: [{ ...parsed.output, personId: Number(person), day, job: null }], again },
    });
    if (data === undefined) return;
    say(`${parsed.output.what} is added.`);
    setDraft({ ...draft, amount: '', note: '' });
    setRound(round + 1);
  };
  return (
    <form
      aria-label="Add an amount"
      onSubmit={(event) => {
        event.preventDefault();
        void go();
      }}
      noValidate
    >
      <h2 className="mb-2 text-lead">Add an amount</h2>
      <Picker
        label="Whose"
        items={people}
        value={person}
        onChoose={(chosen) => set({ person: chosen })}
        empty="Nobody is called that"
      />
      <DateField
        label="Day"
        near={period.firstDay}
        from={period.firstDay}
        to={period.lastDay}
        initial={day}
        onChange={(chosen) => set({ day: chosen })}
      />
      <Field
        label="What"
        list="what-amounts"
        value={what}
        error={wrong('what')}
        onChange={(event) => set({ what: event.target.value })}
      />
      <datalist id="what-amounts">
        {[...new Set([...names, ...USUAL])].map((name) => (
          <option key={name} value={name} />
        ))}
      </datalist>
      <Field
        key={`amount-${round}`}
        label="Amount"
        inputMode="decimal"
        value={amount}
        placeholder="12.50"
        error={wrong('amount')}
        onChange={(event) => set({ amount: event.target.value })}
      />
      <Field
        label="Note"
        value={note}
        error={wrong('note')}
        onChange={(event) => set({ note: event.target.value })}
      />
      {error !== undefined && (
        <div className="mt-2">
          <Notice>{problemOf(error).title}</Notice>
          {isKnown && (
            <Button className="mt-2" disabled={!isReady} onClick={() => void go(true)}>
              Add it again
            </Button>
          )}
        </div>
      )}
      <Button type="submit" disabled={!isReady} className="mt-3">
        Add
      </Button>
      <Unsaved when={amount !== ''} />
    </form>
  );
}
