import type { Feature } from '../../ui/screen/feature.ts';
import { HISTORY_KEYS } from './keys.ts';

export const history: Feature = {
  name: 'History',
  path: 'history',
  right: 'see cards',
  isInBar: false,
  page: async () => (await import('./HistoryPage.tsx')).HistoryPage,
  keys: [HISTORY_KEYS],
  actions: [{ name: 'See what was corrected, by whom and why', to: '/history', right: 'see cards' }],
  find: null,
};
