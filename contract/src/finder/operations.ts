import { defineOperation } from '../shared/operation.ts';
import { IdParam } from '../shared/params.ts';
import { FoundReply, SaveSearchRequest, Search, SearchesReply } from './schemas.ts';

export const finderOperations = {
  find: defineOperation({
    method: 'POST',
    path: '/found',
    says: 'Days that somebody should look at, over any span of periods. Nothing is written.',
    asks: 'see cards',
    load: 'heavy',
    takes: Search,
    example: {
      body: {
        look: { what: 'longer', seconds: 43_200 },
        from: '2026-10-19',
        to: '2026-11-01',
        groupId: null,
      },
    },
    gives: FoundReply,
    keyed: false,
    shows: ['day'],
    status: 200,
  }),
  searches: defineOperation({
    method: 'GET',
    path: '/searches',
    says: 'What one looks for again and again.',
    asks: 'see cards',
    gives: SearchesReply,
    shows: ['searches'],
    status: 200,
  }),
  saveSearch: defineOperation({
    method: 'POST',
    path: '/searches',
    says: 'Keeps what one looks for under a name.',
    asks: 'see cards',
    takes: SaveSearchRequest,
    example: { body: { name: 'Long days', look: { what: 'longer', seconds: 43_200 } } },
    gives: SearchesReply,
    touches: 'nobody',
    makesStale: ['searches'],
    status: 200,
  }),
  forgetSearch: defineOperation({
    method: 'DELETE',
    path: '/searches/:search',
    says: 'Forgets what one looked for.',
    asks: 'see cards',
    params: { search: IdParam },
    gives: SearchesReply,
    touches: 'nobody',
    makesStale: ['searches'],
    status: 200,
  }),
} as const;
