import { useTakeListMutation } from '../../api/pay-codes.ts';
import { useMay } from '../../api/useMay.ts';
import { DropList } from '../../ui/form/DropList.tsx';
import { say } from '../../ui/notices/notices.ts';

/** Takes a list of codes, people or rates as a CSV file. */
export function TakeList({ what, columns }: { what: 'list' | 'people' | 'rates'; columns: string }) {
  const [take, { isLoading, error }] = useTakeListMutation();
  const may = useMay('map pay codes');
  if (!may) return null;
  return (
    <DropList
      title={what === 'rates' ? 'Take a list' : 'Take their list'}
      says={`A CSV file with the columns ${columns}.`}
      field="A list as CSV"
      isBusy={isLoading}
      error={error}
      onFile={async (file) => {
        const { data } = await take({ what, file });
        if (data !== undefined)
          say(
            `Taken: ${data.added} added, ${data.changed} changed, ${data.notInList} not in the list and kept.`,
          );
      }}
    />
  );
}
