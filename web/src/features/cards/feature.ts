import type { Feature } from '../../ui/screen/feature.ts';
import { ADD_TIME_KEYS } from '../corrections/add-time/keys.ts';
import { HAND_KEYS } from '../corrections/by-hand/keys.ts';
import { SETTLE_KEYS } from '../corrections/settle/keys.ts';
import { findPeople } from './find.ts';
import { CARD_KEYS } from './keys.ts';

export const cards: Feature = {
  name: 'Time cards',
  path: 'cards',
  right: 'see cards',
  isInBar: true,
  page: async () => (await import('./CardsPage.tsx')).CardsPage,
  keys: { ...CARD_KEYS, ...ADD_TIME_KEYS, ...SETTLE_KEYS, ...HAND_KEYS },
  actions: [{ name: 'Settle what is open', to: '/cards?show=to-settle', right: 'correct' }],
  find: findPeople,
};
