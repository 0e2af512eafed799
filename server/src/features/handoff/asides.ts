import { CheckHandoffRequest } from '@heath/contract';
import { IdParam, valid } from '../../base/problem.ts';
import { type Aside, aside } from '../../http/aside.ts';
import { checkHandoff } from './checking.ts';

export const handoffAsides: readonly Aside[] = [
  aside('POST /periods/:period/handoff/check', (context, who, { params, body }, report) => {
    const periodId = valid(IdParam, params.period);
    const { groups } = valid(CheckHandoffRequest, body ?? {});
    return checkHandoff(context, who, periodId, groups, report);
  }),
];
