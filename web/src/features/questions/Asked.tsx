import { isWaiting, type Question } from '@heath/contract';
import { useState } from 'react';
import { useRemindMutation, useWithdrawQuestionMutation } from '../../api/questions.ts';
import { problemOf } from '../../api/requests/base.ts';
import { Button } from '../../ui/controls/Button.tsx';
import { say } from '../../ui/notices/notices.ts';
import { moment } from '../../ui/text/format.ts';
import { says } from '../../ui/text/Says.tsx';
import { AnswerField } from './AnswerField.tsx';
import { OF_WHOM, standingOf } from './words.ts';

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
        <span className="text-soft" {...says(moment(asked.at))}>
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
