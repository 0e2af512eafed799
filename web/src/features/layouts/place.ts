import type { LayoutPreview } from '@heath/contract';
/** Which part of a layout a column stands in, and where. */
export interface ColumnPlace {
  readonly part: 'columns' | 'header' | 'trailer';
  readonly index: number;
}

/** What a layout makes of lines; that of the layout before its last change, until it is made anew. */
export interface ShownPreview extends LayoutPreview {
  readonly isOfBefore: boolean;
}
