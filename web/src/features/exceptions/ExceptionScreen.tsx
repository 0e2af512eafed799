import type { ZoneOffsets } from '@heath/core';
import { useMemo, useRef, useState } from 'react';
import type { OpenException } from '../../api/exceptions.ts';
import { Empty } from '../../ui/Empty.tsx';
import { useKey } from '../../ui/keys.ts';
import { dayOfIso, useAddress } from '../../ui/useAddress.ts';
import { type Conflict, ConflictNotice } from '../settle/index.ts';
import { ExceptionList } from './ExceptionList.tsx';
import { EXCEPTION_KEYS } from './keys.ts';
import { type KindCount, type KindsBySeverity, kindsBySeverity, nameOf, openPlace, within } from './kinds.ts';

/** Kinds, exceptions, the open one. Which are shown and which is open stands in the address. */
export function ExceptionScreen({ periodId, open }: { periodId: number; open: readonly OpenException[] }) {
  const { query, go } = useAddress();
  const group = query.get('group');
  const day = dayOfIso(query.get('day'));
  const inSight = useMemo(() => within(open, group === null ? null : Number(group), day), [open, group, day]);
  const kinds = useMemo(() => kindsBySeverity(inSight), [inSight]);
  const all = [...kinds.holdUp, ...kinds.toLookAt];
  const picked = all.find(({ kind }) => kind === query.get('kind')) ?? all[0];
  const shown = useMemo(() => inSight.filter(({ kind }) => kind === picked?.kind), [inSight, picked?.kind]);
  const [conflict, setConflict] = useState<{ of: Conflict; offsets: ZoneOffsets } | null>(null);
  const last = useRef(0);
  const place = openPlace(shown, query.get('open'), last.current);
  last.current = Math.max(place, 0);
  const step = (by: number) => {
    const next = shown[Math.min(Math.max(place + by, 0), shown.length - 1)];
    if (next !== undefined) go({ open: nameOf(next) });
  };
  useKey(EXCEPTION_KEYS.next, () => step(1));
  useKey(EXCEPTION_KEYS.before, () => step(-1));
  return (
    <div className="grid min-h-0 flex-1 grid-cols-[var(--spacing-list)_minmax(0,1fr)]">
      <Kinds kinds={kinds} picked={picked?.kind} onPick={(kind) => go({ kind, open: null })} />
      <div className="flex min-h-0 flex-col">
        {conflict !== null && (
          <div className="px-4.5 pt-3">
            <ConflictNotice
              conflict={conflict.of}
              offsets={conflict.offsets}
              onUnderstood={() => setConflict(null)}
            />
          </div>
        )}
        {picked === undefined ? (
          <Empty title={open.length === 0 ? 'Nothing to settle' : 'Nothing to settle here'}>
            {open.length === 0
              ? 'Every card of this period is clean. The handoff is next.'
              : 'Pick another day or pay group above.'}
          </Empty>
        ) : (
          <ExceptionList
            key={picked.kind}
            periodId={periodId}
            kind={picked}
            holdsUp={kinds.holdUp.includes(picked)}
            shown={shown}
            place={place}
            onOpen={(exception) => go({ open: nameOf(exception) })}
            onConflict={(of, offsets) => setConflict({ of, offsets })}
          />
        )}
      </div>
    </div>
  );
}

/** The kinds that there is something of, by what they mean for the handoff. */
function Kinds({
  kinds,
  picked,
  onPick,
}: {
  kinds: KindsBySeverity;
  picked: string | undefined;
  onPick: (kind: string) => void;
}) {
  const part = (title: string, of: readonly KindCount[]) =>
    of.length > 0 && (
      <section className="mb-4" aria-label={title}>
        <h2 className="px-5 pb-1.5 font-sans text-note font-semibold text-soft">{title}</h2>
        {of.map(({ kind, label, count }) => (
          <button
            key={kind}
            type="button"
            aria-current={kind === picked}
            onClick={() => onPick(kind)}
            className={`flex w-full justify-between px-5 py-1.5 text-left ${kind === picked ? 'picked-row bg-sheet font-semibold' : 'hover:bg-sheet'}`}
          >
            <span>{label}</span>
            <span>{count.toLocaleString('en')}</span>
          </button>
        ))}
      </section>
    );
  return (
    <nav aria-label="Kinds" className="min-h-0 overflow-y-auto border-r border-rule pt-5">
      {part('Hold up the handoff', kinds.holdUp)}
      {part('Worth a look', kinds.toLookAt)}
    </nav>
  );
}
