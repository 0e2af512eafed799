import type { Layout } from '@heath/core';
import { useState } from 'react';
import {
  useChangeLayoutMutation,
  useLayoutsQuery,
  useRemoveLayoutMutation,
  useUseLayoutMutation,
} from '../../api/layouts.ts';
import { problemOf } from '../../api/requests/base.ts';
import { useMay } from '../../api/useMay.ts';
import { Button } from '../../ui/controls/Button.tsx';
import { NotYet } from '../../ui/notices/NotYet.tsx';
import { type Done, say, sayDone } from '../../ui/notices/notices.ts';
import { useAddress } from '../../ui/screen/useAddress.ts';
import { LayoutEditor } from './LayoutEditor.tsx';

/** A layout as it is kept, to be changed: its columns, how the whole file is written, and the real lines in it. */
export function LayoutView({ id, periodId, keep }: { id: number; periodId: number; keep: string }) {
  const { data, error, refetch } = useLayoutsQuery();
  const [change, changing] = useChangeLayoutMutation();
  const found = data?.layouts.find((one) => one.id === id);
  if (found === undefined)
    return (
      <NotYet
        what="the layout"
        error={
          data === undefined ? error : { status: 404, data: { title: 'There is no such layout any more.' } }
        }
        again={() => void refetch()}
      />
    );
  const to = async (says: Layout, version: number, before: Layout): Promise<Done | null> => {
    const result = await change({ id, says, version });
    if (result.error) return null;
    return { text: `${says.name} is kept`, undo: () => to(before, version + 1, says) };
  };
  return (
    <LayoutEditor
      latest={found}
      begin={found.says}
      periodId={periodId}
      keep={keep}
      isSaving={changing.isLoading}
      problem={changing.error === undefined ? null : problemOf(changing.error)}
      onKeep={async (says, version) => {
        const done = await to(says, version, found.says);
        if (done !== null) sayDone(done);
      }}
    >
      <Ways id={id} isInUse={found.isInUse} name={found.says.name} />
    </LayoutEditor>
  );
}

function Ways({ id, isInUse, name }: { id: number; isInUse: boolean; name: string }) {
  const { go } = useAddress();
  const [use, using] = useUseLayoutMutation();
  const [remove, removing] = useRemoveLayoutMutation();
  const [isSure, setSure] = useState(false);
  const may = useMay('map pay codes');
  if (isInUse) return <p className="text-note text-soft">Handoffs are made in this layout.</p>;
  if (!may) return null;
  const takeAway = async () => {
    if (!isSure) return setSure(true);
    const result = await remove(id);
    if (result.error) return say(problemOf(result.error).title);
    go({ show: null });
    say(`${name} is taken away. Batches keep the layout that they were sealed in.`);
  };
  return (
    <div className="flex flex-wrap gap-2">
      <Button
        disabled={using.isLoading}
        onClick={async () => {
          const result = await use(id);
          say(result.error ? problemOf(result.error).title : `Handoffs are made in ${name} from now on.`);
        }}
      >
        Use for handoffs
      </Button>
      <Button disabled={removing.isLoading} onClick={() => void takeAway()}>
        {isSure ? 'Really take it away' : 'Take away'}
      </Button>
    </div>
  );
}
