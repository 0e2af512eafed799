import { defineOperation } from '../shared/operation.ts';
import { IdParam } from '../shared/params.ts';
import { AddEditionRequest, RulebooksReply } from './schemas.ts';

export const rulebookOperations = {
  rulebooks: defineOperation({
    method: 'GET',
    path: '/rulebooks',
    says: 'Rulebooks, who goes by them, and from when each of their editions holds.',
    asks: 'see pay',
    gives: RulebooksReply,
    shows: ['rulebooks'],
    status: 200,
  }),
  edition: defineOperation({
    method: 'GET',
    path: '/rulebooks/:rulebook/editions/:edition',
    says: 'The rules of an edition, as a JSON file.',
    asks: 'see pay',
    params: { rulebook: IdParam, edition: IdParam },
    gives: 'file',
    status: 200,
  }),
  addEdition: defineOperation({
    method: 'POST',
    path: '/rulebooks/:rulebook/editions',
    says: 'Adds an edition to a rulebook: rules that hold from a day on. Cards are computed anew; what was handed off is held against it.',
    asks: 'add editions',
    concerns: 'everybody',
    load: 'heavy',
    params: { rulebook: IdParam },
    takes: AddEditionRequest,
    example: {
      body: {
        firstDay: '2027-01-04',
        rules: {
          name: 'Harbor hours',
          pairing: { repeatWindow: 'PT2M', longestSpell: 'PT14H', shiftGap: 'PT4H' },
          rounding: [],
          breaks: { paidUpTo: 'PT20M' },
          workday: { startsAt: '00:00', shiftBelongsTo: 'day it starts' },
          workweek: { startsOn: 'monday' },
          overtime: [
            { name: 'Over 40 a week', basis: 'workweek', tiers: [{ above: 'PT40H', multiplier: 1.5 }] },
          ],
          premiums: [],
        },
      },
    },
    gives: RulebooksReply,
    touches: 'everybody',
    makesStale: ['rulebooks', 'tasks'],
    status: 201,
  }),
} as const;
