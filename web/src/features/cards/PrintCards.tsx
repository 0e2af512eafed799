import type { CardRow, PrintCardsRequest } from '@heath/contract';
import { Printer } from 'lucide-react';
import { useState } from 'react';
import { printedCardsPath, usePrintCardsMutation } from '../../api/printed-cards.ts';
import { problemOf } from '../../api/requests/base.ts';
import { hearProgress } from '../../api/requests/progress.ts';
import { Button } from '../../ui/controls/Button.tsx';
import { ProgressBar } from '../../ui/notices/Progress.tsx';
import { useKey } from '../../ui/screen/keys.ts';
import { Kbd } from '../../ui/text/Kbd.tsx';
import { CARD_KEYS } from './keys.ts';

/** Prints the cards in the list for signing, a page each in one PDF, and saves it when it is made. */
export function PrintCards({
  periodId,
  rows,
  isWhole,
}: {
  periodId: number;
  rows: readonly CardRow[];
  /** The list holds everybody: the server need not be told whom. */
  isWhole: boolean;
}) {
  const [print, { data, error, isLoading }] = usePrintCardsMutation();
  const [share, setShare] = useState<number | null>(null);
  const many = `${rows.length.toLocaleString('en')} ${rows.length === 1 ? 'card' : 'cards'}`;
  const act = async () => {
    if (isLoading || rows.length === 0) return;
    const body: PrintCardsRequest = isWhole ? {} : { people: rows.map(({ personId }) => personId) };
    setShare(null);
    hearProgress(body, setShare);
    const made = await print({ periodId, body });
    if (made.data !== undefined) save(printedCardsPath(made.data.file));
  };
  useKey(CARD_KEYS.print, () => void act());
  return (
    <footer className="border-t border-rule px-5 py-1.5 text-note">
      {isLoading ? (
        <>
          <span className="text-soft">
            Printing {many}… {share === null ? '' : `${Math.round(share * 100)} %`}
          </span>
          <ProgressBar label={`Printing ${many}`} share={share} />
        </>
      ) : (
        <Button look="quiet" className="-ml-3 py-0.5" disabled={rows.length === 0} onClick={() => void act()}>
          <Printer size={14} className="mr-1.5 inline" aria-hidden="true" /> Print {many}{' '}
          <Kbd>{CARD_KEYS.print.press}</Kbd>
        </Button>
      )}
      {error !== undefined && <p className="text-ember">{problemOf(error).title}</p>}
      {data !== undefined && !isLoading && (
        <p className="text-soft">
          Printed {data.cards.toLocaleString('en')}.{' '}
          <a className="text-heather underline" href={printedCardsPath(data.file)} download={data.name}>
            Save it again
          </a>
        </p>
      )}
    </footer>
  );
}

/** Saves what stands at an address as a file. */
function save(path: string): void {
  const link = document.createElement('a');
  link.href = path;
  link.download = '';
  link.click();
}
