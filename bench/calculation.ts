/** The calculation alone, single thread, against reading the same punches' file and against a window-function query. Prints one JSON object. */
import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { createWriteStream, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import {
  compileMapping,
  compileRulebook,
  compute,
  Editions,
  instant,
  type JobId,
  type PayLine,
  type PersonInput,
  type PunchId,
  SECONDS_PER_DAY,
  type SiteId,
  workday,
  workdayToIso,
  ZoneTables,
  zoneOffsets,
} from '@heath/core';
import { CURRENT_PERIOD, MAPPING, people, punchesOf, punchFileLines, ZONE } from '@heath/demo';
import mysql, { type RowDataPacket } from 'mysql2/promise';
import { inferSchema, initParser } from 'udsv';

const PEOPLE = 10_000;
const ROUNDS = 11;
const LAST = workday(CURRENT_PERIOD + 13);
const offsets = zoneOffsets(ZONE, instant(1_700_000_000), instant(1_900_000_000));
const zones = ZoneTables.around(instant(CURRENT_PERIOD * SECONDS_PER_DAY), instant(LAST * SECONDS_PER_DAY));

const say = (text: string) => process.stderr.write(`${text}\n`);
const median = (numbers: readonly number[]): number =>
  [...numbers].sort((a, b) => a - b)[Math.floor(numbers.length / 2)]!;
const round = (n: number, decimals = 2): number => Math.round(n * 10 ** decimals) / 10 ** decimals;
/** Each pays for its own garbage, not for what was left by the one before. */
function timed<T>(work: () => T): [milliseconds: number, result: T] {
  globalThis.gc?.();
  const start = performance.now();
  const result = work();
  return [performance.now() - start, result];
}

/** Rounding, meals, daily and weekly tiers, premiums and a holiday. */
const RULES = {
  name: 'Measured',
  pairing: { repeatWindow: 'PT2M', longestSpell: 'PT14H', shiftGap: 'PT4H' },
  rounding: [{ kinds: ['in', 'out'], minutes: 15, toward: 'nearest', turnsAtMinute: 8 }],
  breaks: {
    paidUpTo: 'PT20M',
    automaticMeal: {
      tiers: [{ after: 'PT5H', compare: 'more than', take: 'PT30M' }],
      besidePunched: 'top up',
      placed: { at: 'after work', after: 'PT4H' },
    },
  },
  workday: { startsAt: '00:00', shiftBelongsTo: 'day it starts' },
  workweek: { startsOn: 'monday' },
  overtime: [
    {
      name: 'Daily',
      basis: 'workday',
      tiers: [{ above: 'PT8H', forNext: 'PT2H', multiplier: 1.5 }, { multiplier: 2 }],
    },
    { name: 'Holiday', basis: 'holiday', tiers: [{ multiplier: 2 }] },
    { name: 'Weekly', basis: 'workweek', tiers: [{ above: 'PT40H', multiplier: 1.5 }] },
  ],
  premiums: [
    { name: 'Night', from: '22:00', to: '06:00' },
    { name: 'Sunday', weekdays: ['sunday'] },
  ],
};
const compiled = compileRulebook(RULES, 1);
if (!compiled.ok) throw new Error(JSON.stringify(compiled.faults));
const editions = Editions.always(compiled.rulebook);
const calendar = {
  holidays: new Map([[workday(CURRENT_PERIOD + 11), 'Lantern Day']]),
  restDays: new Set<never>(),
};
const NONE: readonly never[] = [];

/**
 * Inputs of some of the company's people, as the server makes them: field by field. Objects spread from one that is shared come in several
 * hidden shapes, and computing took a sixth longer on them.
 */
function inputsOf(from: number, to: number): PersonInput[] {
  let id = 0;
  return people(to)
    .slice(from)
    .map((person) => {
      const punches: PersonInput['punches'][number][] = [];
      for (let day = CURRENT_PERIOD; day <= LAST; day = workday(day + 1)) {
        for (const { at, kind } of punchesOf(person, day, offsets, { everyMealPunched: true })) {
          punches.push({
            id: ++id as PunchId,
            at,
            kind,
            zone: ZONE,
            job: 1 as JobId,
            department: null,
            site: 1 as SiteId,
          });
        }
      }
      return {
        first: CURRENT_PERIOD,
        last: LAST,
        punches,
        plans: NONE,
        corrections: NONE,
        leave: NONE,
        calendar,
        editions,
        zones,
        asOf: null,
      };
    });
}

interface Counted {
  readonly shifts: number;
  readonly lines: number;
}

function computeAll(inputs: readonly PersonInput[], explain = false): Counted {
  let shifts = 0;
  let lines = 0;
  for (const input of inputs) {
    const computed = compute(input, explain);
    shifts += computed.shifts.length;
    lines += computed.lines.length;
  }
  return { shifts, lines };
}

function against(inputs: readonly PersonInput[]) {
  const csv = [
    ...punchFileLines(people(PEOPLE), CURRENT_PERIOD, LAST, offsets, { everyMealPunched: true }),
  ].join('\n');
  const reads: number[] = [];
  const typed: number[] = [];
  const computes: number[] = [];
  const explains: number[] = [];
  const few = inputs.slice(0, 2000);
  const fewPlain: number[] = [];
  let counted: Counted = { shifts: 0, lines: 0 };
  let rows = 0;
  for (let i = 0; i < ROUNDS; i++) {
    reads.push(
      timed(() => {
        rows = initParser(inferSchema(csv)).stringArrs(csv).length;
      })[0],
    );
    const [milliseconds, result] = timed(() => computeAll(inputs));
    computes.push(milliseconds);
    counted = result;
    typed.push(timed(() => initParser(inferSchema(csv)).typedArrs(csv).length)[0]);
    fewPlain.push(timed(() => computeAll(few))[0]);
    explains.push(timed(() => computeAll(few, true))[0]);
  }
  const ratios = computes.map((milliseconds, i) => milliseconds / reads[i]!);
  const mapped = mapping(inputs);
  return {
    rows,
    megabytes: round(csv.length / 1e6, 1),
    shifts: counted.shifts,
    lines: counted.lines,
    computeMilliseconds: { median: round(median(computes), 0), best: round(Math.min(...computes), 0) },
    udsvStringsMilliseconds: { median: round(median(reads), 0), best: round(Math.min(...reads), 0) },
    udsvTypedMilliseconds: { median: round(median(typed), 0), best: round(Math.min(...typed), 0) },
    timesReadingAsStrings: {
      median: round(median(ratios)),
      best: round(Math.min(...computes) / Math.min(...reads)),
      limit: 0.7,
    },
    timesReadingTyped: {
      median: round(median(computes) / median(typed)),
      best: round(Math.min(...computes) / Math.min(...typed)),
      limit: 0.7,
    },
    mapping: {
      ...mapped,
      timesComputing: { value: round(mapped.milliseconds / median(computes)), limit: 1 },
    },
    withReasonsTimes: { value: round(median(explains) / median(fewPlain)), limit: 1.6 },
  };
}

/** Finding the code of every line of every card by the demo's rules. */
function mapping(inputs: readonly PersonInput[]) {
  const lines: PayLine[] = inputs.flatMap((input, i) =>
    // Each written out, as the server makes them.
    compute(input).lines.map(({ workday, classId, multiplier, rule, job, seconds, hours }) => ({
      person: String(i),
      group: 'afloat',
      workday,
      isHoliday: false,
      classId,
      multiplier,
      rule,
      job: job === null ? null : 'kittiwake',
      jobType: null,
      department: null,
      site: null,
      costCenter: null,
      seconds,
      hours,
    })),
  );
  const times: number[] = [];
  let caught = 0;
  for (let i = 0; i < ROUNDS; i++) {
    const [milliseconds, found] = timed(() => {
      const codes = compileMapping(MAPPING);
      return lines.filter((line) => codes.ruleOf(line) >= 0).length;
    });
    times.push(milliseconds);
    caught = found;
  }
  return { lines: lines.length, caught, milliseconds: round(median(times), 0) };
}

/** Microseconds a shift at growing sizes; inputs are made ten thousand people at a time, outside the clock. */
function growth() {
  const microseconds: Record<string, number> = {};
  for (const size of [1000, 10_000, 100_000]) {
    let milliseconds = 0;
    let shifts = 0;
    for (let from = 0; from < size; from += 10_000) {
      const inputs = inputsOf(from, Math.min(size, from + 10_000));
      const [took, counted] = timed(() => computeAll(inputs));
      milliseconds += took;
      shifts += counted.shifts;
    }
    microseconds[size] = round((milliseconds * 1000) / shifts);
  }
  return microseconds;
}

function oneCard(input: PersonInput) {
  const times = Array.from({ length: 200 }, () => {
    const start = performance.now();
    compute(input, true);
    return performance.now() - start;
  });
  return { milliseconds: round(median(times), 3), limit: 1 };
}

/** Pairing into shifts, quarter hours, the meal, daily and weekly tiers, as a database does it. London is an hour ahead until the clocks go back. */
const QUERY = `
WITH punched AS (
  SELECT person_id, at, kind, LAG(at) OVER w AS before_at, LEAD(at) OVER w AS next_at, LEAD(kind) OVER w AS next_kind
    FROM punch_measured WINDOW w AS (PARTITION BY person_id ORDER BY at)
), spells AS (
  SELECT person_id, at, next_at, next_kind, kind,
         SUM(kind = 'in' OR (kind = 'undirected' AND at - COALESCE(before_at, 0) > 14400)) OVER (PARTITION BY person_id ORDER BY at) AS shift
    FROM punched
), rounded AS (
  SELECT person_id, shift,
         CASE WHEN kind = 'in' THEN FLOOR((at + 420) / 900) * 900 ELSE at END AS starts,
         CASE WHEN next_kind = 'out' THEN FLOOR((next_at + 420) / 900) * 900 ELSE next_at END AS ends
    FROM spells WHERE kind IN ('in', 'meal-in', 'break-in', 'undirected') AND next_at IS NOT NULL AND next_at - at <= 50400
), shifts AS (
  SELECT person_id, shift, MIN(starts) AS starts, SUM(ends - starts) AS worked, MAX(ends) - MIN(starts) - SUM(ends - starts) AS away
    FROM rounded GROUP BY person_id, shift
), days AS (
  SELECT person_id, FLOOR((starts + IF(starts < 1793062800, 3600, 0)) / 86400) AS day,
         SUM(worked - IF(worked > 18000, GREATEST(1800 - away, 0), 0)) AS worked
    FROM shifts GROUP BY person_id, day
), daily AS (
  SELECT person_id, day, FLOOR((day + 3) / 7) AS week, LEAST(worked, 28800) AS ordinary,
         LEAST(GREATEST(worked - 28800, 0), 7200) AS half, GREATEST(worked - 36000, 0) AS twice
    FROM days
), weekly AS (
  SELECT person_id, day, ordinary, half, twice,
         SUM(ordinary) OVER (PARTITION BY person_id, week ORDER BY day) AS so_far
    FROM daily
)
SELECT COUNT(*) AS days, SUM(ordinary - LEAST(ordinary, GREATEST(so_far - 144000, 0))) AS ordinary,
       SUM(half + LEAST(ordinary, GREATEST(so_far - 144000, 0))) AS half, SUM(twice) AS twice
  FROM weekly`;

async function query(inputs: readonly PersonInput[]): Promise<number> {
  const connection = await mysql.createConnection({
    uri: process.env.HEATH_DATABASE_URL!,
    multipleStatements: true,
  });
  await connection.query(`DROP TABLE IF EXISTS punch_measured;
    CREATE TABLE punch_measured (person_id INT NOT NULL, at BIGINT NOT NULL, kind VARCHAR(12) NOT NULL, PRIMARY KEY (person_id, at, kind))`);
  let rows: [number, number, string][] = [];
  const flush = async () => {
    if (rows.length > 0) await connection.query('INSERT INTO punch_measured VALUES ?', [rows]);
    rows = [];
  };
  for (const [person, { punches }] of inputs.entries()) {
    for (const { at, kind } of punches) rows.push([person, at, kind]);
    if (rows.length > 5000) await flush();
  }
  await flush();
  await connection.query('ANALYZE TABLE punch_measured');
  const times: number[] = [];
  for (let i = 0; i < 3; i++) {
    const start = performance.now();
    const [result] = await connection.query<RowDataPacket[]>(QUERY);
    times.push(performance.now() - start);
    if (i === 0) say(`The query gives ${JSON.stringify(result[0])}.`);
  }
  await connection.end();
  return median(times);
}

/** Peak memory of the headless program at two sizes, ten times apart. */
async function headless() {
  const folder = process.env.HEATH_BENCH!;
  const rules = join(folder, 'rules.json');
  writeFileSync(rules, JSON.stringify(RULES));
  const megabytes: Record<string, number> = {};
  const seconds: Record<string, number> = {};
  for (const size of [3000, 30_000]) {
    const file = join(folder, `${size}.csv`);
    const stream = createWriteStream(file);
    stream.write('person,at,kind,job,site\n');
    let first = true;
    for (const line of punchFileLines(people(size), CURRENT_PERIOD, LAST, offsets, {
      everyMealPunched: true,
    })) {
      const [person, at, kind, job, site] = line.split(',') as [string, string, string, string, string];
      if (!first) stream.write(`${person},${at},${kind.replace(' ', '-')},${job},${site}\n`);
      first = false;
      if (stream.writableNeedDrain) await once(stream, 'drain');
    }
    stream.end();
    await once(stream, 'close');
    const program = fileURLToPath(new URL('../cli/main.js', import.meta.url));
    const span = ['--from', workdayToIso(CURRENT_PERIOD), '--to', workdayToIso(LAST), '--zone', ZONE];
    const args = [
      program,
      'compute',
      '--punches',
      file,
      '--rulebook',
      rules,
      ...span,
      '--out',
      join(folder, 'lines.csv'),
    ];
    const start = performance.now();
    const child = spawn(process.execPath, args, { stdio: ['ignore', 'ignore', 'inherit'] });
    const ended = once(child, 'exit');
    let peak = 0;
    const poll = setInterval(() => {
      try {
        peak = Math.max(
          peak,
          Number(/VmHWM:\s+(\d+)/.exec(readFileSync(`/proc/${child.pid}/status`, 'utf8'))?.[1] ?? 0),
        );
      } catch {
        // It has ended.
      }
    }, 20);
    const [code] = await ended;
    clearInterval(poll);
    if (code !== 0 && code !== 1) throw new Error(`The headless program ended with ${code}.`);
    seconds[size] = round((performance.now() - start) / 1000, 1);
    megabytes[size] = round(peak / 1024, 0);
  }
  return { peakMegabytes: megabytes, seconds };
}

say('Making punches.');
const inputs = inputsOf(0, PEOPLE);
say('Computing and reading in turn.');
const compared = against(inputs);
const card = oneCard(inputs[5]!);
say('The same in SQL.');
const queryMilliseconds = await query(inputs);
say('Headless.');
const headlessFigures = await headless();
say('Growing.');
const microsecondsAShift = growth();
process.stdout.write(
  `${JSON.stringify(
    {
      calculation: {
        ...compared,
        windowQueryMilliseconds: round(queryMilliseconds, 0),
        timesFasterThanWindowQuery: {
          value: round(queryMilliseconds / compared.computeMilliseconds.median, 1),
          atLeast: 8,
        },
        microsecondsAShift,
        oneCardWithReasons: card,
        headless: headlessFigures,
      },
    },
    null,
    2,
  )}\n`,
);
