import type { UnownedBadgesReply } from '@heath/contract';
import { instant, instantToIso, SECONDS_PER_DAY, type Workday, workday } from '@heath/core';
import { useMemo, useState } from 'react';
import { useGiveBadgeMutation } from '../../api/badges.ts';
import { useCardsQuery } from '../../api/cards.ts';
import { problemOf } from '../../api/requests/base.ts';
import { useMay } from '../../api/useMay.ts';
import { Button } from '../../ui/controls/Button.tsx';
import { DateField } from '../../ui/form/DateField.tsx';
import { Picker } from '../../ui/form/Picker.tsx';
import { Notice } from '../../ui/notices/Notice.tsx';
import { type Done, say, sayDone } from '../../ui/notices/notices.ts';
import { useKey } from '../../ui/screen/keys.ts';
import { moment } from '../../ui/text/format.ts';
import { Kbd } from '../../ui/text/Kbd.tsx';
import { BadgeCandidates } from './BadgeCandidates.tsx';
import { BADGE_KEYS } from './keys.ts';

type Badge = UnownedBadgesReply['badges'][number];

/** The name under which they stand among the kinds of exceptions. */
export const UNOWNED = { kind: 'unowned-badge', label: 'Badge nobody owns' } as const;

/** Badges with punches that are nobody's: each is given to somebody, with what was punched with it before. */
export function UnownedBadges({ periodId, badges }: { periodId: number; badges: readonly Badge[] }) {
  return (
    <main aria-label="Exceptions" className="flex min-h-0 flex-1 flex-col overflow-y-auto px-4.5 pt-3">
      <header className="flex items-baseline gap-3 pb-2">
        <h1 className="text-title">{UNOWNED.label}</h1>
        <span className="text-note text-soft">
          {badges.length} · their punches pay nobody until somebody owns them
        </span>
      </header>
      {badges.map((badge, i) => (
        <UnownedBadge key={badge.id} periodId={periodId} badge={badge} isFirst={i === 0} />
      ))}
    </main>
  );
}

function UnownedBadge({
  periodId,
  badge,
  isFirst,
}: {
  periodId: number;
  badge: Badge;
  /** Keys are heard for one. */
  isFirst: boolean;
}) {
  const { data: cards } = useCardsQuery(periodId);
  const people = useMemo(
    () =>
      (cards?.rows ?? []).map(({ personId, name, number, department }) => ({
        id: String(personId),
        name,
        detail: `${number} · ${department}`,
      })),
    [cards],
  );
  const first = workday(Math.floor(badge.firstAt / SECONDS_PER_DAY));
  const [personId, setPerson] = useState<string | null>(null);
  const [from, setFrom] = useState<Workday | null>(first);
  const give = useGive(badge);
  const may = useMay('give badges');
  const chosen = people.find(({ id }) => id === personId);
  const giveIt = () => {
    if (may && chosen !== undefined && from !== null && !give.isBusy)
      void give.to(Number(chosen.id), chosen.name, from);
  };
  useKey(BADGE_KEYS.give, () => isFirst && giveIt());
  const time = (at: number) => moment(instantToIso(instant(at)));
  return (
    <section
      aria-label={`Badge ${badge.code}`}
      className="my-1 rounded-control border border-heather bg-sheet px-3.5 py-3"
    >
      <header className="flex items-baseline gap-3">
        <h2 className="text-lead">{badge.code}</h2>
        <span className="text-note text-soft">
          {badge.punches} {badge.punches === 1 ? 'punch' : 'punches'} at {badge.site}, {time(badge.firstAt)}{' '}
          to {time(badge.lastAt)}
        </span>
      </header>
      {may && (
        <BadgeCandidates
          badge={badge}
          periodId={periodId}
          hasKeys={isFirst}
          chosen={personId}
          onChoose={setPerson}
        />
      )}
      {may && (
        <div className="mt-2 flex flex-wrap items-start gap-3">
          <span className="mt-6">
            <Picker
              label="Whose it is"
              items={people}
              value={personId}
              onChoose={setPerson}
              empty="Nobody of this period is called so."
              {...(isFirst ? { openedBy: BADGE_KEYS.whose } : {})}
            />
          </span>
          <div className="-mt-4 w-52">
            <DateField label="From that day on" near={first} initial={first} onChange={setFrom} />
          </div>
          <Button
            look="primary"
            className="mt-6"
            disabled={give.isBusy || chosen === undefined || from === null}
            onClick={giveIt}
          >
            Give it to {chosen?.name ?? 'them'} {isFirst && <Kbd>{BADGE_KEYS.give.press}</Kbd>}
          </Button>
        </div>
      )}
      {give.error !== null && (
        <div className="mt-2">
          <Notice>{give.error}</Notice>
        </div>
      )}
    </section>
  );
}

/** Gives a badge to somebody, and takes it back. */
function useGive(badge: Badge) {
  const [give, { isLoading, error }] = useGiveBadgeMutation();
  const done = (name: string, personId: number | null, firstDay: Workday, before: number | null): Done => ({
    text:
      personId === null ? `${badge.code} is nobody's` : `${badge.code} is ${name}'s, with its past punches`,
    undo: async () => {
      const result = await give({ badgeId: badge.id, personId: before, firstDay });
      if (result.error === undefined) return done(name, before, firstDay, personId);
      say(problemOf(result.error).title);
      return null;
    },
  });
  return {
    isBusy: isLoading,
    error: error === undefined ? null : problemOf(error).title,
    to: async (personId: number, name: string, firstDay: Workday) => {
      const result = await give({ badgeId: badge.id, personId, firstDay });
      if (result.error === undefined) sayDone(done(name, personId, firstDay, null));
    },
  };
}
