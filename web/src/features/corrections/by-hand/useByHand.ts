import type { CardReply } from '@heath/contract';
import type { Instant, Workday } from '@heath/core';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import type { CardId } from '../../../api/cards.ts';
import { useCardInputQuery, useCorrectMutation } from '../../../api/corrections.ts';
import { problemOf } from '../../../api/requests/base.ts';
import { useMayCorrect } from '../../../api/useMay.ts';
import type { RibbonPart } from '../../../ui/ribbon/parts.ts';
import type { Hand, Tool } from '../../../ui/ribbon/useHand.ts';
import { correctionWords } from '../../../ui/text/correction-words.ts';
import { useSayCorrected } from '../settle/index.ts';
import { counting, isUnfinished, mealtime, moving, painting, type Says, splitting } from './draft.ts';
import { useEffectOf } from './useEffectOf.ts';

/** What is being corrected by hand, before it is kept. */
interface Draft {
  readonly says: Says | null;
  readonly note: string;
}
const NOTHING: Draft = { says: null, note: '' };

/** What the hand on the ribbon draws, beyond taking punches elsewhere. */
export type Drawing = 'split' | 'meal' | 'job' | null;

/** Corrects a card by hand: on its ribbons, or in a panel. What is considered shows its effect; nothing is kept before somebody says so. */
export function useByHand(id: CardId, card: CardReply | undefined, day: Workday) {
  const { personId } = id;
  const may = useMayCorrect(personId) && card !== undefined;
  const { draft, change, forget } = useKeptDraft(id);
  const [drawing, setDrawing] = useState<Drawing>(null);
  const { isNear, onNear } = useNear(personId);
  const { says, note } = draft;
  const { currentData: input } = useCardInputQuery(id, { skip: !may || (says === null && !isNear) });
  const zone = card?.offsets.zone ?? 'UTC';
  const isReady = says !== null && !isUnfinished(says);
  const { effect, follow } = useEffectOf(input, isReady ? says : null, zone);
  const [correct, { isLoading, error, reset }] = useCorrectMutation();
  const sayCorrected = useSayCorrected(id);

  /** How often something else was considered than what a hand drags: whatever was dragged before that comes too late. */
  const considered = useRef(0);
  const consider = useCallback(
    (next: Says | null) => {
      considered.current++;
      reset();
      change({ says: next });
    },
    [change, reset],
  );
  /** While a hand drags. */
  const considerMoving = useCallback(
    (next: Says) => {
      const now = considered.current;
      follow(next, () => {
        if (considered.current === now) change({ says: next });
      });
    },
    [follow, change],
  );
  const drop = useCallback(() => {
    considered.current++;
    reset();
    setDrawing(null);
    forget();
  }, [forget, reset]);
  const keep = async () => {
    if (says === null || !isReady || isLoading || card === undefined) return;
    const { data } = await correct({ ...id, says, note });
    if (data === undefined) return;
    forget();
    setDrawing(null);
    const { kind, ...settings } = says;
    const punch = 'punch' in says ? punchNamed(card, says.punch) : null;
    sayCorrected(correctionWords({ kind, says: settings, punch }, card.offsets), data.correctionId);
  };

  const hand = useHand(may ? card : undefined, day, drawing, setDrawing, consider, considerMoving);

  return {
    may,
    says,
    note,
    /** False while something is still to be typed: nothing is shown of its effect, and it cannot be kept. */
    isReady,
    effect: isReady ? effect : null,
    drawing,
    setDrawing,
    consider,
    setNote: (text: string) => change({ note: text }),
    keep,
    drop,
    isBusy: isLoading,
    problem: error === undefined ? null : problemOf(error),
    hand,
    /** The hand comes near: what the effect is computed from is fetched. */
    isNear,
    onNear,
  } as const;
}
export type ByHand = ReturnType<typeof useByHand>;

/** What the hand on a card's ribbons does; undefined where nobody may correct it. */
function useHand(
  card: CardReply | undefined,
  day: Workday,
  drawing: Drawing,
  setDrawing: (drawing: Drawing) => void,
  consider: (says: Says | null) => void,
  considerMoving: (says: Says) => void,
): Hand | undefined {
  return useMemo(() => {
    if (card === undefined) return undefined;
    const of = { card, day };
    const tool: Tool = drawing === null ? 'move' : drawing === 'split' ? 'split' : 'stretch';
    const takeTo = (says: Says | null, isDone: boolean) => {
      if (isDone) consider(says);
      else if (says !== null) considerMoving(says);
    };
    const move = ({ punch }: RibbonPart, to?: Instant, isDone = true) => {
      if (punch !== undefined) takeTo(moving(punch, to), isDone);
    };
    return {
      tool,
      onMove: move,
      onTouch: (part) => move(part),
      onSplit: (at) => {
        consider(splitting(of, at));
        setDrawing(null);
      },
      onStretch: (from, to, isDone) => {
        takeTo(drawing === 'meal' ? mealtime(of, from, to) : painting(of, from, to), isDone);
        if (isDone) setDrawing(null);
      },
      onDay: (at, other) => consider(counting(of, other, at)),
    };
  }, [card, day, drawing, setDrawing, consider, considerMoving]);
}

/** Whoever looks at a card for so long may put a hand to it. */
const STAYS_MILLISECONDS = 400;

/** Whether a hand is near a card: the pointer is over it, or it has been open for a while. */
function useNear(personId: number) {
  const [nearId, setNearId] = useState<number | null>(null);
  const onNear = useCallback(() => setNearId(personId), [personId]);
  useEffect(() => {
    const timer = window.setTimeout(onNear, STAYS_MILLISECONDS);
    return () => window.clearTimeout(timer);
  }, [onNear]);
  return { isNear: nearId === personId, onNear };
}

/** A punch of the card as the history names one. */
function punchNamed({ shifts, exceptions }: CardReply, id: number): { kind: 'in'; at: number } | null {
  const all = [
    ...shifts.flatMap(({ spells }) => spells.flatMap((spell) => [spell.in, spell.out])),
    ...exceptions.flatMap(({ punch }) => (punch === null ? [] : [punch])),
  ];
  const found = all.find((punch) => punch.id === id);
  return found === undefined ? null : { kind: found.kind as 'in', at: found.clockedAt ?? found.at };
}

const placeOf = ({ periodId, personId }: CardId): string => `heath by hand ${periodId} ${personId}`;

function read(place: string): Draft {
  try {
    const found: unknown = JSON.parse(sessionStorage.getItem(place) ?? 'null');
    if (found === null || typeof found !== 'object') return NOTHING;
    return { ...NOTHING, ...found };
  } catch {
    // Somebody else wrote there.
    return NOTHING;
  }
}

/** What is considered on a card: still there after another card, a reload, the back button; this window's alone. */
function useKeptDraft(id: CardId) {
  const place = placeOf(id);
  const [{ of, draft }, set] = useState(() => ({ of: place, draft: read(place) }));
  const now = of === place ? draft : read(place);
  useEffect(() => {
    if (of !== place) set({ of: place, draft: read(place) });
  }, [of, place]);
  const change = useCallback(
    (changes: Partial<Draft>) =>
      set((before) => {
        const after = { ...(before.of === place ? before.draft : read(place)), ...changes };
        if (after.says === null && after.note === '') sessionStorage.removeItem(place);
        else sessionStorage.setItem(place, JSON.stringify(after));
        return { of: place, draft: after };
      }),
    [place],
  );
  const forget = useCallback(() => {
    sessionStorage.removeItem(place);
    set({ of: place, draft: NOTHING });
  }, [place]);
  return { draft: now, change, forget };
}
