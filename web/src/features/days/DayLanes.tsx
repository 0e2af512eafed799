import type { CardReply, DayRibbon, DayRow } from '@heath/contract';
import type { Workday } from '@heath/core';
import { memo, useDeferredValue, useEffect, useMemo, useRef } from 'react';
import { type Day, useRibbonsQuery } from '../../api/days.ts';
import type { DrawnDay } from '../../computing/effect.ts';
import { Button } from '../../ui/controls/Button.tsx';
import { Empty } from '../../ui/notices/Empty.tsx';
import { dayOfCard } from '../../ui/ribbon/of-card.ts';
import { AxisLines, Ribbon, RibbonAxis } from '../../ui/ribbon/Ribbon.tsx';
import { type Scale, scaleFor } from '../../ui/ribbon/scale.ts';
import type { Hand } from '../../ui/ribbon/useHand.ts';
import { useIsNarrow } from '../../ui/screen/useIsNarrow.ts';
import { useInSight, useIsFlying, useLongRows } from '../../ui/screen/useLongRows.ts';
import { hoursText } from '../../ui/text/format.ts';
import { Hours } from '../../ui/text/Hours.tsx';
import type { ByHand } from '../corrections/by-hand/index.ts';
import type { Line } from './groups.ts';
import { STATE_WORDS } from './words.ts';

const ROW_HEIGHT = 36;
/** On a phone the ribbon lies below the name. */
const NARROW_ROW_HEIGHT = 64;
/** So many people's ribbons are asked for together, and drawn together when they come: with thirty, that held up scrolling for 55 ms. */
const RIBBONS_AT_ONCE = 12;

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
  const virtual = useLongRows({ count: lines.length, scroller, heightOf, spare: 4 });
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
  const items = virtual.getVirtualItems();
  const isFlying = useIsFlying(virtual);
  const ribbonOf = useRibbons(periodId, day, lines, isFlying ? NONE : items.map(({ index }) => index));
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
      <div className="relative flex min-h-0 flex-1 flex-col max-md:flex-none">
        <div className="pointer-events-none absolute inset-y-0 right-total left-name max-md:inset-x-0">
          <AxisLines scale={scale} day={day} />
        </div>
        <div
          ref={scroller}
          onPointerOver={hand.onNear}
          className="relative -mr-4.5 min-h-0 flex-1 overflow-y-auto pr-4.5 max-md:h-96 max-md:flex-none"
          data-testid="day"
        >
          <div className="relative" style={{ height: virtual.getTotalSize() }}>
            {items.map(({ index, key, start }) => {
              const line = lines[index];
              if (line === undefined) return null;
              const top = { top: start, height: heightOf(index) };
              return line.kind === 'group' ? (
                <div key={key} className="absolute inset-x-0" style={top}>
                  <GroupLine line={line} onApprove={onApprove} />
                </div>
              ) : (
                <div
                  key={key}
                  className={`absolute inset-x-0 isolate ${line.row.personId === openId ? 'z-1' : ''}`}
                  style={top}
                >
                  <PersonLine
                    day={day}
                    scale={scale}
                    row={line.row}
                    fetched={ribbonOf.get(line.row.personId)}
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
      </div>
    </>
  );
}

const NONE: readonly number[] = [];

/** The people of a part of the lines, whose ribbons are asked for together; each part is put together once. */
function partsOf(lines: readonly Line[]): (part: number | undefined) => readonly number[] {
  const parts = new Map<number, readonly number[]>();
  return (part) => {
    if (part === undefined) return NONE;
    const known = parts.get(part);
    if (known !== undefined) return known;
    const people = lines
      .slice(part * RIBBONS_AT_ONCE, (part + 1) * RIBBONS_AT_ONCE)
      .flatMap((line) => (line.kind === 'person' ? [line.row.personId as number] : []));
    parts.set(part, people);
    return people;
  };
}

/** What the ribbons of the lines in sight draw, by whose they are. In sight are never more lines than five parts hold. */
function useRibbons(
  periodId: number,
  day: Workday,
  lines: readonly Line[],
  indexes: readonly number[],
): ReadonlyMap<number, DayRibbon> {
  const peopleIn = useMemo(() => partsOf(lines), [lines]);
  const [a, b, c, d, e] = [...new Set(indexes.map((index) => Math.floor(index / RIBBONS_AT_ONCE)))];
  const first = useRibbonsOf(periodId, day, peopleIn(a));
  const second = useRibbonsOf(periodId, day, peopleIn(b));
  const third = useRibbonsOf(periodId, day, peopleIn(c));
  const fourth = useRibbonsOf(periodId, day, peopleIn(d));
  const fifth = useRibbonsOf(periodId, day, peopleIn(e));
  return useMemo(
    () =>
      new Map(
        [first, second, third, fourth, fifth].flat().map((ribbon) => [ribbon.personId as number, ribbon]),
      ),
    [first, second, third, fourth, fifth],
  );
}

const NO_RIBBONS: readonly DayRibbon[] = [];
function useRibbonsOf(periodId: number, day: Workday, people: readonly number[]): readonly DayRibbon[] {
  const { currentData } = useRibbonsQuery({ periodId, day, people }, { skip: people.length === 0 });
  return currentData ?? NO_RIBBONS;
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
  readonly day: Workday;
  readonly scale: Scale;
  readonly row: DayRow;
  /** What its ribbon draws, once that has come. */
  readonly fetched: DayRibbon | undefined;
  readonly isOpen: boolean;
  /** Of the open one: their card, what it would be with what is considered, and the hand on it. */
  readonly card: CardReply | undefined;
  readonly drawn: DrawnDay | undefined;
  readonly hand: Hand | undefined;
  readonly onOpen: (personId: number) => void;
}

/** One person: the name, the ribbon, the hours. Drawn anew only when something of it changes. */
const PersonLine = memo(function PersonLine(props: PersonLineProps) {
  const { day, scale, row, fetched, isOpen, card, drawn, hand, onOpen } = props;
  // Names and hours first; ribbons as soon as there is time for them. The card of the open one is newer than its ribbon.
  const soon = useDeferredValue(fetched, undefined);
  const ribbon = card ?? soon;
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
          <div className="h-8.75" />
        ) : (
          <Ribbon
            day={day}
            scale={scale}
            offsets={ribbon.offsets}
            {...of}
            hand={hand}
            hasLines={false}
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
        <small className="block text-tick leading-none text-soft">+{hoursText(overtimeHours)}</small>
      )}
    </span>
  );
}
