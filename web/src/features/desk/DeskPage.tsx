import { Link, useNavigate } from 'react-router';
import { useAuditEventsQuery } from '../../api/audit-events.ts';
import { useUnownedBadgesQuery } from '../../api/badges.ts';
import { useDifferencesQuery } from '../../api/differences.ts';
import { useExceptionsQuery } from '../../api/exceptions.ts';
import { useHandoffQuery } from '../../api/handoff.ts';
import { useImportsQuery } from '../../api/imports.ts';
import { useStripQuery } from '../../api/periods.ts';
import { useSessionQuery } from '../../api/session.ts';
import { useMay } from '../../api/useMay.ts';
import { Button } from '../../ui/controls/Button.tsx';
import { Empty } from '../../ui/notices/Empty.tsx';
import { NotYet } from '../../ui/notices/NotYet.tsx';
import { ProgressBar } from '../../ui/notices/Progress.tsx';
import { useKey } from '../../ui/screen/keys.ts';
import { useAddress } from '../../ui/screen/useAddress.ts';
import { dateRange, hoursWithUnit, moment } from '../../ui/text/format.ts';
import { Kbd } from '../../ui/text/Kbd.tsx';
import { PeriodBar, usePeriod } from '../periods/index.ts';
import { QuestionsOnTheDesk } from '../questions/index.ts';
import { Departments } from './Departments.tsx';
import { DESK_KEYS } from './keys.ts';
import { linesSince } from './since.ts';
import { type Step, stepsOf } from './steps.ts';
import { useLastVisit } from './useLastVisit.ts';

/** The desk: the five steps of the period with what is left of each, and what happened since the last visit. */
export function DeskPage() {
  const { period, isMissing, error, again } = usePeriod();
  const { data: user } = useSessionQuery();
  const mayFollow = useMay('correct');
  if (isMissing) return <NotYet what="the desk" error={error} again={again} />;
  if (period === undefined)
    return <Empty title="No pay period yet">The desk begins with a pay period and its people.</Empty>;
  return (
    <>
      <PeriodBar />
      <main aria-label="Desk" className="mx-auto w-full max-w-5xl min-h-0 flex-1 overflow-y-auto px-6 pt-5">
        <h1 className="text-title">Good day, {user?.name.split(' ')[0]}</h1>
        <p className="pb-3 text-note text-soft">
          {dateRange(period.firstDay, period.lastDay)}
          {period.sealed ? ' is handed off.' : ' is open.'}
        </p>
        <Steps periodId={period.id} />
        <QuestionsOnTheDesk periodId={period.id} mayFollow={mayFollow} />
        <div className="grid grid-cols-2 gap-8 pt-7 pb-5">
          <Since me={user?.name ?? ''} />
          <Batches periodId={period.id} />
        </div>
        <Departments periodId={period.id} />
      </main>
    </>
  );
}

function useSteps(periodId: number): Step[] {
  const [seesImports, seesPay] = [useMay('see imports'), useMay('see pay')];
  const imports = useImportsQuery(undefined, { skip: !seesImports });
  const badges = useUnownedBadgesQuery(undefined, { skip: !seesImports });
  const exceptions = useExceptionsQuery(periodId);
  const strip = useStripQuery({ periodId, groupId: null });
  const handoff = useHandoffQuery(periodId, { skip: !seesPay });
  return stepsOf({
    periodId,
    imports: imports.data,
    open: exceptions.data?.rows,
    unowned: badges.data?.badges.length ?? 0,
    strip: strip.data,
    handoff: handoff.data,
  });
}

/** Where a step leads, in the period that is looked at. */
function useTo(): (to: string) => string {
  const period = useAddress().query.get('period');
  return (to) => (period === null ? to : `${to}${to.includes('?') ? '&' : '?'}period=${period}`);
}

function Steps({ periodId }: { periodId: number }) {
  const steps = useSteps(periodId);
  const navigate = useNavigate();
  const toOf = useTo();
  const next = steps.find(({ isDone }) => !isDone);
  useKey(DESK_KEYS.next, () => {
    if (next !== undefined) navigate(toOf(next.to));
  });
  return (
    <ol>
      {steps.map((step) => (
        <StepRow key={step.name} step={{ ...step, to: toOf(step.to) }} isNext={step === next} />
      ))}
    </ol>
  );
}

function StepRow({ step, isNext }: { step: Step; isNext: boolean }) {
  const { name, press, says, share, isDone, to, opens } = step;
  const navigate = useNavigate();
  useKey({ press, does: name }, () => navigate(to));
  const mark = isDone
    ? 'border-moss bg-moss text-paper'
    : isNext
      ? 'border-heather text-heather'
      : 'border-rule text-soft';
  return (
    <li
      className={`grid grid-cols-[calc(var(--spacing)*8)_calc(var(--spacing)*28)_minmax(0,1fr)_auto] items-center gap-3 border-t border-faint py-2.5 ${isNext ? 'picked-row bg-sheet pl-3' : 'pl-3'}`}
    >
      <span
        aria-hidden="true"
        className={`grid size-6 place-items-center rounded-full border-mark text-fine font-semibold ${mark}`}
      >
        {isDone ? '✓' : press}
      </span>
      <b className="font-semibold">
        {name} {isDone && <span className="sr-only">(done)</span>}
      </b>
      <span className="flex items-center gap-3 text-note text-soft">
        {share !== null && (
          <span className="w-40 shrink-0">
            <ProgressBar label={name} share={share} />
          </span>
        )}
        <span>{says}</span>
      </span>
      <Button look={isNext ? 'primary' : 'plain'} onClick={() => navigate(to)}>
        {opens} <Kbd>{isNext ? DESK_KEYS.next.press : press}</Kbd>
      </Button>
    </li>
  );
}

/** What others did since whoever looks was here last. */
function Since({ me }: { me: string }) {
  const may = useMay('see audit events');
  const { data, error, refetch } = useAuditEventsQuery(undefined, {
    skip: !may,
    refetchOnMountOrArgChange: true,
  });
  const since = useLastVisit(data?.events[0]?.id);
  if (!may) return <div />;
  const lines = data === undefined ? null : linesSince(data.events, me, since);
  return (
    <section aria-label="Since you were here">
      <h2 className="border-b-2 border-ink pb-1 text-lead">
        {since === null ? 'What happened last' : 'Since you were here'}
      </h2>
      {lines === null ? (
        <NotYet what="what happened" error={error} again={() => void refetch()} place="part" />
      ) : lines.length === 0 ? (
        <p className="py-2 text-note text-soft">Nobody but you did anything.</p>
      ) : (
        <ul>
          {lines.map(({ id, at, text, to }) => (
            <li
              key={id}
              className="grid grid-cols-[calc(var(--spacing)*36)_1fr_auto] gap-2 border-b border-faint py-1.5 text-note"
            >
              <span className="text-soft">{moment(at)}</span>
              <span>{text}</span>
              {to !== null && (
                <Link to={to} className="font-semibold text-heather hover:underline">
                  open
                </Link>
              )}
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}

/** What changed since it was handed off, and waits to be decided on. */
function Waiting() {
  const { data } = useDifferencesQuery();
  const open = data?.differences.filter(({ state }) => state !== 'approved') ?? [];
  if (open.length === 0) return null;
  const hours = open.reduce((sum, { payableHours }) => sum + payableHours, 0);
  return (
    <p className="flex gap-2 border-b border-faint py-1.5 text-note">
      <span className="flex-1">
        {open.length.toLocaleString('en')} {open.length === 1 ? 'card' : 'cards'} changed since, by{' '}
        {hoursWithUnit(hours)}.
      </span>
      <Link to="/afterwards" className="font-semibold text-heather hover:underline">
        decide
      </Link>
    </p>
  );
}

const MOST_BATCHES = 5;

/** What went to the pay system before. */
function Batches({ periodId }: { periodId: number }) {
  const may = useMay('see pay');
  const { data } = useHandoffQuery(periodId, { skip: !may });
  if (!may || data === undefined) return <div />;
  const all = [...data.batches, ...data.earlier].slice(0, MOST_BATCHES);
  return (
    <section aria-label="Handed off">
      <h2 className="border-b-2 border-ink pb-1 text-lead">After the last handoff</h2>
      {all.length === 0 && <p className="py-2 text-note text-soft">Nothing was handed off yet.</p>}
      <Waiting />
      <ul>
        {all.map(({ id, number, firstDay, lastDay, lines, payableHours }) => (
          <li
            key={id}
            className="grid grid-cols-[calc(var(--spacing)*8)_1fr_auto] gap-2 border-b border-faint py-1.5 text-note"
          >
            <span className="text-soft">{number}</span>
            <span>
              {dateRange(firstDay, lastDay)}, {lines.toLocaleString('en')} lines
            </span>
            <b className="font-semibold">{hoursWithUnit(payableHours)}</b>
          </li>
        ))}
      </ul>
    </section>
  );
}
