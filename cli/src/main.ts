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

async function computeCommand(args: string[]): Promise<number> {
  const { values } = parseArgs({
    args,
    options: Object.fromEntries(
      [...FILES, 'from', 'to', 'zone'].map((name) => [name, { type: 'string' as const }]),
    ),
  });
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
  const { code, message } = error as NodeJS.ErrnoException;
  const isOurs = error instanceof Refusal || code?.startsWith('ERR_PARSE_ARGS');
  process.stderr.write(`${isOurs ? message : (error as Error).stack}\n`);
  process.exitCode = 2;
}
