import type { StoredPreview } from '@heath/contract';

/** What the first rows of a file show; or, in words for people, why it cannot be read. */
export type Inspected =
  | {
      readonly format: 'csv' | 'xlsx';
      readonly header: readonly string[];
      readonly preview: StoredPreview;
    }
  | { readonly unreadable: string };
