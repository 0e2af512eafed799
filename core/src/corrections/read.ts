import * as v from 'valibot';
import type { CorrectionId, DepartmentId, JobId, SiteId } from '../model/ids.ts';
import type { Instant, Workday } from '../time/units.ts';
import { type ReadAs, readsAs } from './fields.ts';
import { CORRECTIONS, type Correction, CorrectionSchema, correctionKind } from './kinds.ts';

/** How to read a correction that is written as text, such as a row of a CSV file. A reader may throw an error of its own. */
export interface CorrectionTexts {
  /** The texts given, by setting; an empty one is none. */
  readonly given: Readonly<Record<string, string | undefined>>;
  readonly instant: (text: string, setting: string) => Instant;
  readonly workday: (text: string, setting: string) => Workday;
  /** The number behind the name of a punch or of another correction. */
  readonly number: (text: string, setting: string) => number;
  readonly job: (name: string) => JobId;
  readonly department: (name: string) => DepartmentId;
  readonly site: (name: string) => SiteId;
  /** The zone of punches for which none is given. */
  readonly zone: () => string;
}

/** What a correction cannot say: at which setting, why, and what would be right. */
interface CorrectionFault {
  readonly field: string;
  readonly reason: string;
}
/** A correction, or the first thing that is wrong with it. */
export type ReadCorrection =
  | { readonly ok: true; readonly correction: Correction }
  | { readonly ok: false; readonly fault: CorrectionFault };

/** A correction as it is stored: its number, its kind and its settings. Says what is wrong with it where it cannot be meant. */
export function correctionFrom(id: CorrectionId, says: unknown): ReadCorrection {
  const parsed = v.safeParse(CorrectionSchema, says);
  if (!parsed.success) {
    const [issue] = parsed.issues;
    const field = issue.path?.map(({ key }) => String(key)).join('.') ?? '';
    const isMissing = issue.received === 'undefined';
    return { ok: false, fault: { field, reason: isMissing ? 'It is missing.' : issue.message } };
  }
  const [fault] = correctionKind(parsed.output.kind).objections(parsed.output);
  if (fault !== undefined) return { ok: false, fault };
  return { ok: true, correction: { id, ...parsed.output } };
}

/** A correction whose settings are texts, as in a row of a file. */
export function readCorrection(id: CorrectionId, name: string, texts: CorrectionTexts): ReadCorrection {
  const kind = CORRECTIONS.find((one) => one.name === name);
  if (kind === undefined) {
    const reason = `It is ${name || 'empty'}, not one of ${CORRECTIONS.map((one) => one.name).join(', ')}.`;
    return { ok: false, fault: { field: 'do', reason } };
  }
  const unknown = Object.keys(texts.given).find(
    (setting) => texts.given[setting] && !(setting in kind.settings),
  );
  if (unknown !== undefined) {
    const reason = `${name} has no such setting: it has ${Object.keys(kind.settings).join(', ')}.`;
    return { ok: false, fault: { field: unknown, reason } };
  }
  const says: Record<string, unknown> = { kind: name };
  for (const [setting, schema] of Object.entries(kind.settings)) {
    const value = settingOf(texts, setting, readsAs(schema));
    if (value !== undefined) says[setting] = value;
  }
  return correctionFrom(id, says);
}

function settingOf(texts: CorrectionTexts, setting: string, as: ReadAs): unknown {
  const text = texts.given[setting];
  if (text === undefined || text === '') return as === 'zone' ? texts.zone() : undefined;
  switch (as) {
    case 'instant':
      return texts.instant(text, setting);
    case 'workday':
      return texts.workday(text, setting);
    case 'punch':
    case 'correction':
      return texts.number(text, setting);
    case 'job':
      return texts.job(text);
    case 'department':
      return texts.department(text);
    case 'site':
      return texts.site(text);
    case 'number':
      return Number(text);
    default:
      return text;
  }
}
