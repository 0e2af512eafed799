/**
 * What a line pays: `ordinary`, `overtime-1.5`, `overtime-2`, …; not worked: `guarantee:`, `leave:` and `adjustment:`
 * with their name or code; beside all of these: `premium:` and its name, and `amount:` with what is counted, which is no hours at all.
 */
export type ClassId =
  | 'ordinary'
  | `overtime-${number}`
  | `guarantee:${string}`
  | `leave:${string}`
  | `adjustment:${string}`
  | `premium:${string}`
  | `amount:${string}`;

const OVERTIME = 'overtime-';

/** No other kind of class starts with this letter; asked for every line there is. */
const P = 'premium:'.charCodeAt(0);

/** Premiums lie beside the classes: they are not added to payable hours. */
export const isPremium = (classId: ClassId): boolean => classId.charCodeAt(0) === P;

/** Units, miles, tips, expenses: a quantity that no hour stands behind. */
export const isAmount = (of: ClassId | SumId): of is `amount:${string}` => of.startsWith('amount:');

/** What is not added to payable hours: premiums, and what is no hours. */
export const liesBeside = (classId: ClassId): boolean => isPremium(classId) || isAmount(classId);

/** Name of a sum of like lines: payable hours, premium hours beside them, or one kind of amount. */
export type SumId = 'hours' | 'premium hours' | `amount:${string}`;

/** The sum that a line of this class belongs to. */
export const sumOf = (classId: ClassId): SumId =>
  isPremium(classId) ? 'premium hours' : isAmount(classId) ? classId : 'hours';

/** True for a text that names a sum. */
export const isSumId = (text: string): text is SumId =>
  text === 'hours' || text === 'premium hours' || (text.startsWith('amount:') && isClassId(text));

/** Hours before premium hours before amounts, these by name. */
export const inSumOrder = (a: SumId, b: SumId): number =>
  a === b ? 0 : SUM_RANK.indexOf(a.charAt(0)) - SUM_RANK.indexOf(b.charAt(0)) || (a < b ? -1 : 1);
const SUM_RANK = 'hpa';

/** A sum in the trade's words; an amount by what is counted. */
export function sumLabel(sum: SumId): string {
  if (sum === 'hours') return 'Payable hours';
  return sum === 'premium hours' ? 'Premium hours' : sum.slice('amount:'.length);
}

/** Ordinary time and overtime; all other classes are paid without being worked. */
export const isWorked = (classId: ClassId): boolean => classId === 'ordinary' || classId.startsWith(OVERTIME);

/** Where a class stands, by the first letters of its kind: this runs for every line there is. */
function rankOf(classId: ClassId): number {
  if (classId === 'ordinary') return 0;
  return isPremium(classId) ? 9 : 1 + 'ogla'.indexOf(classId.charAt(0));
}

/** Classes before premiums, ordinary first, then by what they pay, then what was not worked. */
export const inClassOrder = (a: ClassId, b: ClassId): number =>
  a === b ? 0 : rankOf(a) - rankOf(b) || (a < b ? -1 : 1);

/** True for a text that is a class: any that a line can have. Names and codes are not longer than the database keeps them. */
export const isClassId = (text: string): text is ClassId =>
  text.length <= 120 &&
  /^(ordinary|overtime-\d+(\.\d+)?|(guarantee|leave|adjustment|premium|amount):[^\p{Cc}]+)$/u.test(text);

const known = new Map<number, ClassId>();

/** The class of worked time at this multiplier. */
export function classOf(multiplier: number): ClassId {
  if (multiplier === 1) return 'ordinary';
  let classId = known.get(multiplier);
  if (classId === undefined) {
    classId = `overtime-${multiplier}`;
    known.set(multiplier, classId);
  }
  return classId;
}

/** The class of a guarantee. */
export const guaranteeClass = (name: string): ClassId => `guarantee:${name}`;
/** The class of leave, or of a flat adjustment. */
export const leaveClass = (kind: 'leave' | 'adjustment', code: string): ClassId => `${kind}:${code}`;
/** The class of a quantity that is no hours. */
export const amountClass = (name: string): ClassId => `amount:${name}`;
/** The class of a premium. */
export const premiumClass = (name: string): ClassId => `premium:${name}`;

/** What a class is made of. */
export type ClassParts =
  | { readonly kind: 'worked'; readonly multiplier: number }
  | { readonly kind: 'guarantee' | 'leave' | 'adjustment' | 'premium' | 'amount'; readonly name: string };

/** A class taken apart. */
export function classParts(classId: ClassId): ClassParts {
  if (classId === 'ordinary') return { kind: 'worked', multiplier: 1 };
  if (classId.startsWith(OVERTIME))
    return { kind: 'worked', multiplier: Number(classId.slice(OVERTIME.length)) };
  const colon = classId.indexOf(':');
  const name = classId.slice(colon + 1);
  const kind = NAMED.find((one) => one === classId.slice(0, colon)) ?? 'premium';
  return { kind, name };
}
const NAMED = ['guarantee', 'leave', 'adjustment', 'premium', 'amount'] as const;

/** Worked time that pays more than once. */
export const isOvertime = (classId: ClassId): boolean => classId.startsWith(OVERTIME);

/** A class in the trade's words. */
export function classLabel(classId: ClassId): string {
  const parts = classParts(classId);
  if (parts.kind === 'premium') return `${parts.name} premium`;
  if (parts.kind !== 'worked') return parts.name;
  if (parts.multiplier === 1) return 'Ordinary';
  if (parts.multiplier === 1.5) return 'Time and a half';
  return parts.multiplier === 2 ? 'Double' : `Overtime ×${parts.multiplier}`;
}
