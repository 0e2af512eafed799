import {
  BarController,
  BarElement,
  CategoryScale,
  Chart,
  type ChartData,
  type ChartOptions,
  LinearScale,
  type Plugin,
} from 'chart.js';
import { useEffect, useRef } from 'react';
import { says } from '../text/Says.tsx';
import { useShownTheme } from '../theme/useShownTheme.ts';
import { type Bar, type BarMark, baseOf, MARK_INK } from './bars.ts';

Chart.register(BarController, BarElement, CategoryScale, LinearScale);

/** A color by its token, as the theme has it now. */
const token = (name: string): string =>
  getComputedStyle(document.documentElement).getPropertyValue(`--color-${name}`).trim();

const fontFamily = (): string => getComputedStyle(document.body).fontFamily;

const TILE = 7;

/** What a bar of a mark is filled with. */
function fillOf(mark: BarMark): string | CanvasPattern {
  const { under, lines, crossed } = MARK_INK[mark];
  if (lines === null) return token(under);
  const tile = document.createElement('canvas');
  tile.width = TILE;
  tile.height = TILE;
  const pen = tile.getContext('2d');
  if (pen === null) return token(under);
  pen.fillStyle = token(under);
  pen.fillRect(0, 0, TILE, TILE);
  pen.strokeStyle = token(lines);
  pen.lineWidth = 1.8;
  pen.beginPath();
  // Beyond the corners too, so that tiles meet without a gap.
  for (const shift of [-TILE, 0, TILE]) {
    pen.moveTo(shift - 1, TILE + 1);
    pen.lineTo(shift + TILE + 1, -1);
    if (crossed) {
      pen.moveTo(shift - 1, -1);
      pen.lineTo(shift + TILE + 1, TILE + 1);
    }
  }
  pen.stroke();
  return pen.createPattern(tile, 'repeat') ?? token(under);
}

function dataOf(bars: readonly Bar[], min: number): ChartData<'bar', [number, number][]> {
  return {
    // A word a line: bars are narrower than their names.
    labels: bars.map(({ name }) => name.split(' ')),
    datasets: [
      {
        data: bars.map(({ from, to }) => [Math.max(from, min), Math.max(to, min)]),
        backgroundColor: bars.map(({ mark }) => fillOf(mark)),
        borderColor: bars.map(({ mark }) => {
          const { outline } = MARK_INK[mark];
          return outline === null ? 'transparent' : token(outline);
        }),
        borderWidth: 1.5,
        borderSkipped: false,
        // A step too small to see is a line.
        minBarLength: 2,
        categoryPercentage: 1,
        barPercentage: 0.72,
      },
    ],
  };
}

/** Over each bar its figure, a line from it to where the next begins, and a torn foot where a bar goes on below the axis. */
const marksOn = (bars: readonly Bar[], min: number): Plugin<'bar'> => ({
  id: 'marks',
  afterDatasetsDraw(chart) {
    const { ctx, scales } = chart;
    const drawn = chart.getDatasetMeta(0).data;
    const yOf = (level: number) => scales.y?.getPixelForValue(Math.max(level, min)) ?? 0;
    ctx.save();
    ctx.textAlign = 'center';
    ctx.lineWidth = 1;
    bars.forEach((bar, i) => {
      const element = drawn[i];
      if (element === undefined) return;
      const { x, width } = element.getProps(['x', 'width'], true) as { x: number; width: number };
      ctx.fillStyle = token('ink');
      ctx.font = `${bar.mark === 'total' ? '600 14px' : '12.5px'} ${fontFamily()}`;
      ctx.fillText(bar.text, x, Math.min(yOf(bar.from), yOf(bar.to)) - 6);
      const next = drawn[i + 1];
      if (next !== undefined) {
        ctx.strokeStyle = token('past');
        ctx.beginPath();
        ctx.moveTo(x + width / 2, yOf(bar.to));
        ctx.lineTo(next.x - width / 2, yOf(bar.to));
        ctx.stroke();
      }
      if (Math.min(bar.from, bar.to) < min) tear(ctx, x - width / 2, width, yOf(min) - 9);
    });
    ctx.restore();
  },
});

function tear(ctx: CanvasRenderingContext2D, left: number, width: number, y: number): void {
  ctx.strokeStyle = token('paper');
  ctx.lineWidth = 2;
  ctx.beginPath();
  const teeth = Math.max(Math.round(width / 8), 2);
  for (let i = 0; i <= teeth; i++) ctx.lineTo(left + (i * width) / teeth, y + (i % 2 === 0 ? 4 : -1));
  ctx.stroke();
  ctx.lineWidth = 1;
}

const optionsOf = (min: number, max: number): ChartOptions<'bar'> => ({
  responsive: true,
  maintainAspectRatio: false,
  animation: false,
  events: [],
  layout: { padding: { top: 22 } },
  scales: {
    x: {
      grid: { display: false },
      border: { color: token('rule') },
      ticks: {
        color: token('soft'),
        font: { size: 12.5, family: fontFamily() },
        autoSkip: false,
        maxRotation: 0,
      },
    },
    y: { display: false, min, max },
  },
});

/** Bars beside each other, each from one level to another, with the same figures as a table for those who do not see it. */
export default function BarChart({
  name,
  bars,
  opens = null,
}: {
  name: string;
  bars: readonly Bar[];
  /** What a bar opens, in words, and how; null where bars open nothing. */
  opens?: { readonly says: (bar: Bar) => string; readonly open: (bar: Bar) => void } | null;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const theme = useShownTheme();
  // biome-ignore lint/correctness/useExhaustiveDependencies: colors are read anew where the theme changes
  useEffect(() => {
    if (canvas.current === null) return;
    const min = baseOf(bars);
    const max = Math.max(...bars.flatMap(({ from, to }) => [from, to]), min + 1);
    const chart = new Chart(canvas.current, {
      type: 'bar',
      data: dataOf(bars, min),
      options: optionsOf(min, max),
      plugins: [marksOn(bars, min)],
    });
    return () => chart.destroy();
  }, [bars, theme]);
  return (
    <>
      <canvas ref={canvas} role="img" aria-label={name} />
      {opens !== null && (
        // Over each bar, since bars share the width evenly.
        <div className="absolute inset-0 grid auto-cols-fr grid-flow-col">
          {bars.map((bar) => (
            <button
              key={bar.name}
              type="button"
              aria-label={`${bar.name} ${bar.text}: ${opens.says(bar)}`}
              {...says(opens.says(bar))}
              onClick={() => opens.open(bar)}
              className="rounded-control border border-transparent hover:border-rule"
            />
          ))}
        </div>
      )}
      <table className="sr-only">
        <caption>{name}</caption>
        <tbody>
          {bars.map((bar) => (
            <tr key={bar.name}>
              <th scope="row">{bar.name}</th>
              <td>{bar.text}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}
