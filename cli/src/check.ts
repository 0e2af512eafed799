import { checkProofDays } from '@heath/core';
import { faultText, readJson } from './read/rulebook.ts';
import { Refusal } from './refusal.ts';

/**
 * Runs the proof days of a rulebook, or of every edition in a list, and says what each gave.
 *
 * @returns 0 where all give what they must, 1 where one does not. Throws a Refusal for a rulebook that cannot mean anything.
 */
export async function checkRulebook(file: string, say: (line: string) => void): Promise<0 | 1> {
  const json = await readJson(file);
  const editions = Array.isArray(json)
    ? json.map((item) => (item as { rules?: unknown } | null)?.rules)
    : [json];
  let failed = 0;
  let total = 0;
  for (const rules of editions) {
    const checked = checkProofDays(rules);
    if (!checked.ok) throw new Refusal(file, `the rulebook cannot mean this:${faultText(checked.faults)}`);
    for (const result of checked.results) {
      total++;
      say(`${result.ok ? 'ok    ' : 'FAILED'}  ${result.name}`);
      if (result.ok) continue;
      failed++;
      if (result.fault !== null) say(`        ${result.fault}`);
      else {
        say(`        must give ${hoursText(result.expected)}, gave ${hoursText(result.gave)}`);
        if (result.expectedExceptions !== null)
          say(
            `        exceptions: must be ${listText(result.expectedExceptions)}, were ${listText(result.gaveExceptions)}`,
          );
      }
    }
  }
  if (total === 0) say('There are no proof days in it.');
  else say(`${total - failed} of ${total} proof days give what they must.`);
  return failed > 0 ? 1 : 0;
}

const hoursText = (hours: Readonly<Record<string, string>>): string =>
  Object.entries(hours)
    .map(([name, value]) => `${name} ${value}`)
    .join(', ') || 'nothing';
const listText = (kinds: readonly string[]): string => kinds.join(', ') || 'none';
