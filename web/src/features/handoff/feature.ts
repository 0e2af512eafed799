import type { Feature } from '../../ui/screen/feature.ts';
import { HANDOFF_KEYS } from './keys.ts';

export const handoff: Feature = {
  name: 'Handoff',
  path: 'handoff',
  right: 'see pay',
  isInBar: true,
  page: async () => (await import('./HandoffPage.tsx')).HandoffPage,
  keys: HANDOFF_KEYS,
  actions: [],
  find: null,
};
