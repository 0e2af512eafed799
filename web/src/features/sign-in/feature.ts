import type { Feature } from '../../ui/screen/feature.ts';

export const account: Feature = {
  name: 'Your account',
  path: 'account',
  right: null,
  isInBar: false,
  page: async () => (await import('./AccountPage.tsx')).AccountPage,
  keys: {},
  actions: [],
  find: null,
};
