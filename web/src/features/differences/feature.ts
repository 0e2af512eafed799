import type { Feature } from '../../ui/screen/feature.ts';
import { DIFFERENCE_KEYS } from './keys.ts';

export const differences: Feature = {
  name: 'Afterwards',
  path: 'afterwards',
  right: 'approve',
  isInBar: true,
  page: async () => (await import('./DifferencesPage.tsx')).DifferencesPage,
  keys: [DIFFERENCE_KEYS],
  also: 'differences corrections retroactive adjustments after',
  actions: [],
  find: null,
};
