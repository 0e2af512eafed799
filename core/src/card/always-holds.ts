import { isPremium, isWorked } from '../model/classes.ts';
import { paidSeconds } from '../model/cut.ts';
import { itemAt } from '../time/item-at.ts';
import type { Computed } from './card.ts';

/**
 * What must hold for every computation and does not: each with the place and the numbers. Empty where all is well.
 * Checked by tests, and at run time outside production.
 */
export function broken({ shifts, segments, lines, reasons }: Computed): string[] {
  const found: string[] = [];
  const say = (text: string) => found.push(text);
  let payable = 0;
  for (const shift of shifts) {
    payable += shift.payableSeconds;
    const parts = shift.payableSeconds + shift.unpaidSeconds + shift.heldSeconds + shift.roundingSeconds;
    if (shift.clockedSeconds !== parts)
      say(`Shift on day ${shift.workday}: clocked ${shift.clockedSeconds} s, but its parts are ${parts} s.`);
  }
  const inOrder = [...segments].sort((a, b) => a.start - b.start);
  let worked = 0;
  inOrder.forEach((segment, i) => {
    worked += paidSeconds(segment);
    if (segment.end <= segment.start) say(`A segment at ${segment.start} has no length.`);
    if (i > 0 && segment.start < itemAt(inOrder, i - 1).end)
      say(`The second at ${segment.start} is paid twice.`);
    if (segment.pay.multiplier < 1) say(`The segment at ${segment.start} pays ${segment.pay.multiplier}.`);
  });
  if (worked !== payable) say(`Segments of ${worked} s for shifts that pay ${payable} s.`);
  const days = new Map<number, { worked: number; premiums: Map<string, number> }>();
  for (const line of lines) {
    if (line.seconds < 0 || line.hours < 0)
      say(`A line of ${line.classId} on day ${line.workday} is negative.`);
    const day = days.get(line.workday) ?? { worked: 0, premiums: new Map() };
    days.set(line.workday, day);
    if (isWorked(line.classId)) day.worked += line.seconds;
    if (isPremium(line.classId))
      day.premiums.set(line.classId, (day.premiums.get(line.classId) ?? 0) + line.seconds);
  }
  for (const [day, { worked: seconds, premiums }] of days) {
    let ofSegments = 0;
    for (const segment of segments) if (segment.workday === day) ofSegments += paidSeconds(segment);
    if (ofSegments !== seconds) say(`Day ${day}: lines of ${seconds} s for segments of ${ofSegments} s.`);
    for (const [name, inside] of premiums)
      if (inside > seconds) say(`Day ${day}: ${name} for ${inside} s of ${seconds} s worked.`);
  }
  for (const reason of reasons) {
    if (reason.step === 'guarantee' && reason.seconds < 0)
      say(`${reason.name} on day ${reason.workday} is negative.`);
  }
  return found;
}
