import type { Feature } from '../../ui/screen/feature.ts';
import { QUESTION_KEYS } from '../questions/keys.ts';
import { BADGE_KEYS, EXCEPTION_KEYS } from './keys.ts';

export const exceptions: Feature = {
  name: 'Exceptions',
  path: 'exceptions',
  right: 'see cards',
  isInBar: true,
  page: async () => (await import('./ExceptionsPage.tsx')).ExceptionsPage,
  // Enter gives a badge, too: of the two only one is in sight.
  keys: [EXCEPTION_KEYS, QUESTION_KEYS, { whose: BADGE_KEYS.whose }],
  actions: [
    {
      name: 'Settle exceptions by kind',
      also: 'badge missing late absent problems',
      to: '/exceptions',
      right: 'correct',
    },
  ],
  find: null,
};
