import { useState } from 'react';
import { useExplainMutation, usePaySystemQuery } from '../../api/handoff.ts';
import { problemOf } from '../../api/requests/base.ts';
import { useMay } from '../../api/useMay.ts';
import { Button } from '../../ui/controls/Button.tsx';
import { Notice } from '../../ui/notices/Notice.tsx';
import { say } from '../../ui/notices/notices.ts';
import { moment, quantityText } from '../../ui/text/format.ts';

/** Handoffs that the pay system has and this Heath does not know: they hold up every delivery until somebody says what they are. */
export function Unmatched() {
  const { data } = usePaySystemQuery();
  const [explain, { isLoading, error }] = useExplainMutation();
  const may = useMay('hand off');
  const [reason, setReason] = useState('');
  if (data === undefined || data.unmatched.length === 0) return null;
  const isWhy = reason.trim().length >= 3;
  const go = async () => {
    const keys = data.unmatched.map(({ key }) => key);
    const result = await explain({ keys, reason });
    if (result.data === undefined) return;
    setReason('');
    say('Kept. Batches can be delivered again.');
  };
  return (
    <section aria-label="What the pay system has besides" className="mb-4">
      <Notice>
        <b className="font-semibold">Nothing is delivered until this is explained.</b> The pay system has what
        this Heath does not know, as after an older backup was put back. Seal what it is of, say there what
        the pay system has, and then say here what it was.
      </Notice>
      <ul className="mt-1 text-note">
        {data.unmatched.map(({ key, name, receivedAt, lines, hours, isUnknown }) => (
          <li key={key} className="flex justify-between gap-3 border-b border-faint py-1">
            <span className="min-w-0 truncate">
              {name === '' ? key : name}
              <span className="text-soft">
                {' '}
                · {moment(receivedAt)} · {isUnknown ? 'not known here' : 'other lines are known here'}
              </span>
            </span>
            <span className="whitespace-nowrap">
              {lines.toLocaleString('en')} lines, figures of {quantityText(hours)} in all
            </span>
          </li>
        ))}
      </ul>
      {error !== undefined && <Notice>{problemOf(error).title}</Notice>}
      {may && (
        <div className="mt-2 flex gap-2">
          <input
            aria-label="What they are"
            placeholder="What they are, and why deliveries may go on"
            value={reason}
            maxLength={300}
            onChange={(event) => setReason(event.target.value)}
            onKeyDown={(event) => {
              if (event.key === 'Enter' && isWhy) void go();
            }}
            className="min-w-0 flex-1 rounded-control border border-rule bg-field px-2 py-0.5 text-note"
          />
          <Button disabled={!isWhy || isLoading} onClick={() => void go()}>
            Explain
          </Button>
        </div>
      )}
    </section>
  );
}
