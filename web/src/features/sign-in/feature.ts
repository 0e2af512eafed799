import type { Feature } from '../../ui/screen/feature.ts';

export const account: Feature = {
  name: 'Your account',
  path: 'account',
  right: null,
  isInBar: false,
  page: async () => (await import('./AccountPage.tsx')).AccountPage,
  keys: [],
  also: 'settings password sessions profile',
  actions: [
    {
      name: 'Choose how hours, times and dates are written',
      also: 'format settings decimal minutes 12 24 am pm week zone',
      to: '/account',
      right: 'see cards',
    },
  ],
  find: null,
};
