import type { AskedOf } from '@heath/contract';
import { useEffect, useRef, useState } from 'react';
import type { CardId } from '../../api/cards.ts';
import { useAskMutation } from '../../api/questions.ts';
import { problemOf } from '../../api/requests/base.ts';
import { useMayCorrect } from '../../api/useMay.ts';
import { Button } from '../../ui/controls/Button.tsx';
import { Select } from '../../ui/controls/Select.tsx';
import { useDraft } from '../../ui/form/useDraft.ts';
import { say } from '../../ui/notices/notices.ts';
import { useKey } from '../../ui/screen/keys.ts';
import { Kbd } from '../../ui/text/Kbd.tsx';
import { Asked } from './Asked.tsx';
import { QUESTION_KEYS } from './keys.ts';
import { useQuestionsOf } from './useQuestionsOf.ts';
import { OF_WHOM } from './words.ts';

/** What was asked about an exception and what came of it; and a way to ask. */
export function QuestionThread({ id, exception }: { id: CardId; exception: string }) {
  const questions = useQuestionsOf(id, exception);
  const may = useMayCorrect(id.personId);
  const [isAsking, setAsking] = useState(false);
  useKey(QUESTION_KEYS.ask, () => may && setAsking(true));
  return (
    <div className="mt-2.5 border-t border-faint pt-2 text-note" data-testid="questions">
      {questions.map((question) => (
        <Asked key={question.id} periodId={id.periodId} question={question} mayFollow={may} />
      ))}
      {isAsking ? (
        <AskForm id={id} exception={exception} onDone={() => setAsking(false)} />
      ) : (
        may && (
          <Button look="quiet" onClick={() => setAsking(true)}>
            Ask somebody&nbsp;<Kbd>{QUESTION_KEYS.ask.press}</Kbd>
          </Button>
        )
      )}
    </div>
  );
}

const EMPTY = { text: '' };
const WHOM = [
  { value: 'supervisor', name: 'the supervisor' },
  { value: 'person', name: 'the person' },
] as const satisfies readonly { readonly value: AskedOf; readonly name: string }[];

function AskForm({ id, exception, onDone }: { id: CardId; exception: string; onDone: () => void }) {
  const { draft, type, forget } = useDraft(`question ${id.personId} ${exception}`, EMPTY);
  const [of, setOf] = useState<AskedOf>('supervisor');
  const [ask, { isLoading, error }] = useAskMutation();
  const field = useRef<HTMLInputElement>(null);
  useEffect(() => field.current?.focus(), []);
  const text = draft.text.trim();
  const send = async () => {
    if (text === '' || isLoading) return;
    const { data } = await ask({ ...id, body: { exception, of, text } });
    if (data === undefined) return;
    forget();
    onDone();
    say(`Asked ${OF_WHOM[of]}.`);
  };
  return (
    <div>
      <div className="flex items-center gap-2">
        <Select
          label="Of whom"
          value={of}
          choices={WHOM}
          onChoose={setOf}
          className="w-36 border border-rule bg-field px-2 py-1 text-note"
        />
        <input
          ref={field}
          aria-label="What is asked"
          placeholder="What do you want to know?"
          value={draft.text}
          maxLength={500}
          onChange={(event) => type({ text: event.target.value })}
          onKeyDown={(event) => {
            if (event.key === 'Enter') void send();
            if (event.key === 'Escape') onDone();
          }}
          className="min-w-0 flex-1 rounded-control border border-rule bg-field px-2.5 py-1"
        />
        <Button look="primary" disabled={text === '' || isLoading} onClick={() => void send()}>
          Ask <Kbd>Enter</Kbd>
        </Button>
      </div>
      {error !== undefined && <p className="mt-1 text-ember">{problemOf(error).title}</p>}
    </div>
  );
}
