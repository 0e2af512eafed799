import type { DayRow, PeriodSummary } from '@heath/contract';
import { workday, workdayToIso } from '@heath/core';
import { useCallback, useMemo, useState } from 'react';
import { useCardQuery } from '../../api/cards.ts';
import type { Day } from '../../api/days.ts';
import { useMay } from '../../api/useMay.ts';
import { Button } from '../../ui/controls/Button.tsx';
import { Select } from '../../ui/controls/Select.tsx';
import { say } from '../../ui/notices/notices.ts';
import { useKey } from '../../ui/screen/keys.ts';
import { useAddress } from '../../ui/screen/useAddress.ts';
import { longDay } from '../../ui/text/format.ts';
import { Kbd } from '../../ui/text/Kbd.tsx';
import { useApproving } from '../approvals/index.ts';
import { AddTimePlace, ofDay } from '../corrections/add-time/index.ts';
import { ADD_TIME_KEYS } from '../corrections/add-time/keys.ts';
import { useByHand } from '../corrections/by-hand/index.ts';
import { DayLanes } from './DayLanes.tsx';
import { DaySide } from './DaySide.tsx';
import { GROUPINGS, type Grouping, isShown, isToApprove, linesOf, showIn } from './groups.ts';
import { DAY_KEYS } from './keys.ts';
import { StateList } from './StateList.tsx';

const groupingIn = (text: string | null): Grouping =>
  GROUPINGS.find(({ value }) => value === text)?.value ?? 'department';

/** States, everybody on one axis, the open one with what is known. What is shown and who is open stands in the address. */
export function DayScreen({ period, of }: { period: PeriodSummary; of: Day }) {
  const { query, go } = useAddress();
  const { day, today, people } = of;
  const group = query.get('group');
  const site = query.get('site');
  const show = showIn(query.get('show'));
  const grouping = groupingIn(query.get('by'));
  const inGroup = useMemo(
    () => people.rows.filter((row) => group === null || row.groupId === Number(group)),
    [people, group],
  );
  const atSite = useMemo(() => inGroup.filter((row) => site === null || row.site === site), [inGroup, site]);
  const shown = useMemo(() => atSite.filter((row) => isShown(row, show)), [atSite, show]);
  const lines = useMemo(() => linesOf(shown, grouping), [shown, grouping]);
  const inOrder = useMemo(() => lines.flatMap((line) => (line.kind === 'person' ? [line.row] : [])), [lines]);
  const open = useOpen(inOrder, people.rows);
  const openId = open.row?.personId ?? 0;
  const id = useMemo(() => ({ periodId: period.id, personId: openId }), [period.id, openId]);
  const card = useCardQuery(id, { skip: open.row === undefined });
  const hand = useByHand(id, card.currentData, day);
  const matching = useMemo(() => shown.filter(isToApprove), [shown]);
  const mayApprove = useMay('approve') && !period.sealed;
  const approving = useApproving(period.id, day);
  const approve = (rows: readonly DayRow[]) => {
    if (!mayApprove || approving.isBusy) return;
    if (rows.length === 0) say('Nobody in the list who matches their plan is left to approve.');
    else void approving.approve(rows.map(({ personId }) => personId));
  };
  const toDay = (by: number) => {
    const next = workday(Math.min(Math.max(day + by, period.firstDay), period.lastDay));
    if (next !== day) go({ day: workdayToIso(next) });
  };
  useKey(DAY_KEYS.nextDay, () => toDay(1));
  useKey(DAY_KEYS.dayBefore, () => toDay(-1));
  useKey(DAY_KEYS.approveMatching, () => approve(matching));
  const mayAdd = useMay('correct') && !period.sealed;
  const [isAdding, setAdding] = useState(false);
  const adding = useMemo(() => ofDay(day, people.rows, shown), [day, people, shown]);
  useKey(ADD_TIME_KEYS.add, () => mayAdd && setAdding(true));
  return (
    <div className="grid min-h-0 flex-1 grid-cols-[var(--spacing-states)_minmax(0,1fr)_var(--spacing-side)] max-md:block max-md:overflow-y-auto">
      <StateList
        title={whenIs(day, today)}
        rows={inGroup}
        atSite={atSite}
        show={show}
        site={site}
        onShow={(next) => go({ show: next === 'all' ? null : next, person: null })}
        onSite={(next) => go({ site: next, person: null })}
      />
      {isAdding ? (
        <AddTimePlace periodId={period.id} of={adding} onClose={() => setAdding(false)} />
      ) : (
        <main aria-label="The day" className="flex min-h-0 flex-col px-4.5 pt-3">
          <DayHeader
            day={day}
            count={shown.length}
            grouping={grouping}
            onAdd={mayAdd ? () => setAdding(true) : null}
            matching={matching.length}
            onApprove={mayApprove ? () => approve(matching) : null}
            isBusy={approving.isBusy}
          />
          <DayLanes
            periodId={period.id}
            of={of}
            lines={lines}
            openId={open.row?.personId ?? null}
            card={card.currentData}
            hand={hand}
            onOpen={open.pick}
            onApprove={mayApprove ? approve : null}
          />
        </main>
      )}
      <DaySide
        id={id}
        day={day}
        row={open.row}
        of={card}
        hand={hand}
        isSealed={period.sealed}
        onApproved={open.next}
      />
    </div>
  );
}

/** The day, how many are shown, how they are grouped, and what is done with all of them. */
function DayHeader({
  day,
  count,
  grouping,
  onAdd,
  matching,
  onApprove,
  isBusy,
}: {
  day: Day['day'];
  count: number;
  grouping: Grouping;
  /** Null where nobody may add time. */
  onAdd: (() => void) | null;
  /** How many match their plan and can be approved without a look. */
  matching: number;
  /** Null where nobody may approve. */
  onApprove: (() => void) | null;
  isBusy: boolean;
}) {
  const { go } = useAddress();
  return (
    <header className="flex flex-wrap items-center gap-x-2 gap-y-1">
      <h1 className="whitespace-nowrap text-title">{longDay(day)}</h1>
      <span className="whitespace-nowrap text-note text-soft">{peopleIn(count)}</span>
      <span className="ml-auto flex flex-wrap items-center gap-2 max-md:ml-0">
        <Select
          label="Grouped"
          value={grouping}
          choices={GROUPINGS}
          onChoose={(by) => go({ by: by === 'department' ? null : by })}
          className="border border-rule bg-field px-2 py-1 text-note"
        />
        {onAdd !== null && (
          <Button onClick={onAdd}>
            Add time <Kbd>{ADD_TIME_KEYS.add.press}</Kbd>
          </Button>
        )}
        {onApprove !== null && (
          <Button look="primary" disabled={isBusy || matching === 0} onClick={onApprove}>
            Approve {matching.toLocaleString('en')} that match
            <Kbd>{DAY_KEYS.approveMatching.press}</Kbd>
          </Button>
        )}
      </span>
    </header>
  );
}

/** Who is open: the one in the address, as long as they are there; else the first that is shown. */
function useOpen(shown: readonly DayRow[], all: readonly DayRow[]) {
  const { query, go } = useAddress();
  const pickedId = Number(query.get('person'));
  // Who is open stays open when the filter no longer holds: settling must not move on to another.
  const [openId, setOpenId] = useState<number | null>(null);
  const row =
    all.find(({ personId }) => personId === pickedId) ??
    shown.find(({ personId }) => personId === openId) ??
    shown[0];
  if (row !== undefined && row.personId !== openId) setOpenId(row.personId);
  const pick = useCallback((personId: number) => go({ person: String(personId) }), [go]);
  const place = shown.findIndex(({ personId }) => personId === row?.personId);
  const step = (by: number) => {
    const next = shown[Math.min(Math.max(place + by, 0), shown.length - 1)];
    if (next !== undefined) pick(next.personId);
  };
  useKey(DAY_KEYS.next, () => step(1));
  useKey(DAY_KEYS.before, () => step(-1));
  useKey(DAY_KEYS.nextOpen, () => {
    const next = [...shown.slice(place + 1), ...shown.slice(0, Math.max(place, 0))].find(
      ({ toSettle }) => toSettle > 0,
    );
    if (next === undefined) say('Nobody else here has something to settle.');
    else pick(next.personId);
  });
  return { row, pick, next: () => step(1) };
}

const peopleIn = (count: number): string =>
  `${count.toLocaleString('en')} ${count === 1 ? 'person' : 'people'}`;

/** `Yesterday`, `Today`, or which day it is of the list of states. */
function whenIs(day: number, today: number): string {
  if (day === today) return 'Today';
  return day === today - 1 ? 'Yesterday' : day < today ? 'A day before' : 'A day to come';
}
