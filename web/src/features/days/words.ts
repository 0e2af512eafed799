import type { DayState } from '@heath/core';

/** In place of hours, where a day pays none. */
export const STATE_WORDS: Readonly<Record<DayState, string>> = {
  off: '',
  leave: '—',
  'to come': 'to come',
  'at work': 'at work',
  missing: '—',
  absent: 'absent',
  'not planned': '—',
  differs: '—',
  matches: '—',
};
