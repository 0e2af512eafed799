import * as v from 'valibot';
import { type Fields, letThrough, type OtherRules, type SettingsOf, typedBy } from '../kinds/define.ts';
import type { Example } from '../kinds/example.ts';
import {
  type Exception,
  type ExceptionInput,
  type ExceptionRules,
  type LookedFor,
  type Proposal,
  SEVERITIES,
  type Severity,
} from '../model/exception.ts';
import { exceptionKey } from '../model/exception-key.ts';
import type { Resolver } from '../model/names.ts';
import type { EffectivePunch } from '../model/punch.ts';
import type { DaySpan } from '../time/spans.ts';
import type { Instant, Workday } from '../time/units.ts';
import type { DayOfWays, LeaveWay, Together, Way } from './ways.ts';

const severity = v.pipe(
  v.picklist([...SEVERITIES, 'off']),
  v.description(
    'holds up: approval and handoff wait for it. asks why: they wait, and whoever accepts it says why. to look at: somebody should. note: for the record. off: not looked for.',
  ),
);

type JobsOf = Resolver['jobs'];

/** What was found of one kind, on a workday whose rulebook looks for it. */
export interface Found {
  readonly severity: Severity;
  readonly workday: Workday;
  /** The days that settling it can change, where it is more than its own. */
  readonly reaches?: DaySpan;
  readonly at: Instant;
  /** The punch it hangs on. */
  readonly punch?: EffectivePunch;
  /** Tells apart what hangs on no punch. */
  readonly about?: string;
  readonly measured?: number;
  readonly limit?: number;
  readonly proposals?: readonly Proposal[];
}

/** The limits of one kind in force on a workday; undefined where it is not looked for. */
export type RuleOn<L> = (day: Workday) => (L & LookedFor) | undefined;

/** Everything about one kind of exception. */
interface ExceptionDefinition<Name extends string, F extends Fields, L extends object> {
  readonly name: Name;
  /** As lists name it: `In late`. */
  readonly label: string;
  /** One sentence for the reference. */
  readonly says: string;
  /** What was found, with `measured` and `limit` by name, for people: `In {measured} late[, more than {limit}]`. */
  readonly sentence: string;
  /** What `measured` and `limit` are; nothing where there are none. */
  readonly measures: 'time' | 'distance' | 'nothing';
  /** Line in a list of exceptions, in place of the sentence, where the time of day says more: `In {at}, nothing after`. */
  readonly line?: string;
  /** A time settles it: the one that was not punched. */
  readonly isSettledByTime?: true;
  /** The corrections that settle it beside accepting it as it is, which every kind can be. */
  ways?(exception: Exception, day: DayOfWays): readonly Way[];
  /** It can be leave. */
  readonly leave?: (exception: Exception) => LeaveWay | null;
  /** How many of the kind are settled at once; accepted, where it does not say. */
  readonly together?: Together;
  /** How severe it is where a rulebook does not say. */
  readonly unlessSaid: Severity | 'off' | ((rules: OtherRules) => Severity | 'off');
  /** It holds up approval and handoff under every rulebook; in words why, and what would be right. */
  readonly alwaysHoldsUp?: string;
  readonly settings: F;
  /** Its limits, made of the settings. A kind that is looked for by default must do without any. */
  limits(settings: Partial<SettingsOf<F>>, jobsOf: JobsOf): L;
  /** How many weeks before its own it looks at. */
  weeksBefore?(limits: L): number;
  /** Why it cannot be looked for under a rulebook, and what would be right; null where it can. */
  cannotBe?(rules: OtherRules): string | null;
  find(input: ExceptionInput, ruleOn: RuleOn<L>): readonly Found[];
  readonly example: Example;
}

/** One kind of exception, ready to be put into `EXCEPTIONS`. */
export interface ExceptionKind<Name extends string = string, F extends Fields = Fields>
  extends Pick<
    ExceptionDefinition<Name, F, object>,
    | 'name'
    | 'label'
    | 'says'
    | 'sentence'
    | 'line'
    | 'measures'
    | 'isSettledByTime'
    | 'ways'
    | 'leave'
    | 'together'
    | 'alwaysHoldsUp'
    | 'settings'
    | 'cannotBe'
    | 'example'
  > {
  /** How a rulebook looks for this kind; null where it does not. */
  compile(settings: SeverityAnd | undefined, rules: OtherRules, jobsOf: JobsOf): LookedFor | null;
  findAll(input: ExceptionInput): readonly Exception[];
}

/** What every kind's settings have. */
interface SeverityAnd {
  readonly severity: Severity | 'off';
}

/** Defines one kind of exception: one file says everything about it, and a line in `EXCEPTIONS` makes it known. */
export function defineException<Name extends string, F extends Fields, L extends object>(
  definition: ExceptionDefinition<Name, F, L>,
): ExceptionKind<Name, F> {
  const { name, unlessSaid } = definition;
  const mine = (rules: ExceptionRules) => madeHere<L>(rules.get(name));
  return {
    ...definition,
    compile(settings, rules, jobsOf) {
      const otherwise = typeof unlessSaid === 'function' ? unlessSaid(rules) : unlessSaid;
      const severity = settings?.severity ?? otherwise;
      if (severity === 'off') return null;
      const limits = definition.limits(settings === undefined ? {} : letThrough<F>(settings), jobsOf);
      return { ...limits, severity, weeksBefore: definition.weeksBefore?.(limits) ?? 0 };
    },
    findAll(input) {
      const found = definition.find(input, (day) => mine(input.rulesOn(day).exceptions));
      return found.length === 0 ? NONE : found.map((one) => exceptionOf(name, one));
    },
  };
}

/** Limits that stand under the name of a kind are those that this kind made. */
const madeHere = <L>(looked: LookedFor | undefined) => looked as (L & LookedFor) | undefined;

const NONE: readonly Exception[] = [];

const originOf = ({ id, correction }: EffectivePunch): string =>
  id === null ? `correction-${correction}` : `punch-${id}`;

function exceptionOf(kind: string, found: Found): Exception {
  const { workday, punch = null } = found;
  const origin = found.about ?? (punch === null ? `day-${workday}` : originOf(punch));
  return {
    key: exceptionKey(kind, origin),
    kind,
    workday,
    reaches: found.reaches ?? { first: workday, last: workday },
    at: found.at,
    punch,
    severity: found.severity,
    measured: found.measured ?? null,
    limit: found.limit ?? null,
    proposals: found.proposals ?? [],
  };
}

type EntriesOf<Kinds extends readonly ExceptionKind[]> = {
  [K in Kinds[number] as K['name']]: v.OptionalSchema<
    v.StrictObjectSchema<{ severity: typeof severity } & K['settings'], undefined>,
    undefined
  >;
};

/** What a rulebook may say of these kinds: for each its severity and its own fields. */
export function exceptionsSchema<Kinds extends readonly ExceptionKind[]>(kinds: Kinds) {
  const entries = Object.fromEntries(
    kinds.map(({ name, settings }) => [name, v.optional(v.strictObject({ severity, ...settings }))]),
  );
  return v.strictObject(typedBy<EntriesOf<Kinds>>(entries));
}
