import type { Layout } from '@heath/core';
import { useState } from 'react';
import { useAddLayoutMutation, useRecognizeLayoutMutation } from '../../api/layouts.ts';
import { problemOf } from '../../api/requests/base.ts';
import { DropList } from '../../ui/form/DropList.tsx';
import { say } from '../../ui/notices/notices.ts';
import { useAddress } from '../../ui/screen/useAddress.ts';
import { firstLayout } from './draft.ts';
import { LayoutEditor } from './LayoutEditor.tsx';

/** A layout that is not kept yet: begun from what most files have, or from a sample that the pay system's people sent. */
export function NewLayout({ periodId, keep }: { periodId: number; keep: string }) {
  const [begin, setBegin] = useState<{ readonly says: Layout; readonly times: number }>(() => ({
    says: firstLayout(),
    times: 0,
  }));
  const [notes, setNotes] = useState<readonly string[]>([]);
  const [add, { isLoading, error }] = useAddLayoutMutation();
  const { go } = useAddress();
  return (
    <LayoutEditor
      key={begin.times}
      latest={null}
      begin={begin.says}
      periodId={periodId}
      keep={keep}
      isSaving={isLoading}
      problem={error === undefined ? null : problemOf(error)}
      onKeep={async (says) => {
        const { data } = await add({ says });
        const made = data?.layouts.at(-1);
        if (made === undefined) return;
        say(`${says.name} is added.`);
        go({ show: `layout-${made.id}` });
      }}
    >
      <FromSample
        notes={notes}
        onFound={(says, found) => {
          setBegin(({ times }) => ({ says, times: times + 1 }));
          setNotes(found);
        }}
      />
    </LayoutEditor>
  );
}

function FromSample({
  notes,
  onFound,
}: {
  notes: readonly string[];
  onFound: (says: Layout, notes: readonly string[]) => void;
}) {
  const [recognize, { isLoading, error }] = useRecognizeLayoutMutation();
  return (
    <DropList
      title="From a sample file"
      says="What the pay system’s people sent: its columns are recognized, also of fixed width."
      field="A sample file"
      isBusy={isLoading}
      error={error}
      onFile={async (file) => {
        const { data } = await recognize(file);
        if (data === undefined) return;
        const name = file.name.replace(/\.\w+$/, '').slice(0, 80) || data.says.name;
        onFound({ ...data.says, name }, data.notes);
        const sure = data.columns.filter(({ isSure }) => isSure).length;
        say(`${sure} of ${data.columns.length} columns are recognized.`);
      }}
    >
      {notes.length > 0 && (
        <ul aria-label="To look at" className="mt-1 text-note text-ember">
          {notes.map((note) => (
            <li key={note}>{note}</li>
          ))}
        </ul>
      )}
    </DropList>
  );
}
