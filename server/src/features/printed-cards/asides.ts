import { aside } from '../../http/aside.ts';
import { printCards } from './service.ts';

/** Printing ten thousand cards takes the better part of a minute: a thread of its own does it. */
export const printCardsAside = aside('printCards', (context, who, { params, body }, report) =>
  printCards(context, who, params.period, body, report),
);
