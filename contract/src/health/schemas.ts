import * as v from 'valibot';

export const HealthReply = v.strictObject({
  status: v.picklist(['ready', 'disk full', 'database not ready']),
});
