import type { HandoffCheck } from '@heath/contract';
import { Check, Eye, TriangleAlert } from 'lucide-react';
import { useId, useState } from 'react';
import { Link } from 'react-router';

const CASES_SHOWN = 8;

/** Where what a check found is put right, beside the cards themselves. */
const REMEDIES: Readonly<Record<string, { readonly name: string; readonly to: string }>> = {
  'owned badges': { name: 'give', to: '/exceptions?kind=unowned-badge' },
  'codes fit': { name: 'mapping', to: '/pay-files?show=rules' },
  settled: { name: 'settle', to: '/exceptions' },
  approved: { name: 'approve', to: '/cards?show=to-approve' },
  mapped: { name: 'decide', to: '/pay-files?show=catch-all' },
  'known people': { name: 'their list', to: '/pay-files?show=people' },
  unusual: { name: 'as a chart', to: '/reports?show=unusual' },
  'known codes': { name: 'their list', to: '/pay-files?show=codes' },
};

/** One check: whether it is met, what it found, opened by its words, and the reason for which it is passed over. */
export function CheckLine({
  check,
  periodId,
  reason,
  onReason,
}: {
  check: HandoffCheck;
  periodId: number;
  reason: string;
  /** Null for whoever may not hand off. */
  onReason: ((text: string) => void) | null;
}) {
  const { name, weight, says, count, cases } = check;
  const [isOpen, setOpen] = useState(false);
  const id = useId();
  const isMet = count === 0;
  const isPassed = weight === 'why' && reason.trim().length >= 3;
  const remedy = REMEDIES[name];
  return (
    <li className="grid grid-cols-[calc(var(--spacing)*5.5)_1fr] border-t border-faint py-1.5">
      <Mark isMet={isMet || isPassed} weight={weight} />
      <div className="min-w-0">
        {isMet ? (
          says
        ) : (
          <button
            type="button"
            aria-expanded={isOpen}
            aria-controls={id}
            onClick={() => setOpen(!isOpen)}
            className="text-left hover:underline"
          >
            {says}
          </button>
        )}
        {!isMet && remedy !== undefined && (
          <Link className="ml-2 text-fine underline" to={withPeriod(remedy.to, periodId)}>
            {remedy.name}
          </Link>
        )}
        {isOpen && (
          <ul id={id} className="mt-1 border-l-2 border-rule pl-2 text-note">
            {cases.slice(0, CASES_SHOWN).map(({ personId, about, says: what }) => (
              <li key={`${personId} ${about} ${what}`} className="py-0.5">
                {personId === null ? (
                  <b className="font-semibold">{about}</b>
                ) : (
                  <Link
                    to={`/cards?period=${periodId}&person=${personId}`}
                    className="font-semibold hover:underline"
                  >
                    {about}
                  </Link>
                )}{' '}
                <span className="text-soft">{what}</span>
              </li>
            ))}
            {count > CASES_SHOWN && (
              <li className="text-soft">and {(count - CASES_SHOWN).toLocaleString('en')} more</li>
            )}
          </ul>
        )}
        {!isMet && weight === 'why' && onReason !== null && (
          <input
            aria-label={`Why it goes all the same: ${says}`}
            placeholder="Or go all the same, because…"
            value={reason}
            maxLength={300}
            onChange={(event) => onReason(event.target.value)}
            onKeyDown={(event) => event.key === 'Escape' && event.currentTarget.blur()}
            className="mt-1 w-full rounded-control border border-rule bg-field px-2 py-0.5 text-note"
          />
        )}
      </div>
    </li>
  );
}

const withPeriod = (to: string, periodId: number): string =>
  `${to}${to.includes('?') ? '&' : '?'}period=${periodId}`;

function Mark({ isMet, weight }: { isMet: boolean; weight: HandoffCheck['weight'] }) {
  if (isMet) return <Check size={15} className="mt-0.5 text-moss" aria-label="yes" />;
  return weight === 'look' ? (
    <Eye size={15} className="mt-0.5 text-soft" aria-label="worth a look" />
  ) : (
    <TriangleAlert size={15} className="mt-0.5 text-ember" aria-label="no" />
  );
}
