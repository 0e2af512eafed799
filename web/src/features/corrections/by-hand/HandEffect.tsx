import type { CardReply } from '@heath/contract';
import type { Effect } from '../../../computing/effect.ts';
import { shortDay } from '../../../ui/text/format.ts';
import { Hours } from '../../../ui/text/Hours.tsx';
import { WithdrawsApproval } from '../../approvals/index.ts';
import type { Says } from './draft.ts';
import { warningText } from './words.ts';

/** Days beyond these are told as how many there are. */
const MOST_DAYS = 3;

/** What a correction would change, and what somebody should know before they keep it. */
export function HandEffect({
  effect,
  card,
  says,
  onOther,
}: {
  effect: Effect | null;
  card: CardReply;
  says: Says | null;
  /** The other of two equal times is meant. */
  onOther: (says: Says) => void;
}) {
  return (
    <div aria-live="polite" className="mt-2.5 text-note" data-testid="effect">
      {effect?.ok === true && <Changes effect={effect} />}
      {effect?.ok === false && <p className="text-ember">{effect.reason}</p>}
      {effect?.ok === true &&
        effect.warnings.map((warning, i) => (
          <p key={i} className={warning.stops ? 'text-ember' : 'text-soft'}>
            {warningText(warning, card.offsets)}
            {warning.what === 'twice' && says !== null && (
              <button
                type="button"
                className="ml-1 text-heather underline"
                onClick={() => onOther(withOther(says, warning.at, warning.other))}
              >
                Take the {warning.at < warning.other ? 'second' : 'first'}
              </button>
            )}
          </p>
        ))}
      <WithdrawsApproval card={card} />
    </div>
  );
}

function withOther(says: Says, at: number, other: number): Says {
  const changed = Object.entries(says).map(([name, value]) => [name, value === at ? other : value]);
  return Object.fromEntries(changed) as Says;
}

function Changes({ effect }: { effect: Extract<Effect, { ok: true }> }) {
  const { changes, payableBefore, payableAfter, toSettleBefore, toSettleAfter } = effect;
  const paid = changes.filter(({ before, after }) => before !== after);
  return (
    <dl>
      {paid.slice(0, MOST_DAYS).map(({ workday, before, after }) => (
        <Change key={workday} name={shortDay(workday)} before={before} after={after} />
      ))}
      {paid.length > MOST_DAYS && <div className="text-soft">and {paid.length - MOST_DAYS} other days</div>}
      <Change name="Payable in the period" before={payableBefore} after={payableAfter} isStrong />
      {toSettleBefore !== toSettleAfter && (
        <div className="flex justify-between">
          <dt>To settle</dt>
          <dd>
            {toSettleBefore} → {toSettleAfter}
          </dd>
        </div>
      )}
    </dl>
  );
}

function Change({
  name,
  before,
  after,
  isStrong = false,
}: {
  name: string;
  before: number;
  after: number;
  isStrong?: boolean;
}) {
  return (
    <div className={`flex justify-between ${isStrong ? 'font-semibold' : ''}`}>
      <dt>{name}</dt>
      <dd>
        <Hours hours={before} className="font-normal text-soft" /> → <Hours hours={after} />
      </dd>
    </div>
  );
}
