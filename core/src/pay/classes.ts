/**
 * What a line pays: `ordinary`, `overtime-1.5`, `overtime-2`, …; not worked: `guarantee:`, `leave:` and `adjustment:`
 * with their name or code; beside all of these: `premium:` and its name.
 */
export type ClassId =
  | 'ordinary'
  | `overtime-${number}`
  | `guarantee:${string}`
  | `leave:${string}`
  | `adjustment:${string}`
  | `premium:${string}`;

/** No other kind of class starts with this letter; asked for every line there is. */
const P = 'premium:'.charCodeAt(0);

/** Premiums lie beside the classes: they are not added to payable hours. */
export const isPremium = (classId: ClassId): boolean => classId.charCodeAt(0) === P;

/** Ordinary time and overtime; all other classes are paid without being worked. */
export const isWorked = (classId: ClassId): boolean =>
  classId === 'ordinary' || classId.startsWith('overtime-');

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
  /^(ordinary|overtime-\d+(\.\d+)?|(guarantee|leave|adjustment|premium):[^\p{Cc}]+)$/u.test(text);

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
