import type { CardRow } from '@heath/contract';
import { useMemo, useRef, useState } from 'react';
import { type OpenException, useExceptionsQuery } from '../../api/exceptions.ts';
import { Button } from '../../ui/controls/Button.tsx';
import { BareCheckbox } from '../../ui/controls/Checkbox.tsx';
import { NotYet } from '../../ui/notices/NotYet.tsx';
import { useKey } from '../../ui/screen/keys.ts';
import { useLongRows } from '../../ui/screen/useLongRows.ts';
import { exceptionText, hoursText, shortDay } from '../../ui/text/format.ts';
import { Hours } from '../../ui/text/Hours.tsx';
import { Kbd } from '../../ui/text/Kbd.tsx';
import { says } from '../../ui/text/Says.tsx';
import type { useApproving } from '../approvals/index.ts';
import { APPROVE_KEYS } from './keys.ts';

const ROW_HEIGHT = 34;
const COLUMNS =
  'grid-cols-[calc(var(--spacing)*6)_calc(var(--spacing)*64)_minmax(0,1fr)_calc(var(--spacing)*24)]';

interface ApproveManyProps {
  readonly periodId: number;
  readonly rows: readonly CardRow[];
  readonly approving: ReturnType<typeof useApproving>;
  readonly onClose: () => void;
}

/** Everybody who would be approved, with their hours and what is worth a look, those first; each can be left out, all are approved by one key. */
export function ApproveMany({ periodId, rows, approving, onClose }: ApproveManyProps) {
  // Who is in question stays as it was when it was asked for: the server says whom it left.
  const [asked] = useState(rows);
  const [out, setOut] = useState<ReadonlySet<number>>(new Set());
  const { currentData, error, refetch } = useExceptionsQuery(periodId);
  const worthALook = useMemo(() => looksOf(currentData?.rows ?? []), [currentData]);
  const all = useMemo(
    () => asked.toSorted((a, b) => lookCount(worthALook, b) - lookCount(worthALook, a)),
    [asked, worthALook],
  );
  const kept = all.filter(({ personId }) => !out.has(personId));
  const hours = kept.reduce((sum, { payableHours }) => sum + (payableHours ?? 0), 0);
  const looks = kept.filter((row) => lookCount(worthALook, row) > 0).length;
  const isKnown = currentData !== undefined;
  const take = async () => {
    if (approving.isBusy || kept.length === 0 || !isKnown) return;
    await approving.approve(kept.map(({ personId }) => personId));
    onClose();
  };
  useKey(APPROVE_KEYS.take, () => void take());
  useKey(APPROVE_KEYS.close, onClose);
  const toggle = (personId: number) =>
    setOut((before) => {
      const after = new Set(before);
      if (!after.delete(personId)) after.add(personId);
      return after;
    });
  return (
    <main aria-label="Approve many" className="flex min-h-0 flex-col px-4.5 pt-3 pb-3">
      <header className="flex items-baseline gap-3 pb-2">
        <h1 className="text-title">Approve {all.length.toLocaleString('en')}</h1>
        <span className="text-note text-soft">of the list, with nothing to settle</span>
      </header>
      {!isKnown && (
        <NotYet what="what is worth a look" error={error} again={() => void refetch()} place="part" />
      )}
      <People all={all} out={out} worthALook={worthALook} onToggle={toggle} />
      <footer className="flex flex-wrap items-center gap-2 pt-3">
        <Button
          look="primary"
          disabled={approving.isBusy || kept.length === 0 || !isKnown}
          onClick={() => void take()}
        >
          Approve {kept.length.toLocaleString('en')} <Kbd>{APPROVE_KEYS.take.press}</Kbd>
        </Button>
        <Button onClick={onClose} disabled={approving.isBusy}>
          Not now <Kbd>{APPROVE_KEYS.close.press}</Kbd>
        </Button>
        <output className="ml-auto text-note text-soft" aria-label="Effect">
          <b className="text-ink">{hoursText(hours)}</b> payable hours
          {looks > 0 && `, ${looks.toLocaleString('en')} worth a look`}
        </output>
      </footer>
    </main>
  );
}

type Looks = ReadonlyMap<number, readonly OpenException[]>;

/** What is worth a look, by whose it is. */
function looksOf(exceptions: readonly OpenException[]): Looks {
  const found = new Map<number, OpenException[]>();
  for (const one of exceptions) {
    const own = found.get(one.who.personId);
    if (own === undefined) found.set(one.who.personId, [one]);
    else own.push(one);
  }
  return found;
}

const lookCount = (looks: Looks, { personId }: CardRow): number => looks.get(personId)?.length ?? 0;

/** `Tue 20 Oct: in 0 h 25 m late, more than 0 h 15 m`. */
const lookText = (exception: OpenException): string =>
  `${shortDay(exception.workday)}: ${exceptionText(exception)}`;

function People({
  all,
  out,
  worthALook,
  onToggle,
}: {
  all: readonly CardRow[];
  out: ReadonlySet<number>;
  worthALook: Looks;
  onToggle: (personId: number) => void;
}) {
  const scroller = useRef<HTMLDivElement>(null);
  const virtual = useLongRows({ count: all.length, scroller, heightOf: () => ROW_HEIGHT });
  return (
    <>
      <div className={`grid ${COLUMNS} gap-3 border-b border-rule px-2 py-1 text-note text-soft`}>
        <span />
        <span>Person</span>
        <span>Worth a look</span>
        <span className="text-right">Payable</span>
      </div>
      <div ref={scroller} className="min-h-0 flex-1 overflow-y-auto" data-testid="to-approve">
        <div className="relative" style={{ height: virtual.getTotalSize() }}>
          {virtual.getVirtualItems().map(({ index, start }) => {
            const row = all[index];
            if (row === undefined) return null;
            const { personId, name, department, payableHours } = row;
            const looks = (worthALook.get(personId) ?? []).map(lookText).join(' · ');
            return (
              <div
                key={personId}
                className={`absolute inset-x-0 grid ${COLUMNS} items-center gap-3 border-b border-faint px-2 text-note ${out.has(personId) ? 'text-soft' : ''}`}
                style={{ top: start, height: ROW_HEIGHT }}
              >
                <BareCheckbox label={name} checked={!out.has(personId)} onChange={() => onToggle(personId)} />
                <span className="truncate">
                  <b className="font-semibold">{name}</b>{' '}
                  <small className="text-fine text-soft">{department}</small>
                </span>
                <span className="truncate text-soft" {...says(looks)}>
                  {looks}
                </span>
                <span className="text-right font-semibold">
                  {payableHours !== null && <Hours hours={payableHours} />}
                </span>
              </div>
            );
          })}
        </div>
      </div>
    </>
  );
}
