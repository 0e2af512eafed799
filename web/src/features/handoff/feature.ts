import type { Feature } from '../../ui/screen/feature.ts';
import { HANDOFF_KEYS } from './keys.ts';

export const handoff: Feature = {
  name: 'Handoff',
  path: 'handoff',
  right: 'see pay',
  isInBar: true,
  page: async () => (await import('./HandoffPage.tsx')).HandoffPage,
  keys: [HANDOFF_KEYS],
  also: 'export payroll file seal batch',
  actions: [
    {
      name: 'Seal and hand off',
      also: 'export send deliver pay file payroll download close',
      to: '/handoff',
      right: 'hand off',
    },
  ],
  find: null,
};
