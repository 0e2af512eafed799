import { useState } from 'react';
import { useTakeAmountsMutation } from '../../api/amounts.ts';
import { problemOf } from '../../api/requests/base.ts';
import { Button } from '../../ui/controls/Button.tsx';
import { DropList } from '../../ui/form/DropList.tsx';
import { say } from '../../ui/notices/notices.ts';

/** Takes a list of amounts as a CSV file. One that is there already is added only when that is said. */
export function TakeAmounts({ periodId }: { periodId: number }) {
  const [take, { isLoading, error }] = useTakeAmountsMutation();
  const [last, setLast] = useState<File | null>(null);
  const go = async (file: File, again = false) => {
    setLast(file);
    const { data } = await take({ periodId, file, again });
    if (data !== undefined) say('The amounts of the list are added.');
  };
  const isKnown = error !== undefined && problemOf(error).type === 'known';
  return (
    <DropList
      title="Take a list"
      says="A CSV file with the columns number, day, what and amount, and job and note where it has them."
      field="A list as CSV"
      isBusy={isLoading}
      error={error}
      onFile={(file) => go(file)}
    >
      {isKnown && last !== null && (
        <Button className="mt-2" disabled={isLoading} onClick={() => void go(last, true)}>
          Add {last.name} again
        </Button>
      )}
    </DropList>
  );
}
