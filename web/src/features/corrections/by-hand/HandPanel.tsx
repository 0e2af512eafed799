import type { CardReply } from '@heath/contract';
import type { Workday } from '@heath/core';
import { memo, useEffect, useRef } from 'react';
import { Button } from '../../../ui/controls/Button.tsx';
import { WhyField } from '../../../ui/form/WhyField.tsx';
import { Notice } from '../../../ui/notices/Notice.tsx';
import { useKey } from '../../../ui/screen/keys.ts';
import { clockTime, punchWord } from '../../../ui/text/format.ts';
import { Kbd } from '../../../ui/text/Kbd.tsx';
import { DraftFields } from './DraftFields.tsx';
import {
  adding,
  counting,
  mealtime,
  moving,
  nameOf,
  painting,
  punchesOf,
  punchNamedIn,
  splitting,
  stating,
  toolOf,
} from './draft.ts';
import { HandEffect } from './HandEffect.tsx';
import { HAND_KEYS, type HandTool } from './keys.ts';
import type { ByHand } from './useByHand.ts';

interface HandPanelProps {
  readonly hand: ByHand;
  readonly card: CardReply;
  readonly day: Workday;
  /** The key that was pressed before its tool was there. */
  readonly pressed: HandTool | null;
}

/** Corrections by hand on the open day: what there is to take hold of, the one that is considered, and what it would change. */
export function HandPanel({ hand, card, day, pressed }: HandPanelProps) {
  const { says } = hand;
  return (
    <>
      <Tools
        card={card}
        day={day}
        kind={toolOf(says)}
        punch={punchNamedIn(says)}
        drawing={hand.drawing}
        consider={hand.consider}
        setDrawing={hand.setDrawing}
        onNear={hand.onNear}
        pressed={pressed}
      />
      {says !== null && <Considered hand={hand} card={card} day={day} />}
    </>
  );
}

const CHIP =
  'rounded-control border border-rule px-1.5 py-px text-fine enabled:hover:border-heather disabled:text-soft aria-pressed:border-heather aria-pressed:bg-heather-wash';

interface ToolsProps
  extends Pick<ByHand, 'consider' | 'drawing' | 'setDrawing' | 'onNear'>,
    Pick<HandPanelProps, 'pressed'> {
  readonly card: CardReply;
  readonly day: Workday;
  /** The kind of what is considered, and the name of the punch that it takes elsewhere. */
  readonly kind: string | null;
  readonly punch: string | null;
}

/** The punches of the day and what else can be done, each with its key. While something is dragged it stays as it is, and is not drawn anew. */
const Tools = memo(function Tools(props: ToolsProps) {
  const { card, day, kind, punch: picked, drawing, consider, setDrawing, onNear, pressed } = props;
  const of = { card, day };
  const punches = punchesOf(of);
  const movable = punches.filter((one) => moving(one) !== null);
  const takeNext = () => {
    const place = movable.findIndex((one) => nameOf(one) === picked);
    const next = movable[(place + 1) % Math.max(movable.length, 1)];
    if (next !== undefined) consider(moving(next));
  };
  useKey(HAND_KEYS.punch, takeNext);
  const draws = (what: 'split' | 'meal' | 'job') => () => {
    onNear();
    setDrawing(drawing === what ? null : what);
    consider(what === 'split' ? splitting(of) : what === 'meal' ? mealtime(of) : painting(of));
  };
  const isWorked = punches.length > 1;
  const tools = [
    { press: HAND_KEYS.add, name: 'Punch', act: () => consider(adding(of)), of: 'add' },
    { press: HAND_KEYS.split, name: 'Split', act: draws('split'), of: 'split', needsWork: true },
    { press: HAND_KEYS.meal, name: 'Meal', act: draws('meal'), of: 'set-meal', needsWork: true },
    { press: HAND_KEYS.job, name: 'Stretch', act: draws('job'), of: 'set-job', needsWork: true },
    {
      press: HAND_KEYS.workday,
      name: 'Workday',
      act: () => consider(counting(of, day)),
      of: 'set-workday',
      needsWork: true,
    },
    { press: HAND_KEYS.hours, name: 'Hours', act: () => consider(stating(of)), of: 'flat-hours' },
  ];
  // biome-ignore lint/correctness/useExhaustiveDependencies: once, when the tools have come
  useEffect(() => {
    if (pressed === 'punch') takeNext();
    const tool = pressed === null ? undefined : tools.find(({ press }) => press === HAND_KEYS[pressed]);
    if (tool !== undefined && (isWorked || tool.needsWork !== true)) tool.act();
  }, []);
  return (
    <>
      <div className="flex flex-wrap gap-1">
        {punches.map((punch) => (
          <button
            key={`${punch.id} ${punch.at}`}
            type="button"
            aria-pressed={nameOf(punch) === picked}
            disabled={moving(punch) === null}
            onClick={() => consider(moving(punch))}
            className={CHIP}
          >
            {punchWord(punch.kind)} {clockTime(punch.at, card.offsets)}
          </button>
        ))}
      </div>
      <div className="mt-1.5 flex flex-wrap gap-1">
        {tools.map(({ press, name, act, of: what, needsWork = false }) => (
          <ToolButton
            key={name}
            of={press}
            name={name}
            act={act}
            isOn={what === kind}
            isOff={needsWork && !isWorked}
          />
        ))}
      </div>
    </>
  );
});

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
function Considered({ hand, card, day }: Omit<HandPanelProps, 'pressed'>) {
  const why = useRef<HTMLInputElement>(null);
  const { effect, isBusy, isReady, problem } = hand;
  const isStopped =
    !isReady || effect?.ok === false || (effect?.ok === true && effect.warnings.some(({ stops }) => stops));
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
