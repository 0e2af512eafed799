import type { Question } from '@heath/contract';
import { useAnswerQuestionMutation } from '../../api/questions.ts';
import { say } from '../../ui/notices/notices.ts';
import { TextForm } from './TextForm.tsx';

/** The answer to a question, as it is typed. */
export function AnswerField({
  periodId,
  question: { id },
  onDone,
}: {
  periodId: number;
  question: Question;
  onDone: () => void;
}) {
  const [answer, { isLoading, error }] = useAnswerQuestionMutation();
  return (
    <TextForm
      draft={`answer ${id}`}
      label="The answer"
      button="Answer"
      isBusy={isLoading}
      error={error}
      onSend={async (text) => {
        const { data } = await answer({ periodId, id, text });
        if (data !== undefined) say('Answered.');
        return data !== undefined;
      }}
      onLeave={onDone}
    />
  );
}
