import type { Exception, Proposal, ZoneOffsets } from '@heath/core';
import type { Ref } from 'react';
import { Button } from '../../../ui/controls/Button.tsx';
import { TimeField } from '../../../ui/controls/TimeField.tsx';
import type { Key } from '../../../ui/screen/keys.ts';
import { clockTime, dayAndTime } from '../../../ui/text/format.ts';
import { Kbd } from '../../../ui/text/Kbd.tsx';
import type { Settling } from './useSettling.ts';

const TAKE: Readonly<Record<Proposal['from'], string>> = {
  plan: 'the planned',
  crew: "the crew's",
  habit: 'the usual',
};

interface SettleTimeProps {
  readonly settling: Settling;
  readonly offsets: ZoneOffsets;
}

/**
 * Takes the time that is chosen, and says which that is. Nothing where no time is chosen.
 *
 * @param isShown whether its effect is what is shown: the key is written beside it, and it stands out
 */
export function TakeTime({
  settling: { proposal, typed, chosen, canTake, take },
  offsets,
  press,
  isShown = true,
  className = '',
}: SettleTimeProps & {
  readonly press: Key['press'];
  readonly isShown?: boolean;
  readonly className?: string;
}) {
  if (chosen === null) return null;
  const time =
    typed === null && proposal !== undefined
      ? `${TAKE[proposal.from]} ${clockTime(chosen, offsets)}`
      : dayAndTime(chosen, offsets);
  return (
    <Button
      look={isShown ? 'primary' : 'plain'}
      disabled={!canTake}
      onClick={() => void take()}
      className={className}
    >
      Take {time} {isShown && <Kbd>{press}</Kbd>}
    </Button>
  );
}

/** The time of a missing punch as somebody types it. Enter takes it; Escape empties the field, so that the proposed time is chosen again. */
export function TypeTime({
  settling: { draft, type, direction, proposal, take, at },
  exception,
  offsets,
  press,
  ref,
  inRow = false,
}: SettleTimeProps & {
  readonly exception: Pick<Exception, 'at'>;
  readonly press: Key['press'];
  readonly ref: Ref<HTMLInputElement>;
  readonly inRow?: boolean;
}) {
  return (
    <TimeField
      ref={ref}
      inRow={inRow}
      label={`${proposal === undefined ? 'Type' : 'Or type'} the time${inRow ? '' : ` of the ${direction === 'after' ? 'out' : 'in'}`}  (${press})`}
      text={draft.time}
      beside={exception.at}
      direction={direction}
      offsets={offsets}
      error={at('at')}
      onType={(time) => type({ time })}
      onEnter={() => void take()}
      onEscape={() => type({ time: '' })}
    />
  );
}
