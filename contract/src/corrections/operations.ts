import { defineOperation } from '../shared/operation.ts';
import { IdParam } from '../shared/params.ts';
import { BulkPreview, BulkReply, BulkRequest } from './bulks.ts';
import { CardInputReply, CorrectRequest, SettlePreview, SettleReply, SettleRequest } from './schemas.ts';

/** What one corrected card makes stale, beside what its reply puts into place: the card, the list, the exceptions and the strip. */
const BESIDE_CARD = ['handoff', 'day', 'input', 'history', 'differences', 'questions'] as const;

/** What many corrected cards make stale. */
const OF_MANY_CARDS = [
  'cards',
  'card',
  'day',
  'input',
  'history',
  'exceptions',
  'strip',
  'handoff',
  'questions',
] as const;

const EXAMPLE_CORRECTION = {
  kind: 'flat-hours',
  workday: '2026-10-20',
  as: 'adjustment',
  code: 'Storm pay',
  length: 'PT1H',
  job: null,
  department: null,
};

export const correctionOperations = {
  cardInput: defineOperation({
    method: 'GET',
    path: '/periods/:period/cards/:person/input',
    says: 'What a card follows from, so that the effect of a change is shown while it is made.',
    asks: 'correct',
    params: { period: IdParam, person: IdParam },
    gives: CardInputReply,
    shows: ['input'],
    status: 200,
  }),
  previewSettle: defineOperation({
    method: 'POST',
    path: '/periods/:period/cards/:person/preview',
    says: 'What settling a missing punch would change.',
    asks: 'correct',
    params: { period: IdParam, person: IdParam },
    takes: SettleRequest,
    example: {
      params: { person: '4' },
      body: { exception: 'missing-out:punch-1388', at: 1_793_138_400, note: '' },
    },
    gives: SettlePreview,
    keyed: false,
    status: 200,
  }),
  settle: defineOperation({
    method: 'POST',
    path: '/periods/:period/cards/:person/settle',
    says: 'Settles a missing punch.',
    asks: 'correct',
    params: { period: IdParam, person: IdParam },
    takes: SettleRequest,
    example: {
      params: { person: '4' },
      body: { exception: 'missing-out:punch-1388', at: 1_793_138_400, note: 'Seen at the gate' },
    },
    gives: SettleReply,
    touches: 'people',
    makesStale: BESIDE_CARD,
    status: 201,
  }),
  previewCorrect: defineOperation({
    method: 'POST',
    path: '/periods/:period/cards/:person/corrections/preview',
    says: 'What a correction would change.',
    asks: 'correct',
    params: { period: IdParam, person: IdParam },
    takes: CorrectRequest,
    example: { params: { person: '7' }, body: { says: EXAMPLE_CORRECTION, note: '' } },
    gives: SettlePreview,
    keyed: false,
    status: 200,
  }),
  correct: defineOperation({
    method: 'POST',
    path: '/periods/:period/cards/:person/corrections',
    says: 'Makes a correction.',
    asks: 'correct',
    params: { period: IdParam, person: IdParam },
    takes: CorrectRequest,
    example: { params: { person: '7' }, body: { says: EXAMPLE_CORRECTION, note: 'Harbor duty as planned' } },
    gives: SettleReply,
    touches: 'people',
    makesStale: BESIDE_CARD,
    status: 201,
  }),
  undoCorrection: defineOperation({
    method: 'POST',
    path: '/periods/:period/cards/:person/corrections/:correction/undo',
    says: 'Takes a correction back, as a correction of its own.',
    asks: 'correct',
    params: { period: IdParam, person: IdParam, correction: IdParam },
    example: { params: { person: '4' } },
    gives: SettleReply,
    touches: 'people',
    makesStale: BESIDE_CARD,
    status: 201,
  }),
  previewBulk: defineOperation({
    method: 'POST',
    path: '/periods/:period/bulks/preview',
    says: 'What settling many exceptions together would change, person by person.',
    asks: 'correct',
    load: 'heavy',
    params: { period: IdParam },
    takes: BulkRequest,
    example: {
      body: {
        what: 'Accepted as they are',
        note: '',
        items: [{ personId: 13, exception: 'late-in:punch-906', way: { kind: 'accept' } }],
      },
    },
    gives: BulkPreview,
    keyed: false,
    status: 200,
  }),
  settleBulk: defineOperation({
    method: 'POST',
    path: '/periods/:period/bulks',
    says: 'Settles many exceptions together.',
    asks: 'correct',
    load: 'heavy',
    params: { period: IdParam },
    takes: BulkRequest,
    example: {
      body: {
        what: 'Accepted as they are',
        note: 'Looked at',
        items: [{ personId: 13, exception: 'late-in:punch-906', way: { kind: 'accept' } }],
      },
    },
    gives: BulkReply,
    touches: 'people',
    makesStale: OF_MANY_CARDS,
    status: 200,
  }),
  undoBulk: defineOperation({
    method: 'POST',
    path: '/periods/:period/bulks/:bulk/undo',
    says: 'Takes back all that was settled together, as a bulk of its own.',
    asks: 'correct',
    load: 'heavy',
    params: { period: IdParam, bulk: IdParam },
    gives: BulkReply,
    touches: 'people',
    makesStale: OF_MANY_CARDS,
    status: 200,
  }),
} as const;
