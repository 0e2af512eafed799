import type { HandoffCheck, HandoffCheckReply, HandoffReply } from '@heath/contract';
import { useEffect, useMemo, useRef, useState } from 'react';
import { useHandOffMutation } from '../../api/handoff.ts';
import { problemOf } from '../../api/requests/base.ts';
import { hearProgress } from '../../api/requests/progress.ts';
import { useMay } from '../../api/useMay.ts';
import { Button } from '../../ui/controls/Button.tsx';
import { Notice } from '../../ui/notices/Notice.tsx';
import { say } from '../../ui/notices/notices.ts';
import { ProgressBar } from '../../ui/notices/Progress.tsx';
import { useKey } from '../../ui/screen/keys.ts';
import { Kbd } from '../../ui/text/Kbd.tsx';
import { CheckLine } from './CheckLine.tsx';
import { HANDOFF_KEYS } from './keys.ts';

/** Reasons of checks that are passed over, by their names. */
type Reasons = Readonly<Record<string, string>>;
const LEAST_REASON = 3;

/** Whether nothing holds up the handoff any more: what must be is, and what asks why has a reason. */
export const isReady = (checks: readonly HandoffCheck[], reasons: Reasons): boolean =>
  checks.every(
    ({ name, weight, count }) =>
      count === 0 ||
      weight === 'look' ||
      (weight === 'why' && (reasons[name]?.trim().length ?? 0) >= LEAST_REASON),
  );

/** Beside the sums: every check, what it found, and the button that seals. */
export function Ready({
  handoff,
  checked,
  groups,
  isChecking,
}: {
  handoff: HandoffReply;
  checked: HandoffCheckReply | undefined;
  /** The pay groups to hand off; all that are open where it is left out. */
  groups: number[] | undefined;
  isChecking: boolean;
}) {
  const [handOff, { isLoading, error, reset }] = useHandOffMutation();
  const [reasons, setReasons] = useState<Reasons>({});
  const [share, setShare] = useState<number | null>(null);
  const may = useMay('hand off');
  const checks = checked?.checks ?? [];
  const ready = checked !== undefined && isReady(checks, reasons);
  const forget = useRef(reset);
  forget.current = reset;
  // What was wrong before is looked at anew with other checks.
  // biome-ignore lint/correctness/useExhaustiveDependencies: whenever the checks are others
  useEffect(() => forget.current(), [checked]);
  const overrides = useMemo(
    () =>
      (checked?.checks ?? []).flatMap(({ name, weight, count }) => {
        const reason = reasons[name]?.trim() ?? '';
        return weight === 'why' && count > 0 && reason !== '' ? [{ check: name, reason }] : [];
      }),
    [checked, reasons],
  );
  const go = async () => {
    if (!ready || !may || isLoading || isChecking) return;
    const body = { ...(groups === undefined ? {} : { groups }), overrides };
    setShare(null);
    hearProgress(body, setShare);
    const result = await handOff({ periodId: handoff.periodId, body });
    const made = result.data?.batches[0];
    if (made !== undefined)
      say(`Handoff ${made.number} is sealed: ${made.lines.toLocaleString('en')} lines.`);
  };
  useKey(HANDOFF_KEYS.handOff, () => void go());
  return (
    <>
      <h2 className="mb-2 text-lead">Ready?</h2>
      {checked === undefined && <p className="text-note text-soft">{isChecking ? 'Being checked.' : ''}</p>}
      <ul>
        {checks.map((check) => (
          <CheckLine
            key={check.name}
            check={check}
            periodId={handoff.periodId}
            reason={reasons[check.name] ?? ''}
            onReason={may ? (text) => setReasons((before) => ({ ...before, [check.name]: text })) : null}
          />
        ))}
      </ul>
      {error !== undefined && (
        <div className="mt-3">
          <Notice>{problemOf(error).title}</Notice>
        </div>
      )}
      {isLoading && (
        <div className="mt-3">
          <ProgressBar label="Sealing" share={share} />
        </div>
      )}
      <Button
        look="primary"
        disabled={!ready || isLoading || !may || isChecking}
        onClick={() => void go()}
        className="mt-3.5 w-full justify-center py-2 font-semibold"
      >
        {isLoading ? 'Sealing…' : 'Seal and hand off'}
        {ready && <Kbd>{HANDOFF_KEYS.handOff.press}</Kbd>}
      </Button>
      <p className="mt-2 text-fine text-soft">
        {may
          ? 'Sealing closes these cards and makes their file. It can be reopened until it is delivered.'
          : 'A payroll specialist seals and hands off.'}
      </p>
    </>
  );
}
