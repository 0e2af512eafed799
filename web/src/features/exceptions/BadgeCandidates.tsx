import type { BadgeCandidatesReply } from '@heath/contract';
import { instant, type ZoneOffsets } from '@heath/core';
import { useBadgeCandidatesQuery } from '../../api/badges.ts';
import { NotYet } from '../../ui/notices/NotYet.tsx';
import { useKey } from '../../ui/screen/keys.ts';
import { clockTime, dayAndTime, shortDay } from '../../ui/text/format.ts';
import { Hours } from '../../ui/text/Hours.tsx';
import { Kbd } from '../../ui/text/Kbd.tsx';

type Candidate = BadgeCandidatesReply['candidates'][number];

/** What speaks for somebody: `planned Mon 19 Oct 06:00 to 14:00, left no punch · badge MF-0117 differs by one character`. */
function whyOf(
  { planned, hadUntil, badge }: Pick<Candidate, 'planned' | 'hadUntil' | 'badge'>,
  zone: ZoneOffsets | null,
): string {
  const plan =
    planned === null || zone === null
      ? ''
      : `planned ${dayAndTime(instant(planned.startsAt), zone)} to ${clockTime(instant(planned.endsAt), zone)}, left no punch`;
  const parts = [
    plan,
    hadUntil === null ? '' : `had it until ${shortDay(hadUntil)}`,
    badge === null ? '' : `badge ${badge} differs by one character`,
  ];
  return parts.filter((part) => part !== '').join(' · ');
}

/** Who may own a badge, each by the digit of their place, with what would become payable. */
export function BadgeCandidates({
  badge,
  periodId,
  hasKeys,
  chosen,
  onChoose,
}: {
  badge: { readonly id: number; readonly code: string };
  periodId: number;
  hasKeys: boolean;
  chosen: string | null;
  onChoose: (personId: string) => void;
}) {
  const { currentData: data, error, refetch } = useBadgeCandidatesQuery({ badgeId: badge.id, periodId });
  const candidates = data?.candidates ?? [];
  if (error !== undefined)
    return <NotYet what="who may own it" error={error} again={() => void refetch()} place="part" />;
  if (data !== undefined && candidates.length === 0)
    return (
      <p className="mt-1 text-note text-soft">
        Nobody was planned there then and left no punch, nobody had it before, and no badge is nearly the
        same.
      </p>
    );
  return (
    <ul aria-label={`Who may own ${badge.code}`} className="mt-1">
      {candidates.map((one, i) => (
        <CandidateLine
          key={one.personId}
          candidate={one}
          press={hasKeys ? String(i + 1) : null}
          zone={data?.zone ?? null}
          isChosen={chosen === String(one.personId)}
          onChoose={() => onChoose(String(one.personId))}
        />
      ))}
    </ul>
  );
}

function CandidateLine({
  candidate,
  press,
  zone,
  isChosen,
  onChoose,
}: {
  candidate: Candidate;
  /** Null where keys are heard for another badge. */
  press: string | null;
  zone: ZoneOffsets | null;
  isChosen: boolean;
  onChoose: () => void;
}) {
  const { name, number, payableBeforeHours, payableAfterHours } = candidate;
  useKey({ press: press ?? '1', does: `Choose ${name}` }, () => press !== null && onChoose());
  return (
    <li className="border-t border-faint first:border-t-0">
      <button
        type="button"
        aria-pressed={isChosen}
        onClick={onChoose}
        className={`flex w-full items-baseline gap-2 rounded-control px-1 py-1 text-left text-note hover:bg-heather-wash ${isChosen ? 'bg-heather-wash' : ''}`}
      >
        {press !== null && <Kbd>{press}</Kbd>}
        <b className="font-semibold">{name}</b>
        <span className="text-soft">{number}</span>
        <span className="min-w-0 flex-1">{whyOf(candidate, zone)}</span>
        <span className="whitespace-nowrap">
          payable <Hours hours={payableBeforeHours} className="text-soft" /> →{' '}
          <Hours hours={payableAfterHours} />
        </span>
      </button>
    </li>
  );
}
