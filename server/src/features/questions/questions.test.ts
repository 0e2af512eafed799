import { cardRows, isWaiting } from '@heath/contract';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { importFile } from '../../demo/acting.ts';
import type { Who } from '../../rights/who.ts';
import { bytes, type Company, freshCompany, generatedLines } from '../../testing/company.ts';
import { listCards, openCard } from '../cards/service.ts';
import { settle } from '../corrections/service.ts';
import { answerQuestion, ask, follow, listQuestions } from './service.ts';

let company: Company;
beforeAll(async () => {
  company = await freshCompany('questions');
  await importFile(company, 'clocks.csv', bytes(generatedLines().join('\n')));
  await company.work();
});
afterAll(() => company.close());

const list = async (who: Who = company.who) =>
  (await listQuestions(company, who, company.periodId)).questions;
const at = (id: number) => ({ periodId: company.periodId, id });

/** Somebody with something to settle whom a supervisor reaches. */
async function someone(supervisor: Who) {
  const rows = cardRows(await listCards(company, supervisor, company.periodId));
  const { personId } = rows.find(({ toSettle }) => toSettle > 0)!;
  const key = { periodId: company.periodId, personId };
  const exception = (await openCard(company, company.who, key)).exceptions.find(
    ({ severity }) => severity === 'holds up',
  )!;
  return { key, exception };
}

describe('a question', () => {
  it('waits in the list of whoever supervises the person, is answered once, and stays on the card', async () => {
    const piotr = await company.as('piotr');
    const { key, exception } = await someone(piotr);
    const asked = {
      exception: exception.key,
      of: 'supervisor',
      text: 'Did she leave with the boat?',
    } as const;
    const id = await ask(company, company.who, null, key, asked);
    const [hers] = await list();
    expect(hers).toMatchObject({
      id,
      personId: key.personId,
      exception: exception.key,
      workday: exception.workday,
      of: 'supervisor',
      asked: { text: asked.text, by: 'Odile Ravn', at: '2026-11-02T09:00:00Z' },
      daysAgo: 0,
      reminders: { count: 0, daysAgo: null },
      answer: null,
      isMine: false,
    });
    expect((await list(piotr))[0]).toMatchObject({ id, isMine: true });
    expect(await list(await company.as('maeve'))).toEqual([]);
    await follow(company, company.who, null, at(id), 'reminded');
    expect((await list(piotr))[0]).toMatchObject({ reminders: { count: 1, daysAgo: 0 } });
    await answerQuestion(company, piotr, null, at(id), { text: 'Yes, at 14:05.' });
    const [answered] = await list();
    expect(answered).toMatchObject({ answer: { text: 'Yes, at 14:05.', by: 'Piotr Hale' } });
    expect(isWaiting(answered!)).toBe(false);
    await expect(answerQuestion(company, company.who, null, at(id), { text: 'No.' })).rejects.toThrow(
      'Piotr Hale has answered this already.',
    );
    await expect(follow(company, company.who, null, at(id), 'reminded')).rejects.toThrow('answered');
  });

  it('of two who answer at one moment one is told that the other has', async () => {
    const piotr = await company.as('piotr');
    const { key, exception } = await someone(piotr);
    const asked = { exception: exception.key, of: 'supervisor', text: 'And the other day?' } as const;
    const id = await ask(company, company.who, null, key, asked);
    const both = await Promise.allSettled([
      answerQuestion(company, piotr, null, at(id), { text: 'Yes.' }),
      answerQuestion(company, company.who, null, at(id), { text: 'Told on the phone: no.' }),
    ]);
    expect(both.map(({ status }) => status).sort()).toEqual(['fulfilled', 'rejected']);
    const rejected = both.find(({ status }) => status === 'rejected') as PromiseRejectedResult;
    expect(String(rejected.reason)).toContain('has answered this already');
  });

  it('of the person is theirs alone to answer, beside whoever notes what they were told', async () => {
    const gaspar = await company.as('gaspar');
    const rows = cardRows(await listCards(company, company.who, company.periodId));
    const own = rows.find(({ personId }) => personId === gaspar.personId)!;
    const key = { periodId: company.periodId, personId: own.personId };
    const { exceptions } = await openCard(company, company.who, key);
    const exception = exceptions.find(({ severity }) => severity !== 'note');
    if (exception === undefined) {
      // Nothing is open on it: then there is nothing to ask about.
      const nothing = { exception: 'missing-out:1', of: 'person', text: 'When?' } as const;
      await expect(ask(company, company.who, null, key, nothing)).rejects.toThrow('nothing left to settle');
      return;
    }
    const asked = { exception: exception.key, of: 'person', text: 'When did you leave?' } as const;
    const id = await ask(company, company.who, null, key, asked);
    expect((await list(gaspar))[0]).toMatchObject({ id, isMine: true });
    await answerQuestion(company, gaspar, null, at(id), { text: 'At six.' });
  });

  it('is withdrawn, and refused where nothing is open or nobody reaches', async () => {
    const piotr = await company.as('piotr');
    const { key, exception } = await someone(piotr);
    const asked = { exception: exception.key, of: 'supervisor', text: 'When?' } as const;
    const id = await ask(company, company.who, null, key, asked);
    const rhona = await company.as('rhona');
    await expect(answerQuestion(company, rhona, null, at(id), { text: 'x' })).rejects.toThrow('no such');
    await follow(company, company.who, null, at(id), 'withdrawn');
    expect((await list())[0]).toMatchObject({ isWithdrawn: true });
    await expect(answerQuestion(company, piotr, null, at(id), { text: 'x' })).rejects.toThrow(
      'does not ask this any more',
    );
    const again = await ask(company, company.who, null, key, asked);
    expect((await list())[0]).toMatchObject({ id: again, isSettled: false });
    await settle(company, null, company.who, key, {
      exception: exception.key,
      at: exception.proposals[0]?.at ?? exception.at + 8 * 3600,
      note: '',
    });
    // Nobody waits for what is settled.
    const [settled] = await list();
    expect([settled!.id, settled!.isSettled, isWaiting(settled!)]).toEqual([again, true, false]);
    await expect(ask(company, company.who, null, key, asked)).rejects.toThrow('nothing left to settle');
  });
});
