import type { Feature } from '../../ui/feature.ts';
import { EXCEPTION_KEYS } from './keys.ts';

export const exceptions: Feature = {
  name: 'Exceptions',
  path: 'exceptions',
  right: 'see cards',
  isInBar: true,
  page: async () => (await import('./ExceptionsPage.tsx')).ExceptionsPage,
  keys: EXCEPTION_KEYS,
  actions: [{ name: 'Settle exceptions by kind', to: '/exceptions', right: 'correct' }],
  find: null,
};
