import type { Feature } from '../../ui/screen/feature.ts';
import { PAY_FILES_KEYS } from './keys.ts';

export const payFiles: Feature = {
  name: 'Pay files',
  path: 'pay-files',
  right: 'see pay',
  isInBar: true,
  page: async () => (await import('./PayFilesPage.tsx')).PayFilesPage,
  keys: [PAY_FILES_KEYS],
  actions: [
    { name: 'Map hours to pay codes', also: 'mapping rules', to: '/pay-files', right: 'map pay codes' },
    {
      name: 'What no rule catches',
      also: 'catch-all unassigned without a code decide',
      to: '/pay-files?show=catch-all',
      right: 'see pay',
    },
    {
      name: 'People the pay system knows',
      also: 'numbers list employees',
      to: '/pay-files?show=people',
      right: 'see pay',
    },
    {
      name: 'Set rates',
      also: 'wages pay rate cost money list',
      to: '/pay-files?show=rates',
      right: 'see pay',
    },
    {
      name: 'Lock days',
      also: 'close freeze unlock period',
      to: '/pay-files?show=periods',
      right: 'make pay periods',
    },
    { name: 'Add a pay code', to: '/pay-files?show=codes', right: 'map pay codes' },
    { name: 'Add an amount: miles, tips, expenses', to: '/pay-files?show=amounts', right: 'add amounts' },
    {
      name: 'Add an edition of a rulebook',
      also: 'rules overtime rounding meals premiums terms',
      to: '/pay-files?show=rulebooks',
      right: 'add editions',
    },
    {
      name: 'Make pay periods',
      also: 'calendar holidays pay day schedule',
      to: '/pay-files?show=periods',
      right: 'make pay periods',
    },
    {
      name: 'New layout of a pay file',
      also: 'export format columns csv',
      to: '/pay-files?show=new-layout',
      right: 'map pay codes',
    },
  ],
  find: null,
};
