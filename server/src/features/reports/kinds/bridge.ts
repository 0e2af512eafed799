import {
  bridgeTable,
  classParts,
  classSums,
  type JobTime,
  nameOfPart,
  payableHours,
  sumsByClass,
  type Walked,
} from '@heath/core';
import type { PlacesByNumber } from '../../../pay/lines.ts';
import { type Asked, defineReport } from '../define.ts';
import { type BridgeCard, cardsOfBridge } from '../store.ts';

const PARTS = ['group', 'department', 'job', 'person'] as const;
type BridgePart = (typeof PARTS)[number];

/** What of a card is walked: all of it, or what belongs to one job. */
interface Piece extends Walked {
  readonly card: BridgeCard;
  readonly job: JobTime['job'];
}

export const bridge = defineReport({
  name: 'bridge',
  label: 'Clocked to payable',
  shelf: 'What is paid',
  parts: ['department', 'job', 'group', 'person'],
  title: 'From clocked to payable hours',
  make: async ({ database, period, places, names, query, only }) => {
    const by = PARTS.find((one) => one === query.by) ?? 'department';
    const byJob = by === 'job' || only?.part === 'job';
    const parts = new Map<string | null, Walked & { personId: number | null; name: string }>();
    let computing = 0;
    for await (const cards of cardsOfBridge(database, period.id, byJob)) {
      for (const card of cards) {
        if (!card.isComputed) {
          // Its jobs are not known yet: it may be of any.
          if (only?.part === 'job' || isAsked({ card, job: null }, places, only)) computing++;
          continue;
        }
        for (const piece of byJob ? piecesByJob(card) : [{ ...wholeOf(card), card, job: null }]) {
          if (!isAsked(piece, places, only)) continue;
          const key = keyOf(by, piece, places);
          const name = by === 'person' ? `${card.name}, ${card.number}` : nameOfPart(names, by, key);
          const personId = by === 'person' ? card.personId : null;
          parts.set(key, { ...added(parts.get(key), piece), name, personId });
        }
      }
    }
    const title = by.charAt(0).toUpperCase() + by.slice(1);
    return {
      ...bridgeTable(
        title,
        [...parts].map(([key, part]) => ({ key, ...part })),
        query.sort,
      ),
      notes: computing > 0 ? [`${computing} cards are being computed, and are not among these.`] : [],
    };
  },
});

function keyOf(
  part: BridgePart,
  { card, job }: Pick<Piece, 'card' | 'job'>,
  { groups, departments, jobs }: PlacesByNumber,
): string | null {
  if (part === 'group') return groups.get(card.groupId)?.code ?? null;
  if (part === 'department') return departments.get(card.departmentId)?.code ?? null;
  if (part === 'person') return card.number;
  return job === null ? null : (jobs.get(job)?.code ?? null);
}

const isAsked = (piece: Pick<Piece, 'card' | 'job'>, places: PlacesByNumber, only: Asked['only']): boolean =>
  only === null || PARTS.every((part) => part !== only.part || keyOf(part, piece, places) === only.key);

function wholeOf(card: BridgeCard): Walked {
  const { clockedSeconds, heldSeconds, unpaidSeconds, roundingSeconds } = card;
  return {
    clockedSeconds,
    heldSeconds,
    unpaidSeconds,
    roundingSeconds,
    ...paidOf(card.sums ?? {}),
    payableHours: card.payableHours,
  };
}

/** A card by job: what was clocked, as it was computed, and what is paid, by its lines. */
function piecesByJob(card: BridgeCard): Piece[] {
  const times = new Map((card.jobTimes ?? []).map((time) => [time.job, time]));
  const lines = card.lines ?? [];
  return [...new Set([...times.keys(), ...lines.map(({ job }) => job)])].map((job) => {
    const sums = classSums(lines.filter((line) => line.job === job));
    return {
      card,
      job,
      ...(times.get(job) ?? NO_TIME),
      ...paidOf(sums),
      payableHours: payableHours(sums),
    };
  });
}

const NO_TIME = { clockedSeconds: 0, heldSeconds: 0, unpaidSeconds: 0, roundingSeconds: 0 };

/** What is paid without work. */
function paidOf(sums: NonNullable<BridgeCard['sums']>): Pick<Walked, 'leaveHours' | 'guaranteeHours'> {
  let [leaveHours, guaranteeHours] = [0, 0];
  for (const [classId, { hours }] of sumsByClass(sums)) {
    const { kind } = classParts(classId);
    if (kind === 'leave' || kind === 'adjustment') leaveHours += hours;
    if (kind === 'guarantee') guaranteeHours += hours;
  }
  return { leaveHours, guaranteeHours };
}

const added = (sum: Walked | undefined, piece: Walked): Walked => ({
  clockedSeconds: (sum?.clockedSeconds ?? 0) + piece.clockedSeconds,
  heldSeconds: (sum?.heldSeconds ?? 0) + piece.heldSeconds,
  unpaidSeconds: (sum?.unpaidSeconds ?? 0) + piece.unpaidSeconds,
  roundingSeconds: (sum?.roundingSeconds ?? 0) + piece.roundingSeconds,
  leaveHours: (sum?.leaveHours ?? 0) + piece.leaveHours,
  guaranteeHours: (sum?.guaranteeHours ?? 0) + piece.guaranteeHours,
  payableHours: (sum?.payableHours ?? 0) + piece.payableHours,
});
