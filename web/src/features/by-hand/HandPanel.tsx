import type { CardReply } from '@heath/contract';
import type { Workday } from '@heath/core';
import { useRef } from 'react';
import { Button } from '../../ui/Button.tsx';
import { clockTime, punchWord } from '../../ui/format.ts';
import { Kbd } from '../../ui/Kbd.tsx';
import { useKey } from '../../ui/keys.ts';
import { Notice } from '../../ui/Notice.tsx';
import { WhyField } from '../settle/index.ts';
import { DraftFields } from './DraftFields.tsx';
import { adding, counting, mealtime, moving, painting, punchesOf, splitting, stating } from './draft.ts';
import { HandEffect } from './HandEffect.tsx';
import { HAND_KEYS } from './keys.ts';
import type { ByHand } from './useByHand.ts';

interface HandPanelProps {
  readonly hand: ByHand;
  readonly card: CardReply;
  readonly day: Workday;
}

/** Corrections by hand on the open day: what there is to take hold of, the one that is considered, and what it would change. */
export function HandPanel({ hand, card, day }: HandPanelProps) {
  if (!hand.may) return null;
  return (
    <section aria-label="Correct by hand" className="mb-4 border-b border-rule pb-3">
      <Tools hand={hand} card={card} day={day} />
      {hand.says !== null && <Considered hand={hand} card={card} day={day} />}
    </section>
  );
}

const CHIP =
  'rounded-control border border-rule px-1.5 py-px text-fine enabled:hover:border-heather disabled:text-soft aria-pressed:border-heather aria-pressed:bg-heather-wash';

/** The punches of the day and what else can be done, each with its key. */
function Tools({ hand, card, day }: HandPanelProps) {
  const of = { card, day };
  const { says, drawing } = hand;
  const punches = punchesOf(of);
  const movable = punches.filter(({ id }) => id !== null);
  const isPicked = (id: number | null) => says?.kind === 'move' && says.punch === id;
  useKey(HAND_KEYS.punch, () => {
    const place = movable.findIndex(({ id }) => isPicked(id));
    const next = movable[(place + 1) % Math.max(movable.length, 1)];
    if (next !== undefined) hand.consider(moving(next));
  });
  const draws = (what: 'split' | 'meal' | 'job') => () => {
    hand.onNear();
    hand.setDrawing(drawing === what ? null : what);
    hand.consider(what === 'split' ? splitting(of) : what === 'meal' ? mealtime(of) : painting(of));
  };
  const isWorked = punches.length > 1;
  const tools = [
    { press: HAND_KEYS.add, name: 'Punch', act: () => hand.consider(adding(of)), isOn: says?.kind === 'add' },
    {
      press: HAND_KEYS.split,
      name: 'Split',
      act: draws('split'),
      isOn: says?.kind === 'split',
      needsWork: true,
    },
    {
      press: HAND_KEYS.meal,
      name: 'Meal',
      act: draws('meal'),
      isOn: says?.kind === 'set-meal',
      needsWork: true,
    },
    { press: HAND_KEYS.job, name: 'Job', act: draws('job'), isOn: says?.kind === 'set-job', needsWork: true },
    {
      press: HAND_KEYS.workday,
      name: 'Workday',
      act: () => hand.consider(counting(of, day)),
      isOn: says?.kind === 'set-workday',
      needsWork: true,
    },
    {
      press: HAND_KEYS.hours,
      name: 'Hours',
      act: () => hand.consider(stating(of)),
      isOn: says?.kind === 'flat-hours',
    },
  ];
  return (
    <>
      <div className="flex flex-wrap gap-1">
        {punches.map((punch) => (
          <button
            key={`${punch.id} ${punch.at}`}
            type="button"
            aria-pressed={isPicked(punch.id)}
            disabled={punch.id === null}
            onClick={() => hand.consider(moving(punch))}
            className={CHIP}
          >
            {punchWord(punch.kind)} {clockTime(punch.at, card.offsets)}
          </button>
        ))}
      </div>
      <div className="mt-1.5 flex flex-wrap gap-1">
        {tools.map(({ press, name, act, isOn, needsWork = false }) => (
          <ToolButton
            key={name}
            of={press}
            name={name}
            act={act}
            isOn={isOn}
            isOff={needsWork && !isWorked}
          />
        ))}
      </div>
    </>
  );
}

function ToolButton({
  of,
  name,
  act,
  isOn,
  isOff,
}: {
  of: (typeof HAND_KEYS)[keyof typeof HAND_KEYS];
  name: string;
  act: () => void;
  isOn: boolean;
  isOff: boolean;
}) {
  useKey(of, () => !isOff && act());
  return (
    <button type="button" aria-pressed={isOn} disabled={isOff} onClick={act} className={CHIP}>
      {name} <Kbd>{of.press}</Kbd>
    </button>
  );
}

/** The correction that is considered: its times, why, what it would change, and keeping or leaving it. */
function Considered({ hand, card, day }: HandPanelProps) {
  const why = useRef<HTMLInputElement>(null);
  const { effect, isBusy, problem } = hand;
  const isStopped =
    effect?.ok === false || (effect?.ok === true && effect.warnings.some(({ stops }) => stops));
  const keep = () => {
    if (!isStopped && !isBusy) void hand.keep();
  };
  useKey(HAND_KEYS.keep, keep);
  useKey(HAND_KEYS.drop, hand.drop);
  return (
    <div className="mt-2.5">
      <DraftFields hand={hand} card={card} day={day} onEnter={keep} />
      <div className="mt-2">
        <WhyField text={hand.note} onType={hand.setNote} ref={why} isWide />
      </div>
      <HandEffect effect={effect} card={card} onOther={hand.consider} says={hand.says} />
      {problem !== null && (
        <div className="mt-2">
          <Notice>{problem.title}</Notice>
        </div>
      )}
      <div className="mt-2.5 flex gap-2">
        <Button look="primary" disabled={isStopped || isBusy} onClick={keep}>
          Keep <Kbd>{HAND_KEYS.keep.press}</Kbd>
        </Button>
        <Button disabled={isBusy} onClick={hand.drop}>
          Leave it <Kbd>{HAND_KEYS.drop.press}</Kbd>
        </Button>
      </div>
    </div>
  );
}
