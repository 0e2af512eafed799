import { type ClassId, classParts } from '../../model/classes.ts';

/** The kinds of class that a mapping tells apart. */
export const CLASS_KINDS = [
  'ordinary',
  'overtime',
  'premium',
  'leave',
  'guarantee',
  'adjustment',
  'amount',
] as const;
export type ClassKind = (typeof CLASS_KINDS)[number];

interface ClassValue {
  readonly kind: ClassKind;
  /** Null of worked time. */
  readonly name: string | null;
}
const values = new Map<ClassId, ClassValue>();

/** A class taken apart, once: it is asked for every line there is, and by most rules. */
function partsOf(classId: ClassId): ClassValue {
  let value = values.get(classId);
  if (value === undefined) {
    const parts = classParts(classId);
    value =
      parts.kind === 'worked'
        ? { kind: parts.multiplier === 1 ? 'ordinary' : 'overtime', name: null }
        : { kind: parts.kind, name: parts.name };
    values.set(classId, value);
  }
  return value;
}

/** Of what kind a class is. */
export const classKind = (classId: ClassId): ClassKind => partsOf(classId).kind;

/** The name of a premium, a kind of leave and the like; null where the class is of another kind. */
export function nameIn(classId: ClassId, kind: ClassKind): string | null {
  const value = partsOf(classId);
  return value.kind === kind ? value.name : null;
}
