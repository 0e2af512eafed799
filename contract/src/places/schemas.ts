import * as v from 'valibot';
import { list } from '../shared/list.ts';

const named = list(v.strictObject({ id: v.pipe(v.number(), v.integer()), name: v.string() }));

/** GET /api/places: what work can be given to, each by name. */
export const PlacesReply = v.strictObject({ jobs: named, departments: named, sites: named });
export type PlacesReply = v.InferOutput<typeof PlacesReply>;
