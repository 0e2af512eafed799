import { defineOperation } from '../shared/operation.ts';
import { IdParam } from '../shared/params.ts';
import { KeepMappingRequest, MappingPreview, MappingReply, PreviewMappingRequest } from './schemas.ts';

const EXAMPLE_RULES = [
  { name: 'Double time', firstDay: null, lastDay: null, when: { multipliers: [2] }, code: '310' },
  { name: 'All else', firstDay: null, lastDay: null, when: {}, code: '100' },
];

export const mappingOperations = {
  mapping: defineOperation({
    method: 'GET',
    path: '/mapping',
    says: 'Which lines are paid under which code.',
    asks: 'see cards',
    gives: MappingReply,
    shows: ['mapping'],
    status: 200,
  }),
  keepMapping: defineOperation({
    method: 'PUT',
    path: '/mapping',
    says: 'Keeps a mapping as a whole.',
    asks: 'map pay codes',
    concerns: 'everybody',
    takes: KeepMappingRequest,
    example: { body: { basedOn: 1, rules: EXAMPLE_RULES } },
    gives: MappingReply,
    touches: 'everybody',
    makesStale: ['mapping', 'handoff'],
    status: 200,
  }),
  previewMapping: defineOperation({
    method: 'POST',
    path: '/periods/:period/mapping/preview',
    says: 'What a mapping would do with the lines of a period, rule by rule. Nothing is written.',
    asks: 'see pay',
    concerns: 'everybody',
    load: 'heavy',
    params: { period: IdParam },
    takes: PreviewMappingRequest,
    example: { body: { rules: EXAMPLE_RULES } },
    gives: MappingPreview,
    keyed: false,
    shows: ['mapping', 'card'],
    status: 200,
  }),
} as const;
