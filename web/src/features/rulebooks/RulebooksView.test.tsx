// @vitest-environment jsdom
import type { RulebooksReply } from '@heath/contract';
import { workdayFromIso, workdayToIso } from '@heath/core';
import { screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it } from 'vitest';
import { type Asked, answering, ok, show } from '../../testing/app.tsx';
import { dropOn, fileOf } from '../../testing/files.ts';
import { SPECIALIST } from '../../testing/samples.ts';
import { RulebooksView, rowsOf } from './RulebooksView.tsx';

const day = workdayFromIso;
const TODAY = day('2026-11-01');
const reply = (...firstDays: readonly string[]) => ({
  rulebooks: [
    {
      id: 3,
      name: 'Harbor agreement',
      groups: ['Afloat', 'Night'],
      editions: firstDays.map((firstDay, i) => ({ edition: i + 1, firstDay })),
    },
  ],
});
const user = userEvent.setup();
const drop = (name: string, text: string) =>
  dropOn(screen.getByLabelText('Rules as JSON'), fileOf(name, text));

describe('editions of a rulebook', () => {
  it('hold until the next begins, whatever came first; of two that begin on one day the later holds', () => {
    const { rulebooks } = reply('2026-07-27', '2026-11-02', '2026-10-05', '2026-10-05');
    const read = rulebooks.map(({ editions, ...one }) => ({
      ...one,
      editions: editions.map(({ edition, firstDay }) => ({ edition, firstDay: day(firstDay) })),
    }));
    const rows = rowsOf({ rulebooks: read } satisfies RulebooksReply);
    expect(
      rows.map(({ edition, nextFrom }) => [edition, nextFrom === null ? null : workdayToIso(nextFrom)]),
    ).toEqual([
      [2, null],
      [4, '2026-11-02'],
      [3, '2026-10-05'],
      [1, '2026-10-05'],
    ]);
  });

  it('come from a file and a day; what is wrong with the rules is said with its place, and what was typed stays', async () => {
    let refused = 0;
    const asked = answering(({ method, path }: Asked) => {
      if (path === '/session') return ok(SPECIALIST);
      if (path === '/rulebooks') return ok(reply('2026-07-27'));
      if (method !== 'POST') return undefined;
      return ++refused === 1
        ? {
            status: 422,
            body: { type: 'invalid', title: 'There is no such field here.', field: 'rules.overtme' },
          }
        : ok(reply('2026-07-27', '2026-10-26'));
    });
    show(<RulebooksView today={TODAY} />);
    const add = await screen.findByRole('button', { name: 'Add the edition' });
    drop('list.json', '[1]');
    await screen.findByText('list.json is no rulebook: one is a JSON object.');
    drop('rules.txt', 'name: Harbor');
    await screen.findByText(/^rules\.txt is not JSON/);
    await user.type(screen.getByLabelText('Holds from'), '26 oct');
    expect(add).toHaveProperty('disabled', true);
    drop('harbor.json', '{"name":"Harbor"}');
    await screen.findByText('harbor.json');
    await user.click(add);
    await screen.findByText('rules.overtme: There is no such field here.');
    await user.click(add);
    await screen.findByText(/^Harbor agreement has an edition 2 from Mon 26 Oct 2026 on/);
    const posted = asked.filter(({ method }) => method === 'POST');
    expect(posted.map(({ path, body }) => [path, body])).toEqual(
      Array(2).fill(['/rulebooks/3/editions', { firstDay: '2026-10-26', rules: { name: 'Harbor' } }]),
    );
    expect(screen.getByLabelText('Holds from')).toHaveProperty('value', '');
  });
});
