import { type AskedOf, isWaiting, type Question } from '@heath/contract';
import { useEffect, useRef, useState } from 'react';
import { problemOf } from '../../api/base.ts';
import type { CardId } from '../../api/cards.ts';
import { useAskMutation, useRemindMutation, useWithdrawQuestionMutation } from '../../api/questions.ts';
import { useMayCorrect } from '../../api/useMay.ts';
import { Button } from '../../ui/Button.tsx';
import { useDraft } from '../../ui/form/useDraft.ts';
import { moment } from '../../ui/format.ts';
import { Kbd } from '../../ui/Kbd.tsx';
import { useKey } from '../../ui/keys.ts';
import { say } from '../../ui/notices.ts';
import { Select } from '../../ui/Select.tsx';
import { AnswerField } from './AnswerField.tsx';
import { QUESTION_KEYS } from './keys.ts';
import { useQuestionsOf } from './useQuestionsOf.ts';
import { OF_WHOM, standingOf } from './words.ts';

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

/** One question, its answer, and what whoever waits for it can do. */
export function Asked({
  periodId,
  question,
  mayFollow,
}: {
  periodId: number;
  question: Question;
  /** Whoever looks may remind, and note what they were told. */
  mayFollow: boolean;
}) {
  const [remind] = useRemindMutation();
  const [withdraw] = useWithdrawQuestionMutation();
  const [isNoting, setNoting] = useState(false);
  const { id, asked, answer, of, isMine } = question;
  const waits = isWaiting(question);
  const told = async (what: ReturnType<typeof remind>, text: string) => {
    const { error } = await what;
    say(error === undefined ? text : problemOf(error).title);
  };
  return (
    <div className={`py-1 ${question.isWithdrawn ? 'opacity-70' : ''}`}>
      <p>
        <b className="font-semibold">{asked.by}</b> asked {OF_WHOM[of]}: “{asked.text}”{' '}
        <span className="text-soft" title={moment(asked.at)}>
          {standingOf(question)}
        </span>
      </p>
      {answer !== null && (
        <p className="border-l-2 border-heather pl-2">
          <b className="font-semibold">{answer.by}</b>: “{answer.text}”
        </p>
      )}
      {waits && (isMine || isNoting) && (
        <AnswerField periodId={periodId} question={question} onDone={() => setNoting(false)} />
      )}
      {waits && mayFollow && !isNoting && !isMine && (
        <p className="flex gap-1">
          <Button look="quiet" onClick={() => void told(remind({ periodId, id }), 'Reminded.')}>
            Remind
          </Button>
          <Button look="quiet" onClick={() => setNoting(true)}>
            Note the answer
          </Button>
          <Button look="quiet" onClick={() => void told(withdraw({ periodId, id }), 'Not asked any more.')}>
            Do not ask any more
          </Button>
        </p>
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
