import type { Keys } from '../../ui/screen/keys.ts';

export const FINDER_KEYS = {
  filter: { press: '/', does: 'Filter what was found' },
  job: { press: 'B', does: 'Give what is picked to a job' },
} as const satisfies Keys;
