import { FileUp } from 'lucide-react';
import { type ReactNode, useState } from 'react';
import { useDropzone } from 'react-dropzone';
import { problemOf } from '../../api/requests/base.ts';
import { Button } from '../controls/Button.tsx';
import { Notice } from '../notices/Notice.tsx';

/** Takes a file: dropped here, or chosen. Its bytes are sent as they are: who reads them can tell what they are. */
export function DropList({
  title,
  says,
  field,
  isBusy,
  error,
  onFile,
  children,
}: {
  title: string;
  /** What file it is to be. */
  says: string;
  /** What the choice of a file is called. */
  field: string;
  isBusy: boolean;
  /** Why the last one was refused. */
  error: unknown;
  onFile: (file: File) => Promise<void>;
  /** What became of the last one. */
  children?: ReactNode;
}) {
  const [unread, setUnread] = useState<string | null>(null);
  const onDrop = async ([file]: File[]) => {
    if (file === undefined) return;
    try {
      // What cannot be read any more would look like a server that is gone.
      await file.slice(0, 1).arrayBuffer();
      setUnread(null);
    } catch {
      setUnread(`${file.name} cannot be read.`);
      return;
    }
    await onFile(file);
  };
  const { getRootProps, getInputProps, isDragActive, open } = useDropzone({
    onDrop: (files) => void onDrop(files),
    multiple: false,
    disabled: isBusy,
    noClick: true,
    noKeyboard: true,
  });
  return (
    <section aria-label={title} className="mt-5 border-t border-rule pt-3">
      <h2 className="text-lead">{title}</h2>
      <p className="text-note text-soft">{says}</p>
      {(unread !== null || error !== undefined) && (
        <div className="mt-2">
          <Notice>{unread ?? problemOf(error).title}</Notice>
        </div>
      )}
      {children}
      <div
        {...getRootProps()}
        className={`mt-2 rounded-control border border-dashed p-2 text-center text-note ${isDragActive ? 'border-heather bg-heather-wash' : 'border-dash'}`}
      >
        <input {...getInputProps({ 'aria-label': field })} />
        <Button onClick={open} disabled={isBusy}>
          <FileUp size={15} className="mr-2" aria-hidden="true" />
          {isBusy ? 'Being read…' : 'Choose a file'}
        </Button>
        <p className="mt-1 text-fine text-soft">or drop it here</p>
      </div>
    </section>
  );
}
