import type { Feature } from '../../ui/feature.ts';
import { AFTERWARDS_KEYS } from './keys.ts';

export const afterwards: Feature = {
  name: 'Afterwards',
  path: 'afterwards',
  right: 'approve',
  isInBar: true,
  page: async () => (await import('./AfterwardsPage.tsx')).AfterwardsPage,
  keys: AFTERWARDS_KEYS,
  actions: [],
  find: null,
};
