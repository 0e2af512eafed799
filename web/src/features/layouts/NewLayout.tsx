import type { Layout } from '@heath/core';
import { FileUp } from 'lucide-react';
import { useState } from 'react';
import { useDropzone } from 'react-dropzone';
import { problemOf } from '../../api/base.ts';
import { useAddLayoutMutation, useRecognizeLayoutMutation } from '../../api/layouts.ts';
import { Button } from '../../ui/Button.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { say } from '../../ui/notices.ts';
import { useAddress } from '../../ui/useAddress.ts';
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
  const onDrop = async ([file]: File[]) => {
    if (file === undefined) return;
    const text = await file.text().catch(() => '');
    const { data } = await recognize(text);
    if (data === undefined) return;
    onFound(
      { ...data.says, name: file.name.replace(/\.\w+$/, '').slice(0, 80) || data.says.name },
      data.notes,
    );
    const sure = data.columns.filter(({ isSure }) => isSure).length;
    say(`${sure} of ${data.columns.length} columns are recognized.`);
  };
  const { getRootProps, getInputProps, isDragActive, open } = useDropzone({
    onDrop: (files) => void onDrop(files),
    multiple: false,
    disabled: isLoading,
    noClick: true,
    noKeyboard: true,
  });
  return (
    <section aria-label="From a sample file" className="border-t border-rule pt-3">
      <h2 className="text-lead">From a sample file</h2>
      <p className="text-note text-soft">What the pay system’s people sent: its columns are recognized.</p>
      {error !== undefined && <Notice>{problemOf(error).title}</Notice>}
      {notes.length > 0 && (
        <ul aria-label="To look at" className="mt-1 text-note text-ember">
          {notes.map((note) => (
            <li key={note}>{note}</li>
          ))}
        </ul>
      )}
      <div
        {...getRootProps()}
        className={`mt-2 rounded-control border border-dashed p-2 text-center text-note ${isDragActive ? 'border-heather bg-heather-wash' : 'border-dash'}`}
      >
        <input {...getInputProps({ 'aria-label': 'A sample file' })} />
        <Button onClick={open} disabled={isLoading}>
          <FileUp size={15} className="mr-2" aria-hidden="true" />
          {isLoading ? 'Being read…' : 'Choose a file'}
        </Button>
        <p className="mt-1 text-fine text-soft">or drop it here</p>
      </div>
    </section>
  );
}
