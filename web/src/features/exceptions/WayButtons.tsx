import { asksWhy, type Exception } from '@heath/core';
import { type RefObject, useState } from 'react';
import type { CardId } from '../../api/cards.ts';
import { useCorrectMutation } from '../../api/corrections.ts';
import { useLeaveKindsQuery } from '../../api/reasons.ts';
import { problemOf } from '../../api/requests/base.ts';
import { Button } from '../../ui/controls/Button.tsx';
import { Menu, MenuItem } from '../../ui/controls/Menu.tsx';
import { WhyField } from '../../ui/form/WhyField.tsx';
import { say } from '../../ui/notices/notices.ts';
import { useKey } from '../../ui/screen/keys.ts';
import { Kbd } from '../../ui/text/Kbd.tsx';
import { useSayCorrected } from '../corrections/settle/index.ts';
import { EXCEPTION_KEYS } from './keys.ts';
import { PartField, type PartFieldProps } from './PartField.tsx';
import { leaveOf, type Way } from './ways.ts';

interface WayButtonsProps {
  readonly id: CardId;
  readonly exception: Exception;
  readonly ways: readonly Way[];
  readonly note: string;
  readonly onType: (note: string) => void;
  readonly why: RefObject<HTMLInputElement | null>;
  /** The way whose effect is shown: Enter takes it. Null where the effect of something else is shown. */
  readonly shown: Way | null;
  /** A way is pointed at, or none any more. */
  readonly onNear: (way: Way | null) => void;
  readonly onDone: () => void;
  /** How much is taken, where that can be less than all. */
  readonly part?: Omit<PartFieldProps, 'onEnter'> | null;
}

/** A button for each way to settle an exception, and why. */
export function WayButtons(props: WayButtonsProps) {
  const { id, exception, ways, note, onType, why, shown, onNear, onDone, part = null } = props;
  const [correct, { isLoading }] = useCorrectMutation();
  const sayCorrected = useSayCorrected(id);
  const isAsked = asksWhy(exception);
  const asLeave = leaveOf(exception);
  /** What waits for a reason. */
  const [waiting, setWaiting] = useState<Way | null>(null);
  const take = async (way: Way) => {
    if (isLoading) return;
    const { says, did } = way;
    const isMissing = isAsked && note.trim() === '';
    setWaiting(isMissing ? way : null);
    if (isMissing) return why.current?.focus();
    const { data, error } = await correct({ ...id, says, settles: exception.key, note });
    if (data === undefined) return say(problemOf(error).title);
    onDone();
    sayCorrected(did, data.correctionId);
  };
  useKey(EXCEPTION_KEYS.why, () => why.current?.focus());
  useKey(EXCEPTION_KEYS.take, () => shown !== null && void take(shown));
  return (
    <>
      {ways.map((way) => (
        <WayButton
          key={way.name}
          way={way}
          isShown={way.name === shown?.name}
          disabled={isLoading}
          onTake={() => void take(way)}
          onNear={onNear}
        />
      ))}
      {asLeave !== null && (
        <LeaveButton asLeave={asLeave} disabled={isLoading} onTake={(way) => void take(way)} />
      )}
      {part !== null && <PartField {...part} onEnter={() => shown !== null && void take(shown)} />}
      <WhyField
        text={note}
        onType={onType}
        press={EXCEPTION_KEYS.why.press}
        ref={why}
        isAsked={isAsked}
        onEnter={waiting === null ? undefined : () => void take(waiting)}
      />
    </>
  );
}

function WayButton({
  way,
  isShown,
  disabled,
  onTake,
  onNear,
}: {
  way: Way;
  isShown: boolean;
  disabled: boolean;
  onTake: () => void;
  onNear: (way: Way | null) => void;
}) {
  const { take } = EXCEPTION_KEYS;
  // Enter takes what is shown, whichever way that is: the row of buttons listens for it.
  const ownPress = way.press === take.press ? null : way.press;
  useKey({ press: ownPress ?? take.press, does: way.name }, () => ownPress !== null && onTake());
  return (
    <Button
      look={isShown ? 'primary' : 'plain'}
      disabled={disabled}
      onClick={onTake}
      // Not when a row comes to lie below a mouse that rests: who goes on by keyboard means the likeliest of each.
      onPointerMove={() => onNear(way)}
      onPointerLeave={() => onNear(null)}
      onFocus={() => onNear(way)}
      onBlur={() => onNear(null)}
    >
      {way.name} {(isShown || ownPress !== null) && <Kbd>{isShown ? take.press : ownPress}</Kbd>}
    </Button>
  );
}

/** An absence or lateness as leave: of the one kind that there is, or of one that is chosen. */
function LeaveButton({
  asLeave,
  disabled,
  onTake,
}: {
  asLeave: NonNullable<ReturnType<typeof leaveOf>>;
  disabled: boolean;
  onTake: (way: Way) => void;
}) {
  const { data } = useLeaveKindsQuery();
  const kinds = data?.kinds ?? [];
  const [opened, setOpened] = useState(0);
  const { press } = EXCEPTION_KEYS.leave;
  useKey(EXCEPTION_KEYS.leave, () => setOpened((before) => before + 1));
  return (
    <Menu
      key={opened}
      startsOpen={opened > 0}
      trigger={
        <Button disabled={disabled || kinds.length === 0}>
          Leave <Kbd>{press}</Kbd>
        </Button>
      }
    >
      {kinds.map((kind) => (
        <MenuItem key={kind.code} onSelect={() => onTake(asLeave(kind))}>
          {kind.name}
        </MenuItem>
      ))}
    </Menu>
  );
}
