import type { CodeSum, HandoffReply } from '@heath/contract';
import { hoursOf, inSteps, stepOf } from '@heath/core';
import type { Bar, BarMark } from '../../ui/chart/bars.ts';
import { hoursInShort } from '../../ui/text/format.ts';

type Walked = Pick<
  HandoffReply,
  'clockedSeconds' | 'unpaidSeconds' | 'heldSeconds' | 'payableSeconds' | 'notWorkedSeconds' | 'payableHours'
> & { readonly codes: readonly CodeSum[] };

/**
 * The bridge: walks from clocked to payable hours, every step as it is, and what rounding to whole steps of pay moved as one of its own; then from
 * payable hours down through the pay codes, the smallest first, to the ground.
 */
export function bridgeBars(handoff: Walked): Bar[] {
  const { clockedSeconds, unpaidSeconds, heldSeconds, payableSeconds, notWorkedSeconds, payableHours } =
    handoff;
  const clocked = hoursOf(clockedSeconds);
  const worked = payableSeconds - notWorkedSeconds;
  const steps = [
    { name: 'Held', by: -hoursOf(heldSeconds) },
    { name: 'Breaks off', by: -hoursOf(unpaidSeconds) },
    { name: 'Rounding', by: hoursOf(worked - (clockedSeconds - unpaidSeconds - heldSeconds)) },
    { name: 'Not worked', by: hoursOf(notWorkedSeconds) },
    { name: 'Pay steps', by: payableHours - hoursOf(payableSeconds) },
  ].filter(({ name, by }) => by !== 0 || name === 'Breaks off' || name === 'Rounding');
  const bars: Bar[] = [total('Clocked', clocked)];
  let level: number = clocked;
  for (const { name, by } of steps) {
    const to = level + by;
    bars.push({ name, from: level, to, mark: by < 0 ? 'taken' : 'given', text: changeText(level, to) });
    level = to;
  }
  bars.push(total('Payable', payableHours));
  return [...bars, ...codeBars(handoff)];
}

const total = (name: string, hours: number): Bar => ({
  name,
  from: 0,
  to: hours,
  mark: 'total',
  text: hoursInShort(hours),
});

function codeBars({ codes, payableHours }: Walked): Bar[] {
  const paid = codes.filter(({ sum }) => sum === 'hours');
  const tiers = paid.filter((code) => code.code !== null && isTier(code));
  let level: number = payableHours;
  return [...paid]
    .sort((a, b) => a.hours - b.hours)
    .map((code) => {
      const from = level;
      level -= code.hours;
      const name = code.code ?? 'no code';
      return {
        name,
        from,
        to: level,
        mark: markOf(code, tiers.indexOf(code)),
        text: hoursInShort(code.hours),
      };
    });
}

const isTier = ({ worked }: CodeSum): boolean => worked;
const TIERS: readonly BarMark[] = ['ordinary', 'overtime-1', 'overtime-2', 'overtime-3'];

function markOf(code: CodeSum, tier: number): BarMark {
  if (code.code === null) return 'trouble';
  return isTier(code) ? (TIERS[tier] ?? 'overtime-3') : 'not-worked';
}

const HUNDREDTH = stepOf({ decimals: 2 });

/** What a step changed, as the difference of what stands before and after it: what is shown adds up. */
function changeText(before: number, after: number): string {
  const change = inSteps(after, HUNDREDTH) - inSteps(before, HUNDREDTH);
  return `${change > 0 ? '+' : ''}${hoursInShort(change)}`;
}
