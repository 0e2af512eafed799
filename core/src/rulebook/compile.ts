import * as v from 'valibot';
import { type ResolverAt, typedBy } from '../kinds/define.ts';
import type { DepartmentId, JobId, SiteId } from '../model/ids.ts';
import type { CompiledRulebook, CompiledSteps } from './compiled.ts';
import type { RulebookFault } from './fault.ts';
import { type Rulebook, RulebookSchema } from './schema.ts';
import { STEPS } from './steps.ts';

/** The numbers behind the names that a rulebook uses; undefined where there is nothing of that name. */
export interface Names {
  job(name: string): JobId | undefined;
  department(name: string): DepartmentId | undefined;
  site(name: string): SiteId | undefined;
}
const NO_NAMES: Names = { job: () => undefined, department: () => undefined, site: () => undefined };

/** Checks a rulebook and makes it ready to compute with, or says everything that is wrong with it. */
export function compileRulebook(
  rules: unknown,
  edition: number,
  names: Names = NO_NAMES,
): { ok: true; rulebook: CompiledRulebook; rules: Rulebook } | { ok: false; faults: RulebookFault[] } {
  const parsed = v.safeParse(RulebookSchema, rules);
  if (!parsed.success) return { ok: false, faults: parsed.issues.flatMap(faultsOfIssue) };
  const { output } = parsed;
  const faults: RulebookFault[] = [];
  for (const step of STEPS) step.contradictions(output, (path, reason) => faults.push({ path, reason }));
  const resolverAt = resolversOf(names, faults);
  const steps = STEPS.map((step) => step.compile(output, resolverAt));
  const rulebook = { name: output.name, edition, ...typedBy<CompiledSteps>(Object.assign({}, ...steps)) };
  return faults.length > 0 ? { ok: false, faults } : { ok: true, rulebook, rules: output };
}

function faultsOfIssue(issue: v.BaseIssue<unknown>): RulebookFault[] {
  const path = issue.path?.map(({ key }) => String(key)).join('.') ?? '';
  if (issue.type === 'strict_object' && issue.expected === 'never')
    return [{ path, reason: 'There is no such field here: check its spelling, or leave it out.' }];
  if (issue.received === 'undefined')
    return [{ path, reason: `It is missing. Expected: ${issue.expected}.` }];
  return [{ path, reason: issue.message }];
}

/** Numbers for the names that rules use, with the path of the rule before the field at fault; a name that stands for nothing is a fault. */
function resolversOf(names: Names, faults: RulebookFault[]): ResolverAt {
  const resolve = <T>(
    kind: keyof Names,
    find: (name: string) => T | undefined,
    given: readonly string[] | undefined,
    path: string,
  ): ReadonlySet<T> | null => {
    if (given === undefined) return null;
    const ids = new Set<T>();
    given.forEach((name, i) => {
      const id = find(name);
      if (id !== undefined) ids.add(id);
      else
        faults.push({
          path: `${path}.${i}`,
          reason: `There is no ${kind} named ${name}: name one that exists.`,
        });
    });
    return ids;
  };
  return (path) => ({
    jobs: (given, field) => resolve('job', (name) => names.job(name), given, `${path}.${field}`),
    departments: (given, field) =>
      resolve('department', (name) => names.department(name), given, `${path}.${field}`),
    sites: (given, field) => resolve('site', (name) => names.site(name), given, `${path}.${field}`),
  });
}
