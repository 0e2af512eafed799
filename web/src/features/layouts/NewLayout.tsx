import type { Layout } from '@heath/core';
import { useState } from 'react';
import { problemOf } from '../../api/base.ts';
import { useAddLayoutMutation } from '../../api/layouts.ts';
import { say } from '../../ui/notices.ts';
import { useAddress } from '../../ui/useAddress.ts';
import { firstLayout } from './draft.ts';
import { LayoutEditor } from './LayoutEditor.tsx';

/** A layout that is not kept yet. */
export function NewLayout({ periodId, keep }: { periodId: number; keep: string }) {
  const [begin] = useState<Layout>(firstLayout);
  const [add, { isLoading, error }] = useAddLayoutMutation();
  const { go } = useAddress();
  return (
    <LayoutEditor
      latest={null}
      begin={begin}
      periodId={periodId}
      keep={keep}
      isSaving={isLoading}
      problem={error === undefined ? null : problemOf(error)}
      onKeep={async (says) => {
        const { data } = await add({ says });
        const made = data?.layouts.at(-1);
        if (made === undefined) return;
        say(`${says.name} is added.`);
        go({ show: `layout-${made.id}` });
      }}
    />
  );
}
