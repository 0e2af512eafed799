import type { Question } from '@heath/contract';
import type { ZoneOffsets } from '@heath/core';
import { memo, type ReactNode, useRef } from 'react';
import type { OpenException } from '../../api/exceptions.ts';
import { useInSight, useLongRows } from '../../ui/screen/useLongRows.ts';
import { clockTime, PROPOSED_BY, shortDay } from '../../ui/text/format.ts';
import type { Conflict } from '../corrections/settle/index.ts';
import { standingOf, useAsked } from '../questions/index.ts';
import { type KindCount, nameOf } from './kinds.ts';
import { OpenedException } from './OpenedException.tsx';
import { lineOf } from './words.ts';

const ROW_HEIGHT = 42;
/** What an opened one is taken for until it is measured. */
const OPENED_HEIGHT = 220;

interface ExceptionListProps {
  readonly periodId: number;
  readonly kind: KindCount;
  /** The handoff waits for these. */
  readonly holdsUp: boolean;
  readonly shown: readonly OpenException[];
  /** The place of the open one. */
  readonly place: number;
  readonly onOpen: (exception: OpenException) => void;
  readonly onConflict: (conflict: Conflict, offsets: ZoneOffsets) => void;
  /** At the end of the heading. */
  readonly children: ReactNode;
}

/** The exceptions of one kind, a line each but for the open one; virtual rows, however many. */
export function ExceptionList({
  periodId,
  kind,
  holdsUp,
  shown,
  place,
  onOpen,
  onConflict,
  children,
}: ExceptionListProps) {
  const scroller = useRef<HTMLDivElement>(null);
  const askedOf = useAsked(periodId);
  const virtual = useLongRows({
    count: shown.length,
    scroller,
    heightOf: (index) => (index === place ? OPENED_HEIGHT : ROW_HEIGHT),
    keyOf: (index) => (index === place ? `open ${index}` : index),
  });
  useInSight(virtual, place);
  return (
    <main aria-label="Exceptions" className="flex min-h-0 flex-1 flex-col pt-3">
      <header className="flex items-baseline gap-3 px-4.5 pb-2">
        <h1 className="text-title">{kind.label}</h1>
        <span className="text-note text-soft">
          {kind.count.toLocaleString('en')} {holdsUp ? 'to settle' : 'to look at'}
        </span>
        {children}
      </header>
      <div ref={scroller} className="min-h-0 flex-1 overflow-y-auto px-4.5">
        <div className="relative" style={{ height: virtual.getTotalSize() }}>
          {virtual.getVirtualItems().map(({ index, key, start }) => {
            const exception = shown[index];
            return (
              exception && (
                <div
                  key={key}
                  // The others are as high as they are drawn.
                  ref={index === place ? virtual.measureElement : undefined}
                  data-index={index}
                  className="absolute inset-x-0 isolate"
                  style={{ top: start }}
                >
                  {index === place ? (
                    <OpenedException
                      key={nameOf(exception)}
                      periodId={periodId}
                      exception={exception}
                      onConflict={onConflict}
                      of={`${index + 1} of ${shown.length}`}
                    />
                  ) : (
                    <Row
                      exception={exception}
                      asked={askedOf(exception.who.personId, exception.key)}
                      onOpen={onOpen}
                    />
                  )}
                </div>
              )
            );
          })}
        </div>
      </div>
    </main>
  );
}

/** One that is not open. Drawn anew only when something of it changes: the list is drawn with each step of scrolling. */
const Row = memo(function Row({
  exception,
  asked,
  onOpen,
}: Pick<ExceptionListProps, 'onOpen'> & {
  readonly exception: OpenException;
  readonly asked: Question | undefined;
}) {
  const { who, workday, proposals, offsets } = exception;
  const best = proposals[0];
  return (
    <button
      type="button"
      onClick={() => onOpen(exception)}
      style={{ height: ROW_HEIGHT }}
      className="grid w-full grid-cols-[12rem_minmax(0,1fr)_auto] items-center gap-3 border-t border-faint px-2 text-left text-note hover:bg-sheet"
    >
      <span className="truncate">
        <b className="font-semibold">{who.name}</b>{' '}
        <small className="text-fine text-soft">{shortDay(workday)}</small>
      </span>
      <span className="truncate text-soft">
        {asked !== undefined && <b className="font-semibold text-heather">{standingOf(asked)} · </b>}
        {lineOf(exception)}
      </span>
      {best !== undefined && (
        <span>
          <b className="font-semibold text-heather">{clockTime(best.at, offsets)}</b>{' '}
          <small className="text-fine text-soft">{PROPOSED_BY[best.from]}</small>
        </span>
      )}
    </button>
  );
});
