import { classLabel, type PayLine } from '@heath/core';
import type { PlacesByNumber } from './lines.ts';

/** Names of jobs by their codes. */
export const jobNames = ({ jobs }: PlacesByNumber): ReadonlyMap<string, string> =>
  new Map([...jobs.values()].map(({ code, name }) => [code, name]));

/** What a line is, in words: `Double, Storm duty`; `Ordinary, no job`. */
export function lineWords({ classId, job }: PayLine, names: ReadonlyMap<string, string>): string {
  return `${classLabel(classId)}, ${job === null ? 'no job' : (names.get(job) ?? job)}`;
}
