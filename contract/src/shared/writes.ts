import * as v from 'valibot';

/**
 * The header in which a write carries its client's key: a new one for everything somebody does, the same one when the same thing is asked
 * again because no answer came. The server answers a key once.
 */
export const WRITE_KEY_HEADER = 'Idempotency-Key';

export const WriteKey = v.pipe(
  v.string(
    'Send the header Idempotency-Key with 8 to 64 letters, figures or dashes of your own, new for every write.',
  ),
  v.regex(
    /^[A-Za-z0-9-]{8,64}$/,
    'The header Idempotency-Key has 8 to 64 letters, figures or dashes, new for every write.',
  ),
);
