import type { Feature } from '../../ui/feature.ts';

export const payCodes: Feature = {
  name: 'Pay codes',
  path: 'pay-codes',
  right: 'see pay',
  isInBar: true,
  page: async () => (await import('./PayCodesPage.tsx')).PayCodesPage,
  keys: {},
  actions: [{ name: 'Add a pay code', to: '/pay-codes', right: 'map pay codes' }],
  find: null,
};
