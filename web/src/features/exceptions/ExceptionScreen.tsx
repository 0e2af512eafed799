import type { ZoneOffsets } from '@heath/core';
import { useMemo, useRef, useState } from 'react';
import { useUnownedBadgesQuery } from '../../api/badges.ts';
import type { OpenException } from '../../api/exceptions.ts';
import { useMay } from '../../api/useMay.ts';
import { Empty } from '../../ui/notices/Empty.tsx';
import { useKey } from '../../ui/screen/keys.ts';
import { dayOfIso, useAddress } from '../../ui/screen/useAddress.ts';
import { BulkPanel } from '../corrections/bulks/index.ts';
import { type Conflict, ConflictNotice } from '../corrections/settle/index.ts';
import { AlikeButton, minutesIn } from './AlikeButton.tsx';
import { alike, asBulk } from './alike.ts';
import { ExceptionList } from './ExceptionList.tsx';
import { KindList } from './KindList.tsx';
import { EXCEPTION_KEYS } from './keys.ts';
import {
  type Facets,
  type KindsBySeverity,
  kindsBySeverity,
  nameOf,
  ofPerson,
  openPlace,
  within,
} from './kinds.ts';
import { UNOWNED, UnownedBadges } from './UnownedBadges.tsx';
import { useNearException } from './useNearException.ts';

/** Kinds, exceptions, the open one. Which are shown and which is open stands in the address. */
export function ExceptionScreen({ periodId, open }: { periodId: number; open: readonly OpenException[] }) {
  const { query, go } = useAddress();
  const group = query.get('group');
  const day = dayOfIso(query.get('day'));
  const facets = useFacets(query);
  const groupId = group === null ? null : Number(group);
  const person = query.get('find') ?? '';
  const ofGroup = useMemo(() => ofPerson(within(open, groupId, day), person), [open, groupId, day, person]);
  const inSight = useMemo(() => within(ofGroup, null, null, facets), [ofGroup, facets]);
  const badges = useBadges();
  const kinds = useMemo(() => withBadges(kindsBySeverity(inSight), badges.length), [inSight, badges.length]);
  const all = [...kinds.holdUp, ...kinds.toLookAt];
  const picked = all.find(({ kind }) => kind === query.get('kind')) ?? all[0];
  const shown = useMemo(() => inSight.filter(({ kind }) => kind === picked?.kind), [inSight, picked?.kind]);
  const upTo = minutesIn(query.get('upto'));
  const isAlike = query.get('alike') !== null && picked !== undefined;
  const together = useMemo(() => {
    const found = isAlike ? alike(picked.kind, shown, upTo) : null;
    return found === null ? null : asBulk(found);
  }, [isAlike, picked?.kind, shown, upTo]);
  const [conflict, setConflict] = useState<{ of: Conflict; offsets: ZoneOffsets } | null>(null);
  const last = useRef(0);
  const place = openPlace(shown, query.get('open'), last.current);
  last.current = Math.max(place, 0);
  useNearException(periodId, shown[place + 1]);
  const step = (by: number) => {
    const next = shown[Math.min(Math.max(place + by, 0), shown.length - 1)];
    if (next !== undefined) go({ open: nameOf(next) });
  };
  useKey(EXCEPTION_KEYS.next, () => step(1));
  useKey(EXCEPTION_KEYS.before, () => step(-1));
  return (
    <div className="grid min-h-0 flex-1 grid-cols-[var(--spacing-list)_minmax(0,1fr)]">
      <KindList
        kinds={kinds}
        picked={picked?.kind}
        onPick={(kind) => go({ kind, open: null, alike: null, upto: null })}
        open={ofGroup}
        facets={facets}
        onFacet={(facet, value) => go({ [facet]: value, open: null })}
        person={person}
        onPerson={(find) => go({ find: find || null, open: null }, true)}
      />
      <div className="flex min-h-0 flex-col">
        {conflict !== null && (
          <div className="px-4.5 pt-3">
            <ConflictNotice
              conflict={conflict.of}
              offsets={conflict.offsets}
              onUnderstood={() => setConflict(null)}
            />
          </div>
        )}
        {picked?.kind === UNOWNED.kind ? (
          <UnownedBadges periodId={periodId} badges={badges} />
        ) : picked !== undefined && together !== null ? (
          <BulkPanel
            key={picked.kind}
            periodId={periodId}
            detail={picked.label}
            bulk={together}
            onClose={() => go({ alike: null })}
          />
        ) : picked === undefined ? (
          <Empty title={open.length === 0 ? 'Nothing to settle' : 'Nothing to settle here'}>
            {open.length === 0
              ? 'Every card of this period is clean. The handoff is next.'
              : 'Pick another day or pay group above, or somebody else below the kinds.'}
          </Empty>
        ) : (
          <ExceptionList
            key={picked.kind}
            periodId={periodId}
            kind={picked}
            holdsUp={kinds.holdUp.includes(picked)}
            shown={shown}
            place={place}
            onOpen={(exception) => go({ open: nameOf(exception) })}
            onConflict={(of, offsets) => setConflict({ of, offsets })}
          >
            <AlikeButton
              kind={picked.kind}
              shown={shown}
              upTo={upTo}
              onUpTo={(minutes) => go({ upto: minutes }, true)}
              onOpen={() => go({ alike: 'yes' })}
            />
          </ExceptionList>
        )}
      </div>
    </div>
  );
}

/** What of people the address picks exceptions by. */
function useFacets(query: URLSearchParams): Facets {
  const [department, site, supervisor] = [
    query.get('department'),
    query.get('site'),
    query.get('supervisor'),
  ];
  return useMemo(() => ({ department, site, supervisor }), [department, site, supervisor]);
}

/** Badges whose punches are nobody's, for whoever may see them. */
function useBadges() {
  const may = useMay('see imports');
  const { data } = useUnownedBadgesQuery(undefined, { skip: !may });
  return data?.badges ?? NONE;
}
const NONE: readonly never[] = [];

/** They are of no card, and stand among the kinds all the same. */
const withBadges = (kinds: KindsBySeverity, count: number): KindsBySeverity =>
  count === 0 ? kinds : { ...kinds, holdUp: [...kinds.holdUp, { ...UNOWNED, count }] };
