import { FileUp } from 'lucide-react';
import { useState } from 'react';
import { useDropzone } from 'react-dropzone';
import { problemOf } from '../../api/base.ts';
import { useTakeListMutation } from '../../api/pay-codes.ts';
import { useMay } from '../../api/useMay.ts';
import { Button } from '../../ui/Button.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { say } from '../../ui/notices.ts';

/** Takes a list of the pay system's as a CSV file: dropped here, or chosen. */
export function TakeList({ what, columns }: { what: 'list' | 'people' | 'rates'; columns: string }) {
  const [take, { isLoading, error }] = useTakeListMutation();
  const [unread, setUnread] = useState<string | null>(null);
  const may = useMay('map pay codes');
  const onDrop = async (files: File[]) => {
    const [file] = files;
    if (file === undefined) return;
    let text: string;
    try {
      text = await file.text();
      setUnread(null);
    } catch {
      setUnread(`${file.name} cannot be read.`);
      return;
    }
    const { data } = await take({ what, text });
    if (data !== undefined)
      say(`Taken: ${data.added} added, ${data.changed} changed, ${data.notInList} not in the list and kept.`);
  };
  const { getRootProps, getInputProps, isDragActive, open } = useDropzone({
    onDrop: (files) => void onDrop(files),
    multiple: false,
    disabled: !may || isLoading,
    noClick: true,
    noKeyboard: true,
  });
  if (!may) return null;
  return (
    <section aria-label="Take a list" className="mt-5 border-t border-rule pt-3">
      <h3 className="font-semibold">{what === 'rates' ? 'Take a list' : 'Take their list'}</h3>
      <p className="text-note text-soft">A CSV file with the columns {columns}.</p>
      {(unread !== null || error !== undefined) && (
        <div className="mt-2">
          <Notice>{unread ?? problemOf(error).title}</Notice>
        </div>
      )}
      <div
        {...getRootProps()}
        className={`mt-2 rounded-control border border-dashed p-2 text-center text-note ${isDragActive ? 'border-heather bg-heather-wash' : 'border-dash'}`}
      >
        <input {...getInputProps({ 'aria-label': 'A list as CSV' })} />
        <Button onClick={open} disabled={isLoading}>
          <FileUp size={15} className="mr-2" aria-hidden="true" />
          {isLoading ? 'Being read…' : 'Choose a file'}
        </Button>
        <p className="mt-1 text-fine text-soft">or drop it here</p>
      </div>
    </section>
  );
}
