import type { CardReply, DayRibbon, DayRow } from '@heath/contract';
import type { Workday } from '@heath/core';
import { memo, type ReactNode, useEffect, useMemo, useRef } from 'react';
import { type Day, useRibbonsQuery } from '../../api/days.ts';
import type { DrawnDay } from '../../computing/effect.ts';
import { Button } from '../../ui/Button.tsx';
import { Empty } from '../../ui/Empty.tsx';
import { decimalHours } from '../../ui/format.ts';
import { Hours } from '../../ui/Hours.tsx';
import { dayOfCard } from '../../ui/ribbon/of-card.ts';
import { AxisLines, Ribbon, RibbonAxis } from '../../ui/ribbon/Ribbon.tsx';
import { type Scale, scaleFor } from '../../ui/ribbon/scale.ts';
import type { Hand } from '../../ui/ribbon/useHand.ts';
import { useIsNarrow } from '../../ui/useIsNarrow.ts';
import { useInSight, useLongRows } from '../../ui/useLongRows.ts';
import type { ByHand } from '../by-hand/index.ts';
import type { Line } from './groups.ts';
import { STATE_WORDS } from './words.ts';

const ROW_HEIGHT = 36;
/** On a phone the ribbon lies below the name. */
const NARROW_ROW_HEIGHT = 64;
/** So many people's ribbons are asked for together. */
const RIBBONS_AT_ONCE = 30;

interface DayLanesProps {
  readonly periodId: number;
  readonly of: Day;
  readonly lines: readonly Line[];
  readonly openId: number | null;
  /** The open one's, as far as it is there. */
  readonly card: CardReply | undefined;
  readonly hand: ByHand;
  readonly onOpen: (personId: number) => void;
  /** Approves the day of some people; null where nobody may. */
  readonly onApprove: ((rows: readonly DayRow[]) => void) | null;
}

/** Everybody of a day on one axis, in groups; virtual rows, however many. */
export function DayLanes(props: DayLanesProps) {
  const { periodId, of, lines, openId, card, hand, onOpen, onApprove } = props;
  const { day, axis } = of;
  const scroller = useRef<HTMLDivElement>(null);
  const scale = useMemo(() => scaleFor([axis]), [axis]);
  const isNarrow = useIsNarrow();
  const heightOf = (index: number) =>
    isNarrow && lines[index]?.kind === 'person' ? NARROW_ROW_HEIGHT : ROW_HEIGHT;
  const virtual = useLongRows({ count: lines.length, scroller, heightOf });
  const { measure } = virtual;
  // biome-ignore lint/correctness/useExhaustiveDependencies: another width, and other lines, have other heights
  useEffect(measure, [isNarrow, lines]);
  const openIndex = useMemo(
    () => lines.findIndex((line) => line.kind === 'person' && line.row.personId === openId),
    [lines, openId],
  );
  useInSight(virtual, openIndex);
  const drawn =
    hand.effect?.ok === true ? hand.effect.days.find(({ workday }) => workday === day) : undefined;
  const chunkOf = useMemo(() => chunksOf(lines), [lines]);
  if (lines.length === 0)
    return (
      <Empty title="Nobody here" within>
        Pick another state on the left, or another day or pay group above.
      </Empty>
    );
  return (
    <>
      <div className="ml-name mr-total mt-2 max-md:mx-0">
        <RibbonAxis scale={scale} day={day} every={isNarrow ? 2 : 1} />
      </div>
      <div
        ref={scroller}
        onPointerOver={hand.onNear}
        className="-mr-4.5 min-h-0 flex-1 overflow-y-auto pr-4.5 max-md:h-96 max-md:flex-none"
        data-testid="day"
      >
        <div className="relative" style={{ height: virtual.getTotalSize() }}>
          {virtual.getVirtualItems().map(({ index, key, start }) => {
            const line = lines[index];
            if (line === undefined) return null;
            const top = { top: start, height: heightOf(index) };
            return line.kind === 'group' ? (
              <div key={key} className="absolute inset-x-0" style={top}>
                <GroupLine line={line} onApprove={onApprove} />
              </div>
            ) : (
              <div key={key} className="absolute inset-x-0" style={top}>
                <PersonLine
                  periodId={periodId}
                  day={day}
                  scale={scale}
                  row={line.row}
                  chunk={chunkOf.get(line.row.personId) ?? NOBODY}
                  isOpen={line.row.personId === openId}
                  card={line.row.personId === openId ? card : undefined}
                  drawn={line.row.personId === openId ? drawn : undefined}
                  hand={line.row.personId === openId ? hand.hand : undefined}
                  onOpen={onOpen}
                />
              </div>
            );
          })}
        </div>
      </div>
    </>
  );
}
const NOBODY: readonly number[] = [];

/** For each person the people whose ribbons are asked for with theirs: those next to them on the screen. */
function chunksOf(lines: readonly Line[]): Map<number, readonly number[]> {
  const ids = lines.flatMap((line) => (line.kind === 'person' ? [line.row.personId as number] : []));
  const chunks = new Map<number, readonly number[]>();
  for (let i = 0; i < ids.length; i += RIBBONS_AT_ONCE) {
    const chunk = ids.slice(i, i + RIBBONS_AT_ONCE);
    for (const id of chunk) chunks.set(id, chunk);
  }
  return chunks;
}

function GroupLine({
  line: { name, people, matching },
  onApprove,
}: {
  line: Extract<Line, { kind: 'group' }>;
  onApprove: DayLanesProps['onApprove'];
}) {
  return (
    <div className="flex h-full items-center gap-2.5 border-t-2 border-rule pl-1 text-note">
      <b className="truncate font-semibold">{name}</b>
      <span className="whitespace-nowrap text-soft">
        {people.toLocaleString('en')} {people === 1 ? 'person' : 'people'}
        {matching.length > 0 && ` · ${matching.length.toLocaleString('en')} match`}
      </span>
      {onApprove !== null && matching.length > 0 && (
        <Button className="ml-auto py-0.5 text-fine" onClick={() => onApprove(matching)}>
          Approve those that match
        </Button>
      )}
    </div>
  );
}

interface PersonLineProps {
  readonly periodId: number;
  readonly day: Workday;
  readonly scale: Scale;
  readonly row: DayRow;
  /** With whom its ribbon is asked for. */
  readonly chunk: readonly number[];
  readonly isOpen: boolean;
  /** Of the open one: their card, what it would be with what is considered, and the hand on it. */
  readonly card: CardReply | undefined;
  readonly drawn: DrawnDay | undefined;
  readonly hand: Hand | undefined;
  readonly onOpen: (personId: number) => void;
}

/** One person: the name, the ribbon, the hours. Drawn anew only when something of it changes. */
const PersonLine = memo(function PersonLine(props: PersonLineProps) {
  const { day, scale, row, isOpen, card, drawn, hand, onOpen } = props;
  const fetched = useRibbon(props);
  // The card of the open one is newer than its ribbon.
  const ribbon = card ?? fetched;
  const of = useMemo(
    () =>
      ribbon === undefined
        ? undefined
        : dayOfCard(drawn === undefined ? ribbon : { plans: ribbon.plans, ...drawn }, day),
    [ribbon, day, drawn],
  );
  return (
    // biome-ignore lint/a11y/useKeyWithClickEvents: the name is the button for the keyboard
    // biome-ignore lint/a11y/noStaticElementInteractions: likewise
    <div
      onClick={() => onOpen(row.personId)}
      className={`grid h-full cursor-pointer grid-cols-[var(--spacing-name)_minmax(0,1fr)_var(--spacing-total)] items-center border-t border-faint max-md:grid-cols-[minmax(0,1fr)_auto] ${isOpen ? 'picked-day bg-sheet' : ''} ${row.state === 'off' ? 'opacity-70' : ''}`}
    >
      <button type="button" aria-current={isOpen} className="h-full truncate pl-1 pr-2 text-left text-note">
        <b className="font-semibold">{row.name}</b>{' '}
        <small className="text-fine text-soft">{row.job || row.department}</small>
      </button>
      <div className="max-md:order-3 max-md:col-span-2">
        {of === undefined || ribbon === undefined ? (
          <Lane>
            <AxisLines scale={scale} day={day} />
          </Lane>
        ) : (
          <Ribbon
            day={day}
            scale={scale}
            offsets={ribbon.offsets}
            {...of}
            hand={hand}
            inHole={({ exception }) =>
              exception?.kind === 'missing-in' ? 'nothing before' : 'nothing after'
            }
          />
        )}
      </div>
      <DayTotal row={row} />
    </div>
  );
});

const Lane = ({ children }: { children: ReactNode }) => <div className="relative h-8.75">{children}</div>;

/** What is drawn of somebody. */
function useRibbon({ periodId, day, row, chunk }: PersonLineProps): DayRibbon | undefined {
  const { personId } = row;
  const { ribbon } = useRibbonsQuery(
    { periodId, day, people: chunk },
    {
      skip: chunk.length === 0,
      selectFromResult: ({ currentData }) => ({
        ribbon: currentData?.find((one) => one.personId === personId),
      }),
    },
  );
  return ribbon;
}

const APPROVAL: Readonly<Record<DayRow['approval'], string>> = {
  none: '',
  approved: 'approval-stands',
  changed: 'approval-changed',
};

/** What the day pays, or the word for why it pays nothing. */
function DayTotal({ row: { state, payableHours, overtimeHours, approval } }: { row: DayRow }) {
  if (state === null) return <span className="pr-1.5 text-right text-soft">…</span>;
  const word = payableHours === 0 ? STATE_WORDS[state] : undefined;
  return (
    <span className={`pr-1.5 text-right ${APPROVAL[approval]}`}>
      {word === undefined ? <Hours hours={payableHours} /> : <span className="text-note">{word}</span>}
      {overtimeHours > 0 && (
        <small className="block text-tick leading-none text-soft">+{decimalHours(overtimeHours)}</small>
      )}
    </span>
  );
}
