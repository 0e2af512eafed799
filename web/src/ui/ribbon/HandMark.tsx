import type { Instant, ZoneOffsets } from '@heath/core';
import { type CSSProperties, type Ref, useImperativeHandle, useState } from 'react';
import { clockTime } from '../text/format.ts';

/** Where a hand is on a ribbon: at a time with what it holds, or drawing from one to another. */
type Mark = { readonly at: Instant } | { readonly from: Instant; readonly to: Instant };

export interface HandMarks {
  readonly show: (mark: Mark | null) => void;
}

/** The mark of a hand on a ribbon. It knows by itself where it is, so that each move draws it alone and not the ribbon below it. */
export function HandMark({
  ref,
  place,
  offsets,
}: {
  ref: Ref<HandMarks>;
  place: (stretch: { readonly from: Instant; readonly to: Instant }) => CSSProperties;
  offsets: ZoneOffsets;
}) {
  const [mark, show] = useState<Mark | null>(null);
  useImperativeHandle(ref, () => ({ show }), []);
  if (mark === null) return null;
  if ('at' in mark)
    return (
      <span
        className="pointer-events-none absolute inset-y-0 w-mark bg-heather"
        style={place({ from: mark.at, to: mark.at })}
      >
        <b className="absolute -top-1 left-1.5 rounded-key bg-heather px-1 text-tick text-on-heather">
          {clockTime(mark.at, offsets, mark.at % 60 !== 0)}
        </b>
      </span>
    );
  return (
    <span
      className="pointer-events-none absolute inset-y-1 border border-dashed border-heather bg-heather-wash/60"
      style={place(mark)}
    />
  );
}
