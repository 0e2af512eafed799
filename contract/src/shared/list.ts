import * as v from 'valibot';

/** A list that nobody changes. */
export const list = <S extends v.GenericSchema>(item: S) => v.pipe(v.array(item), v.readonly());
