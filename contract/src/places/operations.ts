import { defineOperation } from '../shared/operation.ts';
import { PlacesReply } from './schemas.ts';

export const placeOperations = {
  places: defineOperation({
    method: 'GET',
    path: '/places',
    says: 'Jobs, departments and sites, by name.',
    asks: 'see cards',
    gives: PlacesReply,
    status: 200,
  }),
} as const;
