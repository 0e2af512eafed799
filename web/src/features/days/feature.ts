import type { Feature } from '../../ui/screen/feature.ts';
import { ADD_TIME_KEYS } from '../corrections/add-time/keys.ts';
import { HAND_KEYS } from '../corrections/by-hand/keys.ts';
import { SETTLE_KEYS } from '../corrections/settle/keys.ts';
import { DAY_KEYS } from './keys.ts';

export const days: Feature = {
  name: 'The day',
  path: 'day',
  right: 'see cards',
  isInBar: true,
  page: async () => (await import('./DaysPage.tsx')).DaysPage,
  keys: [DAY_KEYS, ADD_TIME_KEYS, SETTLE_KEYS, HAND_KEYS],
  actions: [{ name: 'Look at yesterday, everybody', to: '/day', right: 'see cards' }],
  find: null,
};
