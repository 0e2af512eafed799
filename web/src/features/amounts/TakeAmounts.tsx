import { useTakeAmountsMutation } from '../../api/amounts.ts';
import { DropList } from '../../ui/form/DropList.tsx';
import { say } from '../../ui/notices.ts';

/** Takes a list of amounts as a CSV file. */
export function TakeAmounts({ periodId }: { periodId: number }) {
  const [take, { isLoading, error }] = useTakeAmountsMutation();
  return (
    <DropList
      title="Take a list"
      says="A CSV file with the columns number, day, what and amount, and job and note where it has them."
      field="A list as CSV"
      isBusy={isLoading}
      error={error}
      onFile={async (file) => {
        const { data } = await take({ periodId, file });
        if (data !== undefined) say('The amounts of the list are added.');
      }}
    />
  );
}
