import { bridgeTable, type ClassId, classParts, type Walked } from '@heath/core';
import type { ReportKind } from '../define.ts';
import { type BridgeCard, cardsOfBridge } from '../store.ts';

/** What people belong to, and what is told of whole cards; a job has no breaks and no rounding of its own. */
const PARTS = ['group', 'department', 'person'] as const;
type BridgePart = (typeof PARTS)[number];

export const bridge: ReportKind = {
  title: 'From clocked to payable hours',
  make: async ({ database, period, places, query, only }) => {
    const by = PARTS.find((one) => one === query.by) ?? 'department';
    const keyOf: Readonly<Record<BridgePart, (card: BridgeCard) => { key: string; name: string }>> = {
      group: ({ groupId }) => named(places.groups.get(groupId)),
      department: ({ departmentId }) => named(places.departments.get(departmentId)),
      person: ({ number, name }) => ({ key: number, name: `${name}, ${number}` }),
    };
    const parts = new Map<string, Walked & { name: string; key: string; personId: number | null }>();
    let computing = 0;
    for await (const cards of cardsOfBridge(database, period.id)) {
      for (const card of cards) {
        const isAsked =
          only === null || PARTS.every((part) => part !== only.part || keyOf[part](card).key === only.key);
        if (!isAsked) continue;
        if (!card.isComputed) {
          computing++;
          continue;
        }
        const { key, name } = keyOf[by](card);
        const sum = parts.get(key);
        parts.set(key, { ...added(sum, card), name, key, personId: by === 'person' ? card.personId : null });
      }
    }
    const title = by.charAt(0).toUpperCase() + by.slice(1);
    return {
      ...bridgeTable(title, [...parts.values()], query.sort),
      notes: computing === 0 ? [] : [`${computing} cards are being computed, and are not among these.`],
    };
  },
};

const named = (place: { readonly code: string; readonly name: string } | undefined) => ({
  key: place?.code ?? '',
  name: place?.name ?? '',
});

function added(sum: Walked | undefined, card: BridgeCard): Walked {
  let [leaveHours, guaranteeHours] = [0, 0];
  for (const [classId, { hours = 0 } = {}] of Object.entries(card.sums ?? {})) {
    const { kind } = classParts(classId as ClassId);
    if (kind === 'leave' || kind === 'adjustment') leaveHours += hours;
    if (kind === 'guarantee') guaranteeHours += hours;
  }
  return {
    clockedSeconds: (sum?.clockedSeconds ?? 0) + card.clockedSeconds,
    heldSeconds: (sum?.heldSeconds ?? 0) + card.heldSeconds,
    unpaidSeconds: (sum?.unpaidSeconds ?? 0) + card.unpaidSeconds,
    roundingSeconds: (sum?.roundingSeconds ?? 0) + card.roundingSeconds,
    leaveHours: (sum?.leaveHours ?? 0) + leaveHours,
    guaranteeHours: (sum?.guaranteeHours ?? 0) + guaranteeHours,
    payableHours: (sum?.payableHours ?? 0) + card.payableHours,
  };
}
