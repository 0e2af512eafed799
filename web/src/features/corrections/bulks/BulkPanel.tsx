import { type BulkItem, type BulkPreview, type BulkRequest, BY_HAND } from '@heath/contract';
import type { Workday } from '@heath/core';
import { useMemo, useRef, useState } from 'react';
import { usePreviewBulkQuery, useSettleBulkMutation, useUndoBulkMutation } from '../../../api/bulks.ts';
import { problemOf } from '../../../api/requests/base.ts';
import { hearProgress } from '../../../api/requests/progress.ts';
import { Button } from '../../../ui/controls/Button.tsx';
import { BareCheckbox } from '../../../ui/controls/Checkbox.tsx';
import { WhyField } from '../../../ui/form/WhyField.tsx';
import { Notice } from '../../../ui/notices/Notice.tsx';
import { type Done, say, sayDone } from '../../../ui/notices/notices.ts';
import { ProgressBar } from '../../../ui/notices/Progress.tsx';
import { useKey } from '../../../ui/screen/keys.ts';
import { useLongRows } from '../../../ui/screen/useLongRows.ts';
import { hoursText, shortDay } from '../../../ui/text/format.ts';
import { Hours } from '../../../ui/text/Hours.tsx';
import { Kbd } from '../../../ui/text/Kbd.tsx';
import { BULK_KEYS } from './keys.ts';

const ROW_HEIGHT = 34;
const COLUMNS =
  'grid-cols-[calc(var(--spacing)*6)_calc(var(--spacing)*56)_minmax(0,1fr)_calc(var(--spacing)*40)]';

/** One of many things that are done together: whose, on which day, what is there, and what is done to it. */
interface BulkEntry {
  readonly personId: number;
  readonly name: string;
  readonly workday: Workday;
  /** What is there: `In 21:58, nothing after`. */
  readonly line: string;
  readonly items: readonly BulkItem[];
}

/** What is done together. */
export interface Bulk {
  /** On the button and above the list: `Take all 3 that match the plan`. */
  readonly name: string;
  /** For the history, once it is done. */
  readonly did: string;
  /** On the button: `Settle`, `Add`. */
  readonly verb: string;
  /** It is not done without a reason. */
  readonly asksWhy?: boolean;
  readonly of: readonly BulkEntry[];
}

interface BulkPanelProps {
  readonly periodId: number;
  /** Beside the name. */
  readonly detail: string;
  readonly bulk: Bulk;
  /** It is done, or not wanted now. */
  readonly onClose: (isDone: boolean) => void;
}

/** By which an entry is told from the others, and what was left of it. */
const idOf = ({ personId, workday, items: [item] }: BulkEntry): string =>
  item === undefined || 'says' in item ? `${personId} ${workday}` : `${personId}.${item.exception}`;

/** By which the server names what it left of an entry. */
const leftNameOf = ({ personId, items: [item] }: BulkEntry): string =>
  `${personId}.${item === undefined || 'says' in item ? BY_HAND : item.exception}`;

/** Exactly what doing many things together would change, person by person; each can be left out, all are taken by one key. */
export function BulkPanel({ periodId, detail, bulk, onClose }: BulkPanelProps) {
  // What is in question stays as it was when it was asked for: others may settle some meanwhile, and the server says which.
  const [all] = useState(bulk.of);
  const [out, setOut] = useState<ReadonlySet<string>>(new Set());
  const [note, setNote] = useState('');
  const why = useRef<HTMLInputElement>(null);
  const [share, setShare] = useState<number | null>(null);
  const whole = useMemo(() => {
    const body = bodyOf(bulk, all, '');
    hearProgress(body, setShare);
    return body;
  }, [bulk, all]);
  const { currentData: ofAll, error, refetch } = usePreviewBulkQuery({ periodId, body: whole });
  const kept = useMemo(() => all.filter((one) => !out.has(idOf(one))), [all, out]);
  const preview = usePreviewOfKept(periodId, bulk, ofAll, kept, out);
  const { run, isBusy } = useSettleBulk(periodId, () => onClose(true));
  const isAsked = bulk.asksWhy === true;
  const take = () => {
    if (isBusy || kept.length === 0 || preview === undefined) return;
    if (isAsked && note.trim() === '') why.current?.focus();
    else {
      const body = bodyOf(bulk, kept, note);
      setShare(null);
      hearProgress(body, setShare);
      void run(body);
    }
  };
  useKey(BULK_KEYS.take, take);
  useKey(BULK_KEYS.close, () => onClose(false));
  useKey(BULK_KEYS.why, () => why.current?.focus());
  const toggle = (name: string) =>
    setOut((before) => {
      const after = new Set(before);
      if (!after.delete(name)) after.add(name);
      return after;
    });
  return (
    <main aria-label={bulk.name} className="flex min-h-0 flex-1 flex-col px-4.5 pt-3 pb-3">
      <header className="flex items-baseline gap-3 pb-2">
        <h1 className="text-title">{bulk.name}</h1>
        <span className="text-note text-soft">{detail}</span>
      </header>
      {error !== undefined && <Notice>{problemOf(error).title}</Notice>}
      {preview === undefined && error === undefined && (
        <div className="py-2">
          <p className="mb-1 text-note text-soft">
            Computing what would change for {all.length.toLocaleString('en')}…
          </p>
          <ProgressBar label="Computing what would change" share={share} />
        </div>
      )}
      <Rows all={all} out={out} preview={preview} onToggle={toggle} />
      {isBusy && <ProgressBar label={`${bulk.verb}: ${kept.length}`} share={share} />}
      <footer className="flex flex-wrap items-center gap-2 pt-3">
        <Button look="primary" disabled={isBusy || preview === undefined || kept.length === 0} onClick={take}>
          {bulk.verb} {kept.length.toLocaleString('en')} <Kbd>{BULK_KEYS.take.press}</Kbd>
        </Button>
        <Button onClick={() => onClose(false)} disabled={isBusy}>
          Not now <Kbd>{BULK_KEYS.close.press}</Kbd>
        </Button>
        <WhyField text={note} onType={setNote} press={BULK_KEYS.why.press} ref={why} isAsked={isAsked} />
        {error !== undefined && <Button onClick={() => void refetch()}>Try again</Button>}
        {preview !== undefined && <Totals preview={preview} out={out} all={all} />}
      </footer>
    </main>
  );
}

/**
 * What doing those that are kept would change. Of a person of whom some are left out, what the others alone would change is computed anew; undefined
 * until it is.
 */
function usePreviewOfKept(
  periodId: number,
  bulk: Bulk,
  ofAll: BulkPreview | undefined,
  kept: readonly BulkEntry[],
  out: ReadonlySet<string>,
): BulkPreview | undefined {
  const inPart = useMemo(() => {
    const cut = new Set(bulk.of.filter((one) => out.has(idOf(one))).map(({ personId }) => personId));
    return kept.filter(({ personId }) => cut.has(personId));
  }, [bulk, kept, out]);
  const { currentData } = usePreviewBulkQuery(
    { periodId, body: bodyOf(bulk, inPart, '') },
    { skip: inPart.length === 0 },
  );
  return useMemo(() => {
    if (inPart.length === 0 || ofAll === undefined) return ofAll;
    if (currentData === undefined) return undefined;
    const anew = new Set(inPart.map(({ personId }) => personId));
    const others = <T extends { readonly personId: number }>(of: readonly T[]) =>
      of.filter(({ personId }) => !anew.has(personId));
    return {
      ...ofAll,
      people: [...others(ofAll.people), ...currentData.people],
      left: [...others(ofAll.left), ...currentData.left],
    };
  }, [inPart, ofAll, currentData]);
}

const bodyOf = ({ did }: Bulk, of: readonly BulkEntry[], note: string): BulkRequest => ({
  what: did,
  note,
  items: of.flatMap(({ items }) => items),
});

/** Settles them, and says so with a way to take all of it back in one step. */
function useSettleBulk(periodId: number, onDone: () => void) {
  const [settle, { isLoading }] = useSettleBulkMutation();
  const [undo] = useUndoBulkMutation();
  const doneOf = (text: string, bulkId: number): Done => ({
    text,
    undo: async () => {
      const { data, error } = await undo({ periodId, bulkId });
      if (data !== undefined) return doneOf(text, data.bulkId);
      say(problemOf(error).title);
      return null;
    },
  });
  const run = async (body: BulkRequest) => {
    const { data, error } = await settle({ periodId, body });
    if (data === undefined) return say(problemOf(error).title);
    const leftOut =
      data.left.length === 0 ? '' : `; ${data.left.length} left as they were: ${data.left[0]?.reason ?? ''}`;
    sayDone(doneOf(`${body.what}: ${data.corrections.toLocaleString('en')}${leftOut}`, data.bulkId));
    onDone();
  };
  return { run, isBusy: isLoading };
}

function Rows({
  all,
  out,
  preview,
  onToggle,
}: {
  all: readonly BulkEntry[];
  out: ReadonlySet<string>;
  preview: BulkPreview | undefined;
  onToggle: (name: string) => void;
}) {
  const scroller = useRef<HTMLDivElement>(null);
  const virtual = useLongRows({ count: all.length, scroller, heightOf: () => ROW_HEIGHT });
  const hoursOf = useMemo(
    () => new Map(preview?.people.map((person) => [person.personId, person]) ?? []),
    [preview],
  );
  const leftOf = useMemo(
    () => new Map(preview?.left.map((one) => [`${one.personId}.${one.exception}`, one.reason]) ?? []),
    [preview],
  );
  return (
    <>
      <div className={`grid ${COLUMNS} gap-3 border-b border-rule px-2 py-1 text-note text-soft`}>
        <span />
        <span>Person</span>
        <span>What is there</span>
        <span className="text-right">Payable, hours</span>
      </div>
      <div ref={scroller} className="min-h-0 flex-1 overflow-y-auto" data-testid="alike">
        <div className="relative" style={{ height: virtual.getTotalSize() }}>
          {virtual.getVirtualItems().map(({ index, start }) => {
            const one = all[index];
            if (one === undefined) return null;
            const name = idOf(one);
            const hours = hoursOf.get(one.personId);
            const reason = leftOf.get(leftNameOf(one));
            return (
              <div
                key={name}
                className={`absolute inset-x-0 grid ${COLUMNS} items-center gap-3 border-b border-faint px-2 text-note ${out.has(name) ? 'text-soft' : ''}`}
                style={{ top: start, height: ROW_HEIGHT }}
              >
                <BareCheckbox
                  label={`${one.name}, ${shortDay(one.workday)}`}
                  checked={!out.has(name)}
                  onChange={() => onToggle(name)}
                />
                <span className="truncate">
                  <b className="font-semibold">{one.name}</b>{' '}
                  <small className="text-fine text-soft">{shortDay(one.workday)}</small>
                </span>
                <span className={`truncate ${reason === undefined ? 'text-soft' : 'text-ember'}`}>
                  {reason === undefined ? one.line : `Left as it is: ${reason}`}
                </span>
                <span className="text-right">
                  {hours !== undefined && reason === undefined && !out.has(name) && (
                    <>
                      <Hours hours={hours.payableBeforeHours} className="text-soft" /> →{' '}
                      <Hours hours={hours.payableAfterHours} className="font-semibold" />
                    </>
                  )}
                </span>
              </div>
            );
          })}
        </div>
      </div>
    </>
  );
}

/** What all that is not left out would add. */
function Totals({
  preview: { people },
  out,
  all,
}: {
  preview: BulkPreview;
  out: ReadonlySet<string>;
  all: readonly BulkEntry[];
}) {
  const kept = new Set(all.filter((one) => !out.has(idOf(one))).map(({ personId }) => personId));
  const more = people
    .filter(({ personId }) => kept.has(personId))
    .reduce((sum, one) => sum + one.payableAfterHours - one.payableBeforeHours, 0);
  return (
    <output className="ml-auto text-note text-soft" aria-label="Effect">
      {more === 0 ? (
        'Nothing is paid otherwise'
      ) : (
        <>
          Payable {more > 0 ? '+' : ''}
          <b className="text-ink">{hoursText(more)}</b> in all
        </>
      )}
    </output>
  );
}
