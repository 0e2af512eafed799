import type { CorrectionView } from '@heath/contract';
import { correctionKind, type Instant, sentenceWith, type Workday, type ZoneOffsets } from '@heath/core';
import { clockTime, punchWord, shortDay } from './format.ts';

/** Settings that are instants. */
const TIMES: ReadonlySet<string> = new Set(['at', 'from', 'to', 'planStartsAt']);

/** What a correction did: "Meal in 12:31 added", "Out 17:20 moved to 17:05". */
export function correctionWords(
  { kind, says, punch }: Pick<CorrectionView, 'kind' | 'says' | 'punch'>,
  offsets: ZoneOffsets,
): string {
  const written = Object.entries(says).map(([setting, value]): [string, string | undefined] => {
    if (setting === 'punchKind') return [setting, punchWord(String(value))];
    if (setting === 'instead') return [setting, 'one added before'];
    if (setting === 'workday') return [setting, shortDay(value as Workday)];
    if (setting === 'multiplier') return [setting, String(value)];
    if (TIMES.has(setting)) return [setting, clockTime(value as Instant, offsets)];
    // Numbers of jobs and departments say nothing to people.
    return [setting, typeof value === 'string' ? value : undefined];
  });
  const named =
    punch === null ? punchWord(null) : `${punchWord(punch.kind)} ${clockTime(punch.at as Instant, offsets)}`;
  return sentenceWith(correctionKind(kind).sentence, { ...Object.fromEntries(written), punch: named });
}
