import { type PersonInput, workday, workdayToIso } from '@heath/core';

/** What a correction says, as it travels. */
export type Says = Record<string, unknown> & { readonly kind: string };

/** Which of the corrections near a punch: how many there are. */
export const CORRECTIONS_NEAR = 10;

/**
 * A correction of each kind near a punch, as it travels; not every one of them changes something there.
 *
 * @param kind which kind, below `CORRECTIONS_NEAR`
 * @param place the punch, by its place among those of the card; beyond the last they begin again
 * @param minutes how far from the punch, negative: before
 */
export function correctionNear(
  { punches, first, last }: PersonInput,
  { kind, place, minutes }: { readonly kind: number; readonly place: number; readonly minutes: number },
): Says {
  const punch = punches[place % punches.length];
  if (punch === undefined) throw new RangeError('The card has no punches.');
  const to = punch.at + minutes * 60;
  const [from, until] = [Math.min(punch.at, to), Math.max(punch.at, to) + 60];
  const day = workday(Math.min(Math.max(Math.floor(punch.at / 86_400), first), last));
  const all: Says[] = [
    { kind: 'drop', punch: punch.id },
    { kind: 'move', punch: punch.id, at: to },
    { kind: 'add', at: to, punchKind: minutes % 2 === 0 ? 'out' : 'in', zone: punch.zone },
    { kind: 'set-meal', from, to: until },
    { kind: 'not-worked', from, to: until },
    { kind: 'set-class', from, to: until, multiplier: 2 },
    { kind: 'cancel-meal', at: to },
    { kind: 'flat-hours', workday: workdayToIso(day), as: 'adjustment', code: 'Storm pay', length: 'PT90M' },
    { kind: 'retype', punch: punch.id, punchKind: minutes > 0 ? 'out' : 'in' },
    { kind: 'set-workday', at: punch.at, workday: workdayToIso(workday(day + (minutes > 0 ? 1 : -1))) },
  ];
  return all[kind]!;
}
