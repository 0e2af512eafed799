import { ExceptionKey } from '../corrections/schemas.ts';
import { defineOperation } from '../shared/operation.ts';
import { PageQuery } from '../shared/pages.ts';
import { IdParam } from '../shared/params.ts';
import { EvidenceReply, ExceptionsReply } from './schemas.ts';

export const exceptionOperations = {
  exceptions: defineOperation({
    method: 'GET',
    path: '/periods/:period/exceptions',
    says: 'What is to settle and to look at on the cards within reach, page by page.',
    asks: 'see cards',
    load: 'list',
    params: { period: IdParam },
    query: { page: PageQuery },
    gives: ExceptionsReply,
    shows: ['exceptions'],
    status: 200,
  }),
  evidence: defineOperation({
    method: 'GET',
    path: '/periods/:period/cards/:person/evidence/:exception',
    says: 'What the crew did and what is usual, as evidence for an exception.',
    asks: 'see cards',
    params: { period: IdParam, person: IdParam, exception: ExceptionKey },
    example: { params: { person: '12', exception: 'missing-out:punch-490' } },
    gives: EvidenceReply,
    status: 200,
  }),
} as const;
