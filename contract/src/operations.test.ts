import * as v from 'valibot';
import { describe, expect, it } from 'vitest';
import { OPERATIONS, type Operation, VIEWS } from './index.ts';
import { IdParam } from './shared/params.ts';

const ALL = Object.entries<Operation>(OPERATIONS);

describe('every operation', () => {
  it.each(ALL)('%s has an example of all that it is asked for, as its schemas have it', (_, operation) => {
    const { params = {}, query = {}, takes, example } = operation;
    const ids = Object.fromEntries(
      Object.entries(params).flatMap(([name, schema]) => (schema === IdParam ? [[name, '1']] : [])),
    );
    v.parse(v.strictObject(params), { ...ids, ...example?.params });
    v.parse(v.strictObject(query), { ...example?.query });
    if (takes === 'file') expect(example?.body).toEqual(expect.any(String));
    else if (takes === undefined) expect(example?.body).toBeUndefined();
    else {
      expect(example?.body).toBeDefined();
      v.parse(takes, example?.body);
    }
  });

  it('shows a view that something makes stale, and makes stale what something shows', () => {
    const shown = new Set(ALL.flatMap(([, { shows = [] }]) => shows));
    const stale = new Set(ALL.flatMap(([, { makesStale = [] }]) => makesStale));
    expect(VIEWS.filter((view) => !shown.has(view))).toEqual([]);
    expect(VIEWS.filter((view) => !stale.has(view))).toEqual([]);
  });
});
