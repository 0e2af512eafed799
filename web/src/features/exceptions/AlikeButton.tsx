import { EXCEPTIONS } from '@heath/core';
import type { OpenException } from '../../api/exceptions.ts';
import { useMay } from '../../api/useMay.ts';
import { Button } from '../../ui/controls/Button.tsx';
import { Select } from '../../ui/controls/Select.tsx';
import { useKey } from '../../ui/screen/keys.ts';
import { Kbd } from '../../ui/text/Kbd.tsx';
import { alike } from './alike.ts';
import { EXCEPTION_KEYS } from './keys.ts';

/** Up to how many minutes those of a kind are taken together: of early ins, those under ten. */
const UP_TO = [
  { value: '', name: 'however long' },
  ...[10, 20, 30, 60].map((minutes) => ({ value: String(minutes), name: `up to ${minutes} min` })),
];

/** Seconds of a number of minutes in an address; null where none of those that are offered stands there. */
export const minutesIn = (text: string | null): number | null =>
  text !== null && text !== '' && UP_TO.some(({ value }) => value === text) ? Number(text) * 60 : null;

const isMeasuredInTime = (kind: string): boolean =>
  EXCEPTIONS.some(({ name, measures }) => name === kind && measures === 'time');

/** Opens what would change if all that are alike were settled together. */
export function AlikeButton({
  kind,
  shown,
  upTo,
  onUpTo,
  onOpen,
}: {
  kind: string;
  shown: readonly OpenException[];
  upTo: number | null;
  onUpTo: (minutes: string | null) => void;
  onOpen: () => void;
}) {
  const together = alike(kind, shown, upTo);
  const may = useMay('correct');
  useKey(EXCEPTION_KEYS.alike, () => {
    if (may && together !== null) onOpen();
  });
  const offersLimit = isMeasuredInTime(kind) && shown.length > 1;
  if (!may) return null;
  return (
    <span className="ml-auto flex items-center gap-2">
      {offersLimit && (
        <Select
          label="Together"
          value={upTo === null ? '' : String(upTo / 60)}
          choices={UP_TO}
          onChoose={(minutes) => onUpTo(minutes === '' ? null : minutes)}
          className="w-32 border border-rule bg-field px-2 py-0.5 text-fine text-soft"
        />
      )}
      {together !== null && (
        <Button onClick={onOpen}>
          {together.name} <Kbd>{EXCEPTION_KEYS.alike.press}</Kbd>
        </Button>
      )}
    </span>
  );
}
