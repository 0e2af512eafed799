import { type ClassId, classParts } from '../classes.ts';

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

const kinds = new Map<ClassId, ClassKind>();

/** Of what kind a class is; asked for every line there is. */
export function classKind(classId: ClassId): ClassKind {
  let kind = kinds.get(classId);
  if (kind === undefined) {
    const parts = classParts(classId);
    kind = parts.kind === 'worked' ? (parts.multiplier === 1 ? 'ordinary' : 'overtime') : parts.kind;
    kinds.set(classId, kind);
  }
  return kind;
}

/** The name of a premium, a kind of leave and the like; null where the class is of another kind. */
export const nameIn = (classId: ClassId, kind: ClassKind): string | null =>
  classId.startsWith(`${kind}:`) ? classId.slice(kind.length + 1) : null;
