import { Suspense } from 'react';
import { lazyPart } from '../../../ui/screen/part.ts';
import type { AddTime } from './subjects.ts';

const AddTimeForm = lazyPart(async () => (await import('./AddTimeForm.tsx')).AddTimeForm);

/** Where time is added by lines; fetched when somebody first does. */
export const AddTimePlace = (props: { periodId: number; of: AddTime; onClose: () => void }) => (
  <Suspense fallback={<main aria-busy="true" className="px-4.5 pt-3" />}>
    <AddTimeForm {...props} />
  </Suspense>
);
