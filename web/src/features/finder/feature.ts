import type { Feature } from '../../ui/screen/feature.ts';
import { BULK_KEYS } from '../corrections/bulks/keys.ts';
import { FINDER_KEYS } from './keys.ts';

export const finder: Feature = {
  name: 'Odd days',
  path: 'odd-days',
  right: 'see cards',
  isInBar: false,
  page: async () => (await import('./FinderPage.tsx')).FinderPage,
  keys: [FINDER_KEYS, { close: BULK_KEYS.close }],
  actions: [
    { name: 'Look for odd days: too short, too long, without a job', to: '/odd-days', right: 'see cards' },
  ],
  find: null,
};
