import type { Feature } from '../../ui/screen/feature.ts';
import { PAY_FILES_KEYS } from './keys.ts';

export const payFiles: Feature = {
  name: 'Pay files',
  path: 'pay-files',
  right: 'see pay',
  isInBar: true,
  page: async () => (await import('./PayFilesPage.tsx')).PayFilesPage,
  keys: PAY_FILES_KEYS,
  actions: [
    { name: 'Map hours to pay codes', to: '/pay-files', right: 'map pay codes' },
    { name: 'Add a pay code', to: '/pay-files?show=codes', right: 'map pay codes' },
    { name: 'Add an amount: miles, tips, expenses', to: '/pay-files?show=amounts', right: 'add amounts' },
    { name: 'Add an edition of a rulebook', to: '/pay-files?show=rulebooks', right: 'add editions' },
    { name: 'Make pay periods', to: '/pay-files?show=periods', right: 'make pay periods' },
    { name: 'New layout of a pay file', to: '/pay-files?show=new-layout', right: 'map pay codes' },
  ],
  find: null,
};
