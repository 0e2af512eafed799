import { bulkPreview } from '../features/corrections/asides.ts';
import { handoffCheck } from '../features/handoff/asides.ts';
import { layoutPreview } from '../features/layouts/asides.ts';
import { mappingPreview } from '../features/mapping/asides.ts';
import { printCardsAside } from '../features/printed-cards/asides.ts';
import { reportSaved, reportShown } from '../features/reports/asides.ts';
import type { AnswerAside, Aside, ReadContext } from '../http/aside.ts';

const ASIDES: ReadonlyMap<string, Aside> = new Map(
  [bulkPreview, handoffCheck, layoutPreview, mappingPreview, printCardsAside, reportShown, reportSaved].map(
    (one) => [one.name, one],
  ),
);

/** Answers in whichever thread this is called. */
export const answerHere =
  (context: ReadContext): AnswerAside =>
  async ({ name, who, asked }, report) => {
    const found = ASIDES.get(name);
    if (found === undefined) throw new Error(`${name} is not answered aside.`);
    return await found.bytes(context, who, asked, report);
  };
