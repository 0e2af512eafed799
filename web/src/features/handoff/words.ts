import type { Delivery, HandoffBatch } from '@heath/contract';

/** What became of a batch, in words. */
export const STATES: Readonly<Record<HandoffBatch['state'], string>> = {
  sealed: 'sealed, not delivered',
  'under way': 'on its way',
  accepted: 'accepted',
  'in part': 'accepted in part',
  refused: 'refused',
  'gave up': 'not sent',
  'in doubt': 'in doubt',
  'not taken': 'not taken',
  reopened: 'reopened',
  void: 'void',
};

/** What became of a delivery, in words. */
export const ANSWERS: Readonly<Record<Delivery['status'], string>> = {
  waiting: 'On its way',
  accepted: 'Accepted',
  'in part': 'Accepted in part',
  refused: 'Refused',
  'gave up': 'Not sent',
  'in doubt': 'In doubt',
  'not taken': 'Not taken',
};

/** Whether somebody should do something about it. */
export const isTrouble = (state: HandoffBatch['state']): boolean =>
  ['in part', 'refused', 'gave up', 'in doubt', 'not taken'].includes(state);
