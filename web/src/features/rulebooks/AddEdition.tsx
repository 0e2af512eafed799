import type { RulebooksReply } from '@heath/contract';
import type { Workday } from '@heath/core';
import { useState } from 'react';
import { problemOf } from '../../api/requests/base.ts';
import { useAddEditionMutation } from '../../api/rulebooks.ts';
import { useMay } from '../../api/useMay.ts';
import { Button } from '../../ui/controls/Button.tsx';
import { Select } from '../../ui/controls/Select.tsx';
import { DateField } from '../../ui/form/DateField.tsx';
import { DropList } from '../../ui/form/DropList.tsx';
import { inFull } from '../../ui/form/dates.ts';
import { Notice } from '../../ui/notices/Notice.tsx';
import { say } from '../../ui/notices/notices.ts';

/** A file of rules that was read; its text is what it says, or why it says nothing. */
type Read =
  | { readonly file: string; readonly rules: Record<string, unknown> }
  | { readonly file: string; readonly fault: string };

async function readRules(file: File): Promise<Read> {
  try {
    const rules: unknown = JSON.parse(await file.text());
    if (rules !== null && typeof rules === 'object' && !Array.isArray(rules))
      return { file: file.name, rules: rules as Record<string, unknown> };
    return { file: file.name, fault: `${file.name} is no rulebook: one is a JSON object.` };
  } catch {
    return {
      file: file.name,
      fault: `${file.name} is not JSON. Rules are written as docs/rulebook.md says.`,
    };
  }
}

/** What the server says is wrong, with the place in the rules. */
function wrongIn(error: unknown): string {
  const { title, field } = problemOf(error);
  return field === undefined || field === 'rules' || field === 'firstDay' ? title : `${field}: ${title}`;
}

/** Adds an edition to a rulebook: rules from a file, from a day on. */
export function AddEdition({ rulebooks, today }: { rulebooks: RulebooksReply['rulebooks']; today: Workday }) {
  const may = useMay('add editions');
  const [add, { isLoading, error, reset }] = useAddEditionMutation();
  const [chosen, setChosen] = useState<string | null>(null);
  const [firstDay, setFirstDay] = useState<Workday | null>(null);
  const [read, setRead] = useState<Read | null>(null);
  const [round, setRound] = useState(0);
  const of = rulebooks.find(({ id }) => String(id) === chosen) ?? rulebooks[0];
  if (!may || of === undefined) return null;
  const rules = read !== null && 'rules' in read ? read.rules : null;
  const keep = async () => {
    if (rules === null || firstDay === null) return;
    const { data } = await add({ rulebookId: of.id, firstDay, rules });
    if (data === undefined) return;
    const made = data.rulebooks.find(({ id }) => id === of.id)?.editions.at(-1)?.edition;
    setRead(null);
    setFirstDay(null);
    setRound(round + 1);
    say(`${of.name} has an edition ${made ?? ''} from ${inFull(firstDay)} on. Its cards are being computed.`);
  };
  return (
    <>
      <DropList
        title="Another edition"
        says="A file of rules: download those of an edition, change them, and choose the file here. Their proof days must come out as they say."
        field="Rules as JSON"
        isBusy={isLoading}
        error={undefined}
        onFile={async (file) => {
          reset();
          setRead(await readRules(file));
        }}
      >
        {read !== null && 'fault' in read && (
          <div className="mt-2">
            <Notice>{read.fault}</Notice>
          </div>
        )}
        {rules !== null && (
          <p className="mt-2 text-note">
            Rules from <b className="font-semibold">{read?.file}</b>
          </p>
        )}
      </DropList>
      <form
        aria-label="Add an edition"
        onSubmit={(event) => {
          event.preventDefault();
          void keep();
        }}
      >
        <div className="mt-3 grid gap-1">
          <span className="text-note text-soft">Of</span>
          <Select
            label="Of which rulebook"
            value={String(of.id)}
            choices={rulebooks.map(({ id, name }) => ({ value: String(id), name }))}
            onChoose={(value) => {
              reset();
              setChosen(value);
            }}
          />
        </div>
        <DateField key={round} label="Holds from" near={today} initial={firstDay} onChange={setFirstDay} />
        {error !== undefined && (
          <div className="mt-2">
            <Notice>{wrongIn(error)}</Notice>
          </div>
        )}
        <Button
          className="mt-2"
          type="submit"
          look="primary"
          disabled={rules === null || firstDay === null || isLoading}
        >
          {isLoading ? 'Being checked…' : 'Add the edition'}
        </Button>
      </form>
    </>
  );
}
