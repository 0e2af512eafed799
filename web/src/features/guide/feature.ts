import type { Feature } from '../../ui/screen/feature.ts';

export const guide: Feature = {
  name: 'Guide',
  path: 'guide',
  right: null,
  isInBar: false,
  page: async () => (await import('./GuidePage.tsx')).GuidePage,
  keys: [],
  also: 'help how manual handbook words glossary learn',
  actions: [],
  find: null,
};
