import type { Feature } from '../../ui/screen/feature.ts';
import { IMPORT_KEYS } from './keys.ts';

export const imports: Feature = {
  name: 'Punches',
  path: 'punches/:importId?',
  right: 'see imports',
  isInBar: true,
  page: async () => (await import('./ImportsPage.tsx')).ImportsPage,
  keys: [IMPORT_KEYS],
  actions: [{ name: 'Import a file of punches', to: '/punches', right: 'import' }],
  find: null,
};
