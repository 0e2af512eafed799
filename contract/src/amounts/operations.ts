import { defineOperation } from '../shared/operation.ts';
import { IdParam } from '../shared/params.ts';
import { AddAmountsRequest, AmountsReply, TakeAmountsQuery } from './schemas.ts';

/** What follows from amounts: cards and their approvals, what is handed off, what changed since. */
const FOLLOWS = ['amounts', 'cards', 'card', 'strip', 'handoff', 'mapping', 'differences'] as const;

export const amountOperations = {
  amounts: defineOperation({
    method: 'GET',
    path: '/periods/:period/amounts',
    says: 'Units, miles, tips and expenses of a period, the newest first.',
    asks: 'see pay',
    load: 'list',
    params: { period: IdParam },
    gives: AmountsReply,
    shows: ['amounts'],
    status: 200,
  }),
  addAmounts: defineOperation({
    method: 'POST',
    path: '/periods/:period/amounts',
    says: 'Writes down some amounts, all or none.',
    asks: 'add amounts',
    load: 'heavy',
    params: { period: IdParam },
    takes: AddAmountsRequest,
    example: {
      body: {
        amounts: [
          {
            personId: 7,
            day: '2026-10-20',
            what: 'Mileage',
            amount: '12.50',
            job: null,
            note: 'To the north quay',
          },
        ],
      },
    },
    gives: AmountsReply,
    touches: 'people',
    makesStale: FOLLOWS,
    status: 201,
  }),
  takeAmounts: defineOperation({
    method: 'PUT',
    path: '/periods/:period/amounts/list',
    says: 'Takes a list of amounts with the columns number, day, what and amount, and job and note where it has them. Of one that is there already nothing is added, unless that is asked for.',
    asks: 'add amounts',
    load: 'heavy',
    params: { period: IdParam },
    query: TakeAmountsQuery.entries,
    takes: 'file',
    example: { body: 'number,day,what,amount\nMF-0107,2026-10-21,Expenses,18.75\n' },
    gives: AmountsReply,
    touches: 'people',
    makesStale: FOLLOWS,
    status: 200,
  }),
  takeAmountBack: defineOperation({
    method: 'POST',
    path: '/amounts/:amount/undo',
    says: 'Takes an amount back.',
    asks: 'add amounts',
    params: { amount: IdParam },
    gives: AmountsReply,
    touches: 'people',
    makesStale: FOLLOWS,
    status: 201,
  }),
} as const;
