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
  keys: [CARD_KEYS, ADD_TIME_KEYS, SETTLE_KEYS, HAND_KEYS],
  also: 'timesheet hours people',
  actions: [
    { name: 'Settle what is open', also: 'missing punch', to: '/cards?show=to-settle', right: 'correct' },
    {
      name: 'Approve cards',
      also: 'sign off stand for',
      to: '/cards?show=to-approve',
      right: 'approve',
    },
    {
      name: 'Print time cards for signing',
      also: 'paper pdf sign signature',
      to: '/cards',
      right: 'see cards',
    },
    {
      name: 'Add time or leave to a card',
      also: 'vacation sick holiday absence travel training hours',
      to: '/cards',
      right: 'correct',
    },
  ],
  find: findPeople,
};
