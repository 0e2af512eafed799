import { defineOperation } from '../shared/operation.ts';
import { OwnWriting, WritingReply, WritingSchema } from './schemas.ts';

export const writingOperations = {
  writing: defineOperation({
    method: 'GET',
    path: '/writing',
    says: 'How hours, times of day and dates are written: as the company chose, and what one chose oneself.',
    asks: 'signed in',
    gives: WritingReply,
    shows: ['writing'],
    status: 200,
  }),
  chooseWriting: defineOperation({
    method: 'PUT',
    path: '/writing',
    says: 'Chooses how things are written for oneself; what is left out is as the company has it.',
    asks: 'signed in',
    takes: OwnWriting,
    example: { body: { hours: 'hours and minutes', clock: '12 hours' } },
    gives: WritingReply,
    touches: 'nobody',
    makesStale: ['writing'],
    status: 200,
  }),
  chooseCompanyWriting: defineOperation({
    method: 'PUT',
    path: '/company/writing',
    says: 'Chooses how things are written for everybody who chose nothing themselves.',
    asks: 'keep company',
    takes: WritingSchema,
    example: {
      body: {
        hours: 'decimal',
        clock: '24 hours',
        dates: 'day month year',
        weekStartsOn: 'monday',
        moments: 'own',
      },
    },
    gives: WritingReply,
    touches: 'nobody',
    makesStale: ['writing'],
    status: 200,
  }),
} as const;
