import type { PeriodSummary } from '@heath/contract';
import { type ReactNode, Suspense } from 'react';
import { useLayoutsQuery } from '../../api/layouts.ts';
import { useMappingQuery } from '../../api/mapping.ts';
import { usePayCodesQuery } from '../../api/pay-codes.ts';
import { NotYet } from '../../ui/notices/NotYet.tsx';
import { useAddress } from '../../ui/screen/useAddress.ts';
import { AmountsView } from '../amounts/index.ts';
import { LayoutView, NewLayout } from '../layouts/index.ts';
import { MappingView } from '../mapping/index.ts';
import { CodesView, PeopleView, RatesView } from '../pay-codes/index.ts';
import { PayPeriodsView, PeriodBar, usePeriod } from '../periods/index.ts';
import { RulebooksView } from '../rulebooks/index.ts';
import { PAY_FILES_KEYS } from './keys.ts';

/** What leaves for the pay system: under which codes, in which files, and whom and what it knows. */
export function PayFilesPage() {
  const { query } = useAddress();
  const { period, isMissing, error, again } = usePeriod();
  if (isMissing) return <NotYet what="the pay files" error={error} again={again} />;
  return (
    <>
      <PeriodBar />
      <div className="grid min-h-0 flex-1 grid-cols-[calc(var(--spacing)*52)_minmax(0,1fr)]">
        <Parts />
        {query.get('show') === 'periods' || period === undefined ? (
          <Suspense fallback={null}>
            <PayPeriodsView keep={PAY_FILES_KEYS.keep.press} />
          </Suspense>
        ) : (
          <Shown period={period} />
        )}
      </div>
    </>
  );
}

const SHOWS = ['rules', 'catch-all', 'never'] as const;

function Shown({ period }: { period: PeriodSummary }) {
  const periodId = period.id;
  const { query } = useAddress();
  const show = query.get('show') ?? 'rules';
  const ofMapping = SHOWS.find((one) => one === show);
  const keep = PAY_FILES_KEYS.keep.press;
  if (show === 'amounts') return <AmountsView period={period} />;
  if (show === 'codes') return <CodesView />;
  if (show === 'people') return <PeopleView />;
  if (show === 'rates') return <RatesView />;
  if (show === 'rulebooks') return <RulebooksView today={period.lastDay} />;
  if (show === 'new-layout') return <NewLayout periodId={periodId} keep={keep} />;
  const layout = Number(/^layout-(\d+)$/.exec(show)?.[1]);
  if (layout > 0) return <LayoutView key={layout} id={layout} periodId={periodId} keep={keep} />;
  return <MappingView period={period} keep={keep} show={ofMapping ?? 'rules'} />;
}

function Parts() {
  const { query } = useAddress();
  const layouts = useLayoutsQuery();
  const mapping = useMappingQuery();
  const known = usePayCodesQuery();
  const show = query.get('show') ?? 'rules';
  const part = (value: string, name: ReactNode, aside: ReactNode = null) => (
    <Part key={value} value={value} isShown={show === value} aside={aside}>
      {name}
    </Part>
  );
  return (
    <nav aria-label="Pay files" className="min-h-0 overflow-y-auto border-r border-rule py-3">
      <Head>Mapping</Head>
      {part('rules', 'To pay codes', mapping.data?.rules.length)}
      {part('catch-all', 'Catch-all')}
      {part('never', 'Never matched')}
      <Head>Pay files</Head>
      {layouts.data?.layouts.map(({ id, says, isInUse }) =>
        part(`layout-${id}`, says.name, isInUse ? <b className="font-semibold text-ink">in use</b> : null),
      )}
      {part('new-layout', <span className="text-heather">New layout</span>)}
      <Head>Pay system</Head>
      {part('people', 'People it knows', known.data?.people?.known.toLocaleString('en'))}
      {part('codes', 'Codes it knows', known.data?.codes.length)}
      <Head>Beside hours</Head>
      {part('amounts', 'Amounts')}
      <Head>Rules, cost and calendar</Head>
      {part('rulebooks', 'Rulebooks')}
      {part('rates', 'Rates')}
      {part('periods', 'Pay periods')}
    </nav>
  );
}

const Head = ({ children }: { children: ReactNode }) => (
  <h2 className="mt-3 mb-1 px-5 font-sans text-note font-semibold text-soft first:mt-0">{children}</h2>
);

function Part({
  value,
  isShown,
  aside,
  children,
}: {
  value: string;
  isShown: boolean;
  aside: ReactNode;
  children: ReactNode;
}) {
  const { go } = useAddress();
  return (
    <button
      type="button"
      aria-current={isShown ? 'page' : undefined}
      onClick={() => go({ show: value === 'rules' ? null : value })}
      className={`flex w-full items-baseline justify-between gap-2 border-l-4 px-4 py-1 text-left ${isShown ? 'border-heather bg-sheet font-semibold' : 'border-transparent hover:bg-sheet'}`}
    >
      <span className="min-w-0 truncate">{children}</span>
      <span className="text-note text-soft">{aside}</span>
    </button>
  );
}
