import type { OwnWriting } from '@heath/contract';
import type { Writing } from '@heath/core';
import { once, type Write } from '../../database/answered.ts';
import type { Context } from '../../http/context.ts';
import { writingChoices } from '../../records/writing.ts';
import { somebody, type Who } from '../../rights/who.ts';
import { setCompanyWriting, setOwnWriting } from './store.ts';

type Given = Pick<Context, 'database' | 'clock'>;

/** Chooses how things are written for whoever asks; what `chosen` leaves out is as the company has it. */
export async function chooseWriting(
  context: Given,
  who: Who,
  write: Write | null,
  chosen: OwnWriting,
): Promise<void> {
  await once(context, who, write, async (tx, tell) => {
    const { own: before } = await writingChoices(tx, who);
    await setOwnWriting(tx, somebody(who), chosen);
    tell({ what: 'chosen', about: 'user', aboutId: somebody(who), pays: 'nobody', before, after: chosen });
    return null;
  });
}

/** Chooses how things are written for everybody who chose nothing themselves. */
export async function chooseCompanyWriting(
  context: Given,
  who: Who,
  write: Write | null,
  chosen: Writing,
): Promise<void> {
  await once(context, who, write, async (tx, tell) => {
    const { company: before } = await writingChoices(tx, who);
    await setCompanyWriting(tx, chosen);
    tell({ what: 'chosen', about: 'setting', aboutId: 0, pays: 'nobody', before, after: chosen });
    return null;
  });
}
