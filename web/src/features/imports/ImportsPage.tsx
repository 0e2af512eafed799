import type { ProblemBody } from '@heath/contract';
import { LARGEST_IMPORT_BYTES } from '@heath/contract';
import { FileUp } from 'lucide-react';
import { useRef, useState } from 'react';
import { useDropzone } from 'react-dropzone';
import { NavLink, useNavigate, useParams } from 'react-router';
import { uploadFile, useImportsQuery } from '../../api/imports.ts';
import { api } from '../../api/requests/base.ts';
import { useMay } from '../../api/useMay.ts';
import { useAppDispatch } from '../../app/hooks.ts';
import { Button } from '../../ui/controls/Button.tsx';
import { Notice } from '../../ui/notices/Notice.tsx';
import { NotYet } from '../../ui/notices/NotYet.tsx';
import { say } from '../../ui/notices/notices.ts';
import { Progress } from '../../ui/notices/Progress.tsx';
import { useKey } from '../../ui/screen/keys.ts';
import { moment } from '../../ui/text/format.ts';
import { Kbd } from '../../ui/text/Kbd.tsx';
import { ImportView } from './ImportView.tsx';
import { IMPORT_KEYS } from './keys.ts';

/** Why a dropped file is not taken, by the package's names for it. */
const WHY_NOT: Readonly<Record<string, string>> = {
  'file-too-large': `The file is larger than ${LARGEST_IMPORT_BYTES / 1024 / 1024} MB. Split it and import the parts.`,
  'too-many-files': 'Drop one file at a time.',
};

/** How a file is sent: one at a time, with how much of it is there, and a way out. */
function useSending() {
  const navigate = useNavigate();
  const dispatch = useAppDispatch();
  /** How much of a file is sent, from 0 to 1; null while none is. */
  const [share, setShare] = useState<number | null>(null);
  const [problem, setProblem] = useState<ProblemBody | null>(null);
  const canceling = useRef(new AbortController());
  const send = async (files: readonly File[]) => {
    const [file] = files;
    if (file === undefined) return;
    setProblem(null);
    setShare(0);
    canceling.current = new AbortController();
    try {
      const received = await uploadFile(file, setShare, canceling.current.signal);
      if (received === null) return say(`${file.name} was not sent.`);
      dispatch(api.util.invalidateTags(['imports']));
      navigate(`/punches/${received.id}`);
    } catch (failed) {
      setProblem(failed as ProblemBody);
      navigate('/punches');
    } finally {
      setShare(null);
    }
  };
  return { share, problem, setProblem, send, cancel: () => canceling.current.abort() };
}

/** Punches come in as files: those that came, on the left; one of them, or a place to drop the next. */
export function ImportsPage() {
  const { importId } = useParams();
  const { share, problem, setProblem, send, cancel } = useSending();
  const may = useMay('import');
  const drop = useDropzone({
    disabled: !may,
    onDrop: (files) => void send(files),
    multiple: false,
    noClick: true,
    maxSize: LARGEST_IMPORT_BYTES,
    onDropRejected: ([rejected]) =>
      setProblem({
        type: 'too-large',
        title:
          WHY_NOT[rejected?.errors[0]?.code ?? ''] ??
          'That cannot be taken. Punches come as CSV, TSV or XLSX files.',
        status: 413,
      }),
  });
  useKey(IMPORT_KEYS.choose, drop.open);

  return (
    <div
      {...drop.getRootProps({
        className: 'relative grid min-h-0 flex-1 grid-cols-[var(--spacing-list)_minmax(0,1fr)]',
      })}
    >
      <aside aria-label="Files" className="flex min-h-0 flex-col border-r border-rule">
        <input {...drop.getInputProps({ 'aria-label': 'Punch file' })} />
        <div className="px-5 py-3">
          <Button look="primary" onClick={drop.open} disabled={!may} className="w-full justify-center">
            Import a file
            <Kbd>{IMPORT_KEYS.choose.press}</Kbd>
          </Button>
        </div>
        <Files />
      </aside>
      <main className="min-h-0 overflow-y-auto">
        {problem !== null && (
          <div className="mx-6 mt-5 max-w-3xl">
            <Notice>{problem.title}</Notice>
          </div>
        )}
        {share !== null ? (
          <Sending share={share} onCancel={cancel} />
        ) : importId === undefined ? (
          <DropHere onOpen={drop.open} />
        ) : (
          <ImportView key={importId} id={Number(importId)} />
        )}
      </main>
      {drop.isDragActive && (
        <div className="pointer-events-none absolute inset-3 z-10 grid place-items-center border-2 border-dashed border-heather bg-heather-wash/90 font-serif text-title">
          Drop the punch file
        </div>
      )}
    </div>
  );
}

function Sending({ share, onCancel }: { share: number; onCancel: () => void }) {
  return (
    <>
      <Progress name="Sending the file" share={share} />
      <Button className="ml-6" onClick={onCancel}>
        Cancel
      </Button>
    </>
  );
}

function DropHere({ onOpen }: { onOpen: () => void }) {
  return (
    <section className="m-6 grid max-w-3xl place-items-center border-2 border-dashed border-rule px-8 py-20 text-center">
      <FileUp size={28} className="text-heather" aria-hidden="true" />
      <h1 className="mt-3 text-title">Drop a punch file here</h1>
      <p className="mt-1 max-w-md text-soft">
        CSV, TSV or XLSX with a header line. You will see what each column was taken for before anything is
        kept; punches that are known already are passed over.
      </p>
      <Button className="mt-4" onClick={onOpen}>
        Choose a file
      </Button>
    </section>
  );
}

/** Every file that came, the newest first, and what became of it. */
function Files() {
  const { data, error, refetch } = useImportsQuery();
  if (data === undefined)
    return <NotYet place="part" what="the files" error={error} again={() => void refetch()} />;
  const files = data.imports;
  return (
    <div className="min-h-0 flex-1 overflow-y-auto border-t border-faint">
      {files.length === 0 && <p className="px-5 py-3 text-soft">No file came yet.</p>}
      {files.map((file) => (
        <NavLink
          key={file.id}
          to={`/punches/${file.id}`}
          className={({ isActive }) =>
            `block border-b border-faint py-1.5 pl-5 pr-3.5 ${isActive ? 'bg-sheet picked-row' : 'hover:bg-sheet'}`
          }
        >
          <span className="block truncate font-semibold">{file.name}</span>
          <span className="flex justify-between text-fine text-soft">
            {moment(file.madeAt)}
            <span className={file.status === 'failed' ? 'text-ember' : ''}>
              {file.status === 'done'
                ? `${file.added.toLocaleString('en')} added${file.refused > 0 ? `, ${file.refused.toLocaleString('en')} refused` : ''}`
                : file.status === 'queued'
                  ? 'importing'
                  : file.status}
            </span>
          </span>
        </NavLink>
      ))}
    </div>
  );
}
