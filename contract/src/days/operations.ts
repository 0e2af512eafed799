import { day } from '../shared/day.ts';
import { defineOperation } from '../shared/operation.ts';
import { PageQuery } from '../shared/pages.ts';
import { IdParam } from '../shared/params.ts';
import { DayQuery, DayReply, RibbonsOf, RibbonsReply } from './schemas.ts';

export const dayOperations = {
  day: defineOperation({
    method: 'GET',
    path: '/periods/:period/day',
    says: 'How one workday went, of everybody within reach, page by page, each by name.',
    asks: 'see cards',
    load: 'list',
    params: { period: IdParam },
    query: { day: DayQuery, page: PageQuery },
    gives: DayReply,
    shows: ['day'],
    status: 200,
  }),
  ribbons: defineOperation({
    method: 'GET',
    path: '/periods/:period/day/ribbons',
    says: 'What the ribbons of some people show on one workday.',
    asks: 'see cards',
    params: { period: IdParam },
    query: { day, people: RibbonsOf },
    example: { query: { day: '2026-10-26', people: '1,2,3' } },
    gives: RibbonsReply,
    shows: ['day'],
    status: 200,
  }),
} as const;
