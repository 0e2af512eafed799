import type { BatchDetail, Delivery } from '@heath/contract';
import { parseRanges, writeRanges } from '@heath/core';
import { useState } from 'react';
import { useAskPaySystemMutation, usePaySystemQuery, useStateBatchMutation } from '../../api/handoff.ts';
import { problemOf } from '../../api/requests/base.ts';
import { useMay } from '../../api/useMay.ts';
import { Button } from '../../ui/controls/Button.tsx';
import { Radio } from '../../ui/controls/Radio.tsx';
import { Notice } from '../../ui/notices/Notice.tsx';
import { say } from '../../ui/notices/notices.ts';
import { useKey } from '../../ui/screen/keys.ts';
import { Kbd } from '../../ui/text/Kbd.tsx';
import { HANDOFF_KEYS } from './keys.ts';
import { ANSWERS } from './words.ts';

/** States in which a batch can have been sent from elsewhere: before an older backup was put back. */
const ELSEWHERE = ['sealed', 'refused', 'not taken', 'in part'];

/** What to do about a batch of which nobody knows whether the pay system has it: ask again, or say what somebody found out. */
export function InDoubt({ detail: { batch, deliveries } }: { detail: BatchDetail }) {
  const may = useMay('hand off');
  const [ask, asking] = useAskPaySystemMutation();
  const { data: paySystem } = usePaySystemQuery();
  const isDoubt = batch.state === 'in doubt' || batch.state === 'gave up';
  const isElsewhere = (paySystem?.unmatched.length ?? 0) > 0 && ELSEWHERE.includes(batch.state);
  const doubt = deliveries[0]?.doubt ?? null;
  const mayAsk = may && isDoubt && doubt === null && !asking.isLoading;
  const askNow = async () => {
    if (!mayAsk) return;
    const { data } = await ask(batch.id);
    if (data !== undefined) say('The pay system was asked.');
  };
  useKey(HANDOFF_KEYS.ask, () => void askNow());
  if (!may || (!isDoubt && !isElsewhere)) return null;
  return (
    <section aria-label="What the pay system has" className="mt-5 border-t border-rule pt-3">
      <h3 className="font-semibold">{isElsewhere ? 'Sent before?' : 'What does the pay system have?'}</h3>
      <p className="text-note text-soft">{wordsFor(batch.state, doubt, isElsewhere)}</p>
      {doubt !== null && <Versions doubt={doubt} />}
      {asking.error !== undefined && (
        <div className="mt-2">
          <Notice>{problemOf(asking.error).title}</Notice>
        </div>
      )}
      {isDoubt && doubt === null && (
        <Button
          disabled={!mayAsk}
          onClick={() => void askNow()}
          className="mt-2 w-full justify-center py-1.5"
        >
          {asking.isLoading ? 'Asking…' : 'Ask the pay system'}
          <Kbd>{HANDOFF_KEYS.ask.press}</Kbd>
        </Button>
      )}
      <StateIt key={batch.id} id={batch.id} number={batch.number} doubt={doubt} />
    </section>
  );
}

function wordsFor(state: string, doubt: Delivery['doubt'], isElsewhere: boolean): string {
  if (isElsewhere)
    return 'The pay system has handoffs that this Heath does not know. Where one of them is this batch, say what the pay system has of it: then nothing is sent twice.';
  if (doubt !== null)
    return 'Its answer contradicts itself. Until somebody finds out what it has, the batch is neither sent again nor declared void.';
  return state === 'gave up'
    ? 'It could not be reached, so nothing was sent. Deliver again when it answers, or ask it before this batch is declared void.'
    : 'No answer came, so it may have this batch. Until it says so, the batch is neither sent again nor declared void.';
}

/** What it says of the whole file beside what it says of single lines. */
function Versions({ doubt }: { doubt: NonNullable<Delivery['doubt']> }) {
  return (
    <dl aria-label="Its answer" className="mt-2 border-y border-faint py-1.5 text-note">
      <dt className="text-soft">Of the whole file</dt>
      <dd>
        <b className="font-semibold">{ANSWERS[doubt.status]}</b> {doubt.says}
      </dd>
      <dt className="mt-1 text-soft">Of single lines</dt>
      <dd>
        {doubt.refused.length === 0
          ? 'Nothing.'
          : `${doubt.refused.length.toLocaleString('en')} refused: they stand beside this, with its reasons.`}
      </dd>
      <dt className="mt-1 text-soft">So</dt>
      {doubt.why.map((sentence) => (
        <dd key={sentence}>{sentence}</dd>
      ))}
    </dl>
  );
}

const HAS = [
  { value: 'all', name: 'All of it' },
  { value: 'none', name: 'Nothing of it' },
  { value: 'these', name: 'These lines' },
] as const;

/** The lines that are not refused in an answer in doubt: most often those are there. */
function likelyLines(doubt: Delivery['doubt']): string {
  if (doubt === null) return '';
  const refused = new Set(doubt.refused.map(({ line }) => line));
  return writeRanges([...(parseRanges(doubt.lines) ?? [])].filter((line) => !refused.has(line)));
}

function StateIt({ id, number, doubt }: { id: number; number: number; doubt: Delivery['doubt'] }) {
  const [state, { isLoading, error }] = useStateBatchMutation();
  const [has, setHas] = useState<(typeof HAS)[number]['value'] | null>(null);
  const [lines, setLines] = useState(() => likelyLines(doubt));
  const [reason, setReason] = useState('');
  const isReadable = has !== 'these' || parseRanges(lines) !== null;
  const isReady = has !== null && isReadable && reason.trim().length >= 3 && !isLoading;
  const go = async () => {
    if (has === null || !isReady) return;
    const { data } = await state({ id, has, lines: has === 'these' ? lines : '', reason });
    if (data !== undefined) say(`What the pay system has of handoff ${number} is kept.`);
  };
  return (
    <form
      aria-label="State what it has"
      className="mt-3"
      onSubmit={(event) => {
        event.preventDefault();
        void go();
      }}
    >
      <p className="mb-1 text-note">Say what somebody found out. It has</p>
      <Radio label="It has" value={has} choices={HAS} onChoose={setHas} />
      {has === 'these' && (
        <label className="mt-2 block text-note">
          Lines of the file that it has
          <input
            value={lines}
            placeholder="1-40, 42"
            aria-invalid={!isReadable}
            onChange={(event) => setLines(event.target.value)}
            className="mt-0.5 w-full rounded-control border border-rule bg-field px-2 py-0.5"
          />
          {!isReadable && <span className="text-ember">Write them like 1-40, 42.</span>}
        </label>
      )}
      {error !== undefined && (
        <div className="mt-2">
          <Notice>{problemOf(error).title}</Notice>
        </div>
      )}
      <div className="mt-2 flex gap-2">
        <input
          aria-label="How it was found out"
          placeholder="How you know"
          value={reason}
          maxLength={300}
          onChange={(event) => setReason(event.target.value)}
          className="min-w-0 flex-1 rounded-control border border-rule bg-field px-2 py-0.5 text-note"
        />
        <Button type="submit" disabled={!isReady}>
          State it
        </Button>
      </div>
    </form>
  );
}
