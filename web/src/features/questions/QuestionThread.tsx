import type { AskedOf } from '@heath/contract';
import { useState } from 'react';
import type { CardId } from '../../api/cards.ts';
import { useAskMutation } from '../../api/questions.ts';
import { useMayCorrect } from '../../api/useMay.ts';
import { Button } from '../../ui/controls/Button.tsx';
import { Select } from '../../ui/controls/Select.tsx';
import { say } from '../../ui/notices/notices.ts';
import { useKey } from '../../ui/screen/keys.ts';
import { Kbd } from '../../ui/text/Kbd.tsx';
import { Asked } from './Asked.tsx';
import { QUESTION_KEYS } from './keys.ts';
import { TextForm } from './TextForm.tsx';
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

const WHOM = [
  { value: 'supervisor', name: 'the supervisor' },
  { value: 'person', name: 'the person' },
] as const satisfies readonly { readonly value: AskedOf; readonly name: string }[];

function AskForm({ id, exception, onDone }: { id: CardId; exception: string; onDone: () => void }) {
  const [of, setOf] = useState<AskedOf>('supervisor');
  const [ask, { isLoading, error }] = useAskMutation();
  return (
    <TextForm
      draft={`question ${id.personId} ${exception}`}
      label="What is asked"
      placeholder="What do you want to know?"
      button={
        <>
          Ask <Kbd>Enter</Kbd>
        </>
      }
      look="primary"
      before={
        <Select
          label="Of whom"
          value={of}
          choices={WHOM}
          onChoose={setOf}
          className="w-36 border border-rule bg-field px-2 py-1 text-note"
        />
      }
      takesFocus
      isBusy={isLoading}
      error={error}
      onSend={async (text) => {
        const { data } = await ask({ ...id, body: { exception, of, text } });
        if (data !== undefined) say(`Asked ${OF_WHOM[of]}.`);
        return data !== undefined;
      }}
      onLeave={onDone}
    />
  );
}
