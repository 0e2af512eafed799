import type { Question } from '@heath/contract';
import { useAnswerQuestionMutation } from '../../api/questions.ts';
import { problemOf } from '../../api/requests/base.ts';
import { Button } from '../../ui/controls/Button.tsx';
import { useDraft } from '../../ui/form/useDraft.ts';
import { say } from '../../ui/notices/notices.ts';

const EMPTY = { text: '' };

/** The answer to a question, as it is typed; there again after a reload. */
export function AnswerField({
  periodId,
  question: { id },
  onDone,
}: {
  periodId: number;
  question: Question;
  onDone: () => void;
}) {
  const { draft, type, forget } = useDraft(`answer ${id}`, EMPTY);
  const [answer, { isLoading, error }] = useAnswerQuestionMutation();
  const text = draft.text.trim();
  const send = async () => {
    if (text === '' || isLoading) return;
    const { data } = await answer({ periodId, id, text });
    if (data === undefined) return;
    forget();
    onDone();
    say('Answered.');
  };
  return (
    <div className="mt-1">
      <div className="flex items-center gap-2">
        <input
          aria-label="The answer"
          placeholder="The answer"
          value={draft.text}
          maxLength={500}
          onChange={(event) => type({ text: event.target.value })}
          onKeyDown={(event) => {
            if (event.key === 'Enter') void send();
            if (event.key === 'Escape') onDone();
          }}
          className="min-w-0 flex-1 rounded-control border border-rule bg-field px-2.5 py-1 text-note"
        />
        <Button disabled={text === '' || isLoading} onClick={() => void send()}>
          Answer
        </Button>
      </div>
      {error !== undefined && <p className="mt-1 text-note text-ember">{problemOf(error).title}</p>}
    </div>
  );
}
