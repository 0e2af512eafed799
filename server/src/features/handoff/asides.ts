import { aside } from '../../http/aside.ts';
import { checkHandoff } from './gathering/checking.ts';

export const handoffCheck = aside('checkHandoff', (context, who, { params, body }, report) =>
  checkHandoff(context, who, params.period, body.groups, report),
);
