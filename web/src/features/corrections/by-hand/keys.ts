import type { Keys } from '../../../ui/screen/keys.ts';

export const HAND_KEYS = {
  punch: { press: 'E', does: 'Correct a punch of the day; again: the next one' },
  add: { press: 'I', does: 'Add a punch' },
  split: { press: 'X', does: 'Split a spell between two jobs' },
  meal: { press: 'M', does: 'Draw a meal' },
  job: { press: 'B', does: 'Give a stretch of the day to a job, a rate of its own, or take it out' },
  workday: { press: 'D', does: 'Count a shift for another workday' },
  hours: { press: 'H', does: 'Add hours or leave without punches' },
  keep: { press: 'Enter', does: 'Keep the correction that is shown' },
  drop: { press: 'Esc', does: 'Leave the correction' },
} as const satisfies Keys;

/** The keys that begin a correction. */
export const TOOLS = ['punch', 'add', 'split', 'meal', 'job', 'workday', 'hours'] as const;
export type HandTool = (typeof TOOLS)[number];
