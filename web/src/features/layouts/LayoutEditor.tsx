import type { ProblemBody } from '@heath/contract';
import type { Layout, LayoutColumn } from '@heath/core';
import { type ReactNode, useEffect, useMemo, useState } from 'react';
import { useHandoffQuery } from '../../api/handoff.ts';
import { usePreviewLayoutQuery } from '../../api/layouts.ts';
import { hearProgress } from '../../api/requests/progress.ts';
import { useMay } from '../../api/useMay.ts';
import { Button } from '../../ui/controls/Button.tsx';
import { Unsaved } from '../../ui/form/Unsaved.tsx';
import { Side } from '../../ui/layout/Side.tsx';
import { Notice } from '../../ui/notices/Notice.tsx';
import { ProgressBar } from '../../ui/notices/Progress.tsx';
import { useKey } from '../../ui/screen/keys.ts';
import { Kbd } from '../../ui/text/Kbd.tsx';
import { AddsUp } from './AddsUp.tsx';
import { ColumnChips } from './ColumnChips.tsx';
import { ColumnForm } from './ColumnForm.tsx';
import { objectionsTo } from './draft.ts';
import { FileForm } from './FileForm.tsx';
import { FilePreview } from './FilePreview.tsx';
import { LAYOUT_KEYS } from './keys.ts';
import type { ColumnPlace } from './place.ts';

/** A layout as it is kept, and which version of it. */
export interface KeptLayout {
  readonly says: Layout;
  readonly version: number;
}

const PREVIEW_MILLISECONDS = 250;

/** A layout while it is edited: its columns in order, the real lines in it as table and as text, and whether they add up. */
export function LayoutEditor({
  latest,
  begin,
  periodId,
  keep,
  isSaving,
  problem,
  onKeep,
  children,
}: {
  /** As it is kept now; null of one that is not kept yet, which begins as `begin`. */
  latest: KeptLayout | null;
  begin: Layout;
  periodId: number;
  keep: string;
  isSaving: boolean;
  problem: ProblemBody | null;
  /** @param version the one that was changed */
  onKeep: (says: Layout, version: number) => Promise<void>;
  children?: ReactNode;
}) {
  const [kept, setKept] = useState(latest);
  const [says, setSays] = useState<Layout>(() => kept?.says ?? begin);
  const [open, setOpen] = useState<ColumnPlace | null>({ part: 'columns', index: 0 });
  const [isPast, setPast] = useState(false);
  const may = useMay('map pay codes');
  const isChanged = kept === null || JSON.stringify(says) !== JSON.stringify(kept.says);
  const adopt = (next: KeptLayout | null) => {
    setKept(next);
    if (next !== null) setSays(next.says);
  };
  // Nothing of one's own is lost when somebody else keeps another: it is told when one's own is to be kept.
  useEffect(() => {
    const isMine = latest !== null && JSON.stringify(latest.says) === JSON.stringify(says);
    if (latest?.version !== kept?.version && (!isChanged || isMine)) adopt(latest);
  });
  const objections = objectionsTo(says);
  const past = usePastBatch(periodId);
  const { preview, share, error } = usePreview(
    periodId,
    says,
    isPast ? past?.id : undefined,
    objections.length === 0,
  );
  const mayKeep = may && isChanged && objections.length === 0 && !isSaving;
  const save = () => mayKeep && void onKeep(says, kept?.version ?? 0);
  useKey({ press: keep, does: '', inFields: true }, save);
  useKey(LAYOUT_KEYS.tryOn, () => past !== undefined && setPast(!isPast));
  const listOf = (part: ColumnPlace['part']): readonly LayoutColumn[] => says[part] ?? [];
  const setPart = (part: ColumnPlace['part'], columns: readonly LayoutColumn[]) =>
    setSays({ ...says, [part]: part !== 'columns' && columns.length === 0 ? null : [...columns] });
  const opened = open === null ? undefined : listOf(open.part)[open.index];
  return (
    <div className="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_var(--spacing-side)]">
      <main aria-label="Layout" className="min-h-0 overflow-y-auto border-r border-rule px-5.5 py-4">
        <header className="flex items-center gap-3">
          <h1 className="min-w-0 truncate text-title">{says.name}</h1>
          <span className="ml-auto flex gap-2">
            {past !== undefined && (
              <Button onClick={() => setPast(!isPast)} aria-pressed={isPast}>
                {isPast ? `On handoff ${past.number}` : 'Try on a past handoff'}{' '}
                <Kbd>{LAYOUT_KEYS.tryOn.press}</Kbd>
              </Button>
            )}
            {isChanged && kept !== null && <Button onClick={() => adopt(latest)}>Leave as it was</Button>}
            <Button look="primary" disabled={!mayKeep} onClick={save}>
              Keep <Kbd>{keep}</Kbd>
            </Button>
          </span>
        </header>
        <p className="mb-3 text-note text-soft">
          {says.kind.toUpperCase()} · a line for each {says.lineFor.join(', ')}
        </p>
        {(objections[0] !== undefined || problem !== null) && (
          <div className="mb-3">
            <Notice>{objections[0]?.reason ?? problem?.title}</Notice>
          </div>
        )}
        <ColumnChips
          part="columns"
          name="Columns"
          says={says}
          open={open}
          isFixed={!may}
          onOpen={setOpen}
          onChange={setPart}
        />
        <ColumnChips
          part="header"
          name="Before the lines"
          says={says}
          open={open}
          isFixed={!may}
          onOpen={setOpen}
          onChange={setPart}
        />
        <ColumnChips
          part="trailer"
          name="After the lines"
          says={says}
          open={open}
          isFixed={!may}
          onOpen={setOpen}
          onChange={setPart}
        />
        {preview === undefined && objections.length === 0 && error === undefined && (
          <div className="mt-3 max-w-xl">
            <ProgressBar label="Writing the lines" share={share} />
          </div>
        )}
        {preview !== undefined && <FilePreview preview={preview} says={says} />}
        <Unsaved when={isChanged && kept !== null && !isSaving} />
      </main>
      <Side label="Column and file" className="bg-sheet px-5 py-4">
        {latest === null && <div className="mb-5">{children}</div>}
        {open !== null && opened !== undefined && (
          <ColumnForm
            key={`${open.part} ${open.index}`}
            column={opened}
            part={open.part}
            isFixed={!may}
            onChange={(column) =>
              setPart(
                open.part,
                listOf(open.part).map((one, i) => (i === open.index ? column : one)),
              )
            }
            onRemove={() => {
              setPart(
                open.part,
                listOf(open.part).filter((_, i) => i !== open.index),
              );
              setOpen(null);
            }}
          />
        )}
        <FileForm says={says} isFixed={!may} onChange={setSays} />
        {preview !== undefined && <AddsUp preview={preview} />}
        {latest !== null && <div className="mt-4">{children}</div>}
      </Side>
    </div>
  );
}

/** The latest batch of the periods before this one. */
function usePastBatch(periodId: number) {
  const { data } = useHandoffQuery(periodId);
  return data?.batches.find(({ ended }) => ended === null) ?? data?.earlier[0];
}

/** What the layout makes of the real lines, asked for once somebody pauses. */
function usePreview(periodId: number, says: Layout, batchId: number | undefined, isSound: boolean) {
  const [asked, setAsked] = useState(says);
  const [share, setShare] = useState<number | null>(null);
  useEffect(() => {
    const timer = window.setTimeout(() => setAsked(says), PREVIEW_MILLISECONDS);
    return () => window.clearTimeout(timer);
  }, [says]);
  const body = useMemo(
    () => ({ says: asked, ...(batchId === undefined ? {} : { batchId }) }),
    [asked, batchId],
  );
  useEffect(() => hearProgress(body, setShare), [body]);
  const { data, error, isFetching } = usePreviewLayoutQuery(
    { periodId, body },
    { skip: !isSound || objectionsTo(asked).length > 0 },
  );
  const isOfBefore = isFetching || asked !== says;
  return { preview: isSound && data !== undefined ? { ...data, isOfBefore } : undefined, share, error };
}
