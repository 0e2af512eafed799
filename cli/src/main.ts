import { parseArgs } from 'node:util';
import { type Workday, workdayFromIso } from '@heath/core';
import { checkRulebook } from './check.ts';
import { computeFiles } from './compute.ts';
import { HELP } from './help.ts';
import { Refusal } from './refusal.ts';

const FILES = [
  'punches',
  'rulebook',
  'people',
  'plans',
  'calendar',
  'leave',
  'corrections',
  'out',
  'why',
  'exceptions',
] as const;

function dateOption(values: Record<string, string | undefined>, name: 'from' | 'to'): Workday {
  const value = values[name];
  if (value === undefined) throw new Refusal(`--${name}`, 'it is missing: a workday like 2026-10-19.');
  try {
    return workdayFromIso(value);
  } catch {
    throw new Refusal(`--${name}`, `${value} is not a date like 2026-10-19.`);
  }
}

const OPTIONS = [...FILES, 'from', 'to', 'zone'];

/** The option that was probably meant: one that begins like it, or that differs in a letter or two. */
function nearestOption(typed: string): string | undefined {
  const beginsAlike = OPTIONS.filter((name) => name.startsWith(typed) || typed.startsWith(name));
  if (beginsAlike.length > 0) return beginsAlike[0];
  const near = OPTIONS.map((name) => ({ name, distance: lettersApart(typed, name) }));
  near.sort((a, b) => a.distance - b.distance);
  return near[0] !== undefined && near[0].distance <= 2 ? near[0].name : undefined;
}

/** How many letters must be put in, left out or changed to make one word the other. */
function lettersApart(a: string, b: string): number {
  let row = Array.from({ length: b.length + 1 }, (_, j) => j);
  for (const [i, letter] of [...a].entries()) {
    const next = [i + 1];
    for (const [j, other] of [...b].entries()) {
      const change = (row[j] ?? 0) + (letter === other ? 0 : 1);
      next.push(Math.min(change, (row[j + 1] ?? 0) + 1, (next[j] ?? 0) + 1));
    }
    row = next;
  }
  return row[b.length] ?? 0;
}

function parsedOptions(args: string[]) {
  try {
    return parseArgs({
      args,
      options: Object.fromEntries(OPTIONS.map((name) => [name, { type: 'string' as const }])),
    }).values;
  } catch (error) {
    const { code, message } = error as NodeJS.ErrnoException;
    const typed = /--?([\w-]+)/.exec(message)?.[1] ?? '';
    if (code === 'ERR_PARSE_ARGS_UNKNOWN_OPTION') {
      const meant = nearestOption(typed);
      const hint = meant === undefined ? 'See --help for those there are.' : `Did you mean --${meant}?`;
      throw new Refusal(`--${typed}`, `there is no such option. ${hint}`);
    }
    if (code === 'ERR_PARSE_ARGS_INVALID_OPTION_VALUE')
      throw new Refusal(`--${typed}`, 'something must follow it. See --help.');
    if (code === 'ERR_PARSE_ARGS_UNEXPECTED_POSITIONAL')
      throw new Refusal(
        args.join(' '),
        'every file needs its option before it, like --punches P.csv. See --help.',
      );
    throw error;
  }
}

async function computeCommand(args: string[]): Promise<number> {
  const values = parsedOptions(args);
  const given = values as Record<string, string | undefined>;
  const { punches, rulebook } = given;
  if (punches === undefined) throw new Refusal('--punches', 'it is missing. See --help.');
  if (rulebook === undefined) throw new Refusal('--rulebook', 'it is missing. See --help.');
  return computeFiles({
    ...given,
    punches,
    rulebook,
    out: given.out ?? '-',
    from: dateOption(given, 'from'),
    to: dateOption(given, 'to'),
  });
}

async function main(args: string[]): Promise<number> {
  const [command, second, third] = args;
  if (command === undefined || args.includes('--help') || args.includes('-h')) {
    process.stdout.write(HELP);
    return 0;
  }
  if (command === 'compute') return computeCommand(args.slice(1));
  if (command === 'rulebook' && second === 'check' && third !== undefined)
    return checkRulebook(third, (line) => process.stdout.write(`${line}\n`));
  throw new Refusal(
    args.join(' '),
    'that is not a command. There are compute and rulebook check; see --help.',
  );
}

try {
  process.exitCode = await main(process.argv.slice(2));
} catch (error) {
  const { message, stack } = error as Error;
  process.stderr.write(`${error instanceof Refusal ? message : stack}\n`);
  process.exitCode = 2;
}
