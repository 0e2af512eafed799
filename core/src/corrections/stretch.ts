import type { Objection } from '../kinds/define.ts';
import type { Stated } from './changes.ts';

/** A stretch ends after it starts. */
export const endsAfterStart = ({ from, to }: Stated): readonly Objection[] =>
  to > from ? [] : [{ field: 'to', reason: 'It ends before it starts: the end comes after the start.' }];
