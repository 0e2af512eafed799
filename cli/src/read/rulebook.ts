import { readFile } from 'node:fs/promises';
import {
  compileRulebook,
  type EditionInForce,
  Editions,
  type NamesAsTheyCome,
  type RulebookFault,
  type Workday,
  workdayFromIso,
} from '@heath/core';
import { Refusal } from '../refusal.ts';

/** A JSON file. */
export async function readJson(file: string): Promise<unknown> {
  let content: string;
  try {
    content = await readFile(file, 'utf8');
  } catch {
    throw new Refusal(file, 'it cannot be read.');
  }
  try {
    return JSON.parse(content.replace(/^﻿/, ''));
  } catch (error) {
    throw new Refusal(file, `it is not JSON: ${(error as Error).message}.`);
  }
}

/** Every fault of a rulebook on a line of its own. */
export const faultText = (faults: readonly RulebookFault[]): string =>
  faults.map(({ path, reason }) => `\n  ${path || 'the whole'}: ${reason}`).join('');

/** One rulebook, or a list of editions: `[{"from": "2026-01-01", "rules": {…}}, …]`. */
export async function readEditions(file: string, names: NamesAsTheyCome): Promise<Editions> {
  const json = await readJson(file);
  const list = Array.isArray(json) ? json : [{ from: null, rules: json }];
  if (list.length === 0) throw new Refusal(file, 'it is a list without any edition.');
  const inForce = list.map((item, i): EditionInForce => {
    const { from, rules } = (item ?? {}) as { from?: unknown; rules?: unknown };
    const compiled = compileRulebook(rules, i + 1, names);
    if (!compiled.ok)
      throw new Refusal(
        list.length > 1 ? `${file} edition ${i + 1}` : file,
        `the rulebook cannot mean this:${faultText(compiled.faults)}`,
      );
    return { from: fromOf(from, `${file} edition ${i + 1}`), rulebook: compiled.rulebook };
  });
  return new Editions(inForce);
}

function fromOf(from: unknown, where: string): Workday {
  if (from === null) return Number.NEGATIVE_INFINITY as Workday;
  try {
    return workdayFromIso(String(from));
  } catch {
    throw new Refusal(where, `from is ${String(from)}, not a date like 2026-10-19.`);
  }
}
