import type { CodeSum, HandoffReply } from '@heath/contract';
import { hoursOf, inSteps, isWorked, stepOf } from '@heath/core';
import { decimalHours } from '../../ui/format.ts';

const HEIGHT = 196;
const FLOOR = 170;
const TALLEST = 128;
const BAR = 64;
const STEP = 84;
const STACK_X = 560;

interface Stop {
  readonly name: string;
  /** Hours after this stop. */
  readonly level: number;
  /** What it took or gave; null for a total. */
  readonly by: number | null;
}

const FILLS = ['var(--color-moss-band)', 'url(#hatch-1)', 'url(#hatch-2)', 'url(#hatch-3)'];

/** Walks from clocked to payable hours and on to the pay codes, every step as it is, and what rounding to whole steps of pay moved as one of its own. */
export function Bridge({ handoff }: { handoff: HandoffReply }) {
  const { clockedSeconds, unpaidSeconds, heldSeconds, payableSeconds, notWorkedSeconds } = handoff;
  const clocked = hoursOf(clockedSeconds);
  const worked = payableSeconds - notWorkedSeconds;
  const steps = [
    { name: 'Held', by: -hoursOf(heldSeconds) },
    { name: 'Breaks off', by: -hoursOf(unpaidSeconds) },
    { name: 'Rounding', by: hoursOf(worked - (clockedSeconds - unpaidSeconds - heldSeconds)) },
    { name: 'Not worked', by: hoursOf(notWorkedSeconds) },
    { name: 'Pay steps', by: handoff.payableHours - hoursOf(payableSeconds) },
  ].filter(({ name, by }) => by !== 0 || name === 'Breaks off' || name === 'Rounding');
  let level: number = clocked;
  const stops: Stop[] = [{ name: 'Clocked', level, by: null }];
  for (const { name, by } of steps) {
    level += by;
    stops.push({ name, level, by });
  }
  stops.push({ name: 'Payable', level: handoff.payableHours, by: null });
  const payableX = 6 + (stops.length - 1) * STEP + BAR;
  const codes = handoff.codes.filter((code) => !code.premium);
  // The axis is cut below what everything has in common, so that small steps can be seen; the bars say so by their torn foot.
  const lowest = Math.min(...stops.map((stop) => stop.level));
  const highest = Math.max(...stops.map((stop) => stop.level), 1);
  const base = lowest - (highest - lowest) * 1.2;
  const y = (level: number) => FLOOR - ((level - base) / (highest - base)) * TALLEST;
  let stacked = 0;
  return (
    <svg
      viewBox={`0 0 920 ${HEIGHT}`}
      className="w-full max-w-230"
      role="img"
      aria-label="From clocked to payable hours to pay codes"
    >
      <defs>
        {[1, 2, 3].map((n) => (
          <pattern
            key={n}
            id={`hatch-${n}`}
            width="5"
            height="5"
            patternUnits="userSpaceOnUse"
            patternTransform="rotate(45)"
          >
            <rect
              width="5"
              height="5"
              fill={n === 3 ? 'var(--color-heather)' : 'var(--color-heather-pale)'}
            />
            <rect width="2" height="5" fill={n === 3 ? 'var(--color-deepest)' : 'var(--color-heather)'} />
            {n > 1 && (
              <rect width="5" height="2" fill={n === 3 ? 'var(--color-deepest)' : 'var(--color-heather)'} />
            )}
          </pattern>
        ))}
      </defs>
      {stops.map((stop, i) => {
        const x = 6 + i * STEP;
        const before = stops[i - 1]?.level ?? stop.level;
        const top = Math.min(y(stop.level), y(before));
        const height =
          stop.by === null ? FLOOR - y(stop.level) : Math.max(Math.abs(y(stop.level) - y(before)), 1);
        return (
          <g key={stop.name}>
            {stop.by === null ? (
              <>
                <rect x={x} y={y(stop.level)} width={BAR} height={height} fill="var(--color-peat)" />
                <path
                  d={`M${x} ${FLOOR - 8} l8 -5 l8 5 l8 -5 l8 5 l8 -5 l8 5 l8 -5 l8 5`}
                  stroke="var(--color-paper)"
                  strokeWidth="2"
                  fill="none"
                />
              </>
            ) : (
              <rect
                x={x}
                y={top}
                width={BAR}
                height={height}
                fill={stop.by < 0 ? 'var(--color-sheet)' : 'var(--color-moss-band)'}
                stroke="var(--color-outline)"
              />
            )}
            {i > 0 && (
              <line x1={x - STEP + BAR} x2={x} y1={y(before)} y2={y(before)} stroke="var(--color-past)" />
            )}
            <text
              x={x + BAR / 2}
              y={top - 6}
              textAnchor="middle"
              className={stop.by === null ? 'fill-ink text-body font-semibold' : 'fill-ink text-fine'}
            >
              {stop.by === null ? decimalHours(stop.level) : changeText(before, stop.level)}
            </text>
            <text x={x + BAR / 2} y={187} textAnchor="middle" className="fill-soft text-fine">
              {stop.name}
            </text>
          </g>
        );
      })}
      <path
        d={`M${payableX} ${y(handoff.payableHours)} L${STACK_X} 26`}
        stroke="var(--color-past)"
        fill="none"
      />
      <path d={`M${payableX} ${FLOOR} L${STACK_X} ${FLOOR}`} stroke="var(--color-past)" fill="none" />
      {codes.map((code, i) => {
        const whole = FLOOR - 26;
        // A thin code still gets room for its words.
        const height = stackHeight(code.hours, codes, whole);
        const bottom = FLOOR - stacked;
        stacked += height;
        return (
          <g key={code.code ?? 'none'}>
            <rect
              x={STACK_X}
              y={bottom - height}
              width={BAR}
              height={height - 2}
              fill={fillOf(code, i)}
              stroke={
                code.code === null ? 'var(--color-ember)' : isNotWorked(code) ? 'var(--color-moss)' : 'none'
              }
            />
            <text
              x={STACK_X + BAR + 10}
              y={bottom - height / 2 + 3}
              className={`text-fine ${code.code === null ? 'fill-ember' : 'fill-ink'}`}
            >
              {code.code ?? '—'} {code.name} <tspan fontWeight="600">{decimalHours(code.hours)}</tspan>
            </text>
          </g>
        );
      })}
    </svg>
  );
}

const HUNDREDTH = stepOf({ decimals: 2 });

/** What a step changed, as the difference of what stands before and after it: what is shown adds up. */
function changeText(before: number, after: number): string {
  const change = inSteps(after, HUNDREDTH) - inSteps(before, HUNDREDTH);
  return `${change > 0 ? '+' : ''}${decimalHours(change)}`;
}

const isNotWorked = ({ classIds }: CodeSum): boolean => classIds.every((classId) => !isWorked(classId));

function fillOf(code: CodeSum, index: number): string {
  if (code.code === null) return 'var(--color-ember-wash)';
  return isNotWorked(code) ? 'var(--color-sheet)' : (FILLS[index] ?? FILLS[3]!);
}

const THINNEST = 18;

function stackHeight(hours: number, all: HandoffReply['codes'], whole: number): number {
  const total = all.reduce((sum, code) => sum + code.hours, 0);
  if (total === 0) return whole / all.length;
  return THINNEST + (hours / total) * (whole - THINNEST * all.length);
}
