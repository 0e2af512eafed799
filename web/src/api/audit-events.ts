import { auditEventOperations } from '@heath/contract';
import { api } from './requests/base.ts';
import { callAlone } from './requests/call.ts';

export const { useAuditEventsQuery } = api.injectEndpoints({
  endpoints: (build) => ({
    /** What was written last, the newest first. */
    auditEvents: build.query(callAlone(auditEventOperations.auditEvents)),
  }),
});
