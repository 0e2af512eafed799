import type { Feature } from '../../ui/screen/feature.ts';
import { DESK_KEYS } from './keys.ts';

export const desk: Feature = {
  name: 'Desk',
  path: 'desk',
  right: 'correct',
  isInBar: true,
  page: async () => (await import('./DeskPage.tsx')).DeskPage,
  keys: [DESK_KEYS],
  actions: [],
  find: null,
};
