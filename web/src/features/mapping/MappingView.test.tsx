// @vitest-environment jsdom
import type { MappingPreview, MappingReply } from '@heath/contract';
import { type MappingRule, workdayFromIso } from '@heath/core';
import { screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it } from 'vitest';
import { type Asked, answering, ok, show } from '../../testing/app.tsx';
import { SPECIALIST } from '../../testing/samples.ts';
import { MappingView } from './MappingView.tsx';

const HOUR = 90_000;
const rule = (name: string, when: MappingRule['when'], code: string): MappingRule => ({
  name,
  firstDay: null,
  lastDay: null,
  when,
  code,
});
const PERIOD = {
  id: 2,
  firstDay: workdayFromIso('2026-10-19'),
  lastDay: workdayFromIso('2026-11-01'),
  sealed: false,
  groups: ['Afloat', 'Ashore', 'Night'],
};
let kept: MappingReply;
const preview = (rules: readonly MappingRule[]): MappingPreview => ({
  rules: rules.map((_, i) => ({
    lines: i === 0 ? 3 : 0,
    hours: i === 0 ? 4 * HOUR : 0,
    taken: i === 1 ? [{ by: 0, lines: 3 }] : [],
    shadowedBy: i === 2 ? 0 : null,
  })),
  catchAll: {
    lines: 1,
    hours: HOUR,
    what: [
      {
        what: 'Night premium, no job',
        classId: 'premium:Night',
        from: null,
        to: null,
        lines: 1,
        hours: HOUR,
      },
    ],
  },
  changes: [
    { what: 'Double, Storm duty', classId: 'overtime-2', from: '220', to: '780', lines: 3, hours: 4 * HOUR },
  ],
});
beforeEach(() => {
  kept = {
    id: 5,
    rules: [
      rule('Storm', { multipliers: [2], jobs: ['storm-duty'] }, '780'),
      rule('', { multipliers: [2] }, '220'),
      rule('Never', { multipliers: [2], jobs: ['storm-duty'] }, '110'),
    ],
    madeBy: 'Odile Fell',
    madeAt: '2026-11-02T09:00:00Z',
    names: {
      premiums: [{ code: 'Night', name: 'Night' }],
      leave: [],
      guarantees: [],
      adjustments: [],
      amounts: [],
      multipliers: [1, 1.5, 2],
      jobs: [{ id: 1, code: 'storm-duty', name: 'Storm duty', type: 'storm' }],
      jobTypes: [{ code: 'storm', name: 'storm' }],
      departments: [],
      sites: [],
      costCenters: [],
      groups: [],
    },
    codes: [
      { code: '110', name: 'Ordinary', kind: 'hours', multiplier: 1 },
      { code: '220', name: 'Double', kind: 'hours', multiplier: 2 },
      { code: '780', name: 'Storm', kind: 'hours', multiplier: 2 },
      { code: '340', name: 'Night premium', kind: 'premium', multiplier: 0.25 },
    ],
  };
});
const server = ({ method, path, body }: Asked) => {
  if (path === '/session') return ok(SPECIALIST);
  if (path === '/mapping' && method === 'PUT') {
    const { basedOn, rules } = body as { basedOn: number; rules: MappingRule[] };
    if (basedOn !== kept.id)
      return {
        status: 409,
        body: { type: 'stale', title: 'Marek changed the mapping meanwhile.', status: 409 },
      };
    kept = { ...kept, id: basedOn + 1, rules };
  }
  if (path.startsWith('/mapping')) return ok(kept);
  return path === '/periods/2/mapping/preview'
    ? ok(preview((body as { rules: MappingRule[] }).rules))
    : undefined;
};
const user = userEvent.setup();
async function open() {
  const asked = answering(server);
  show(<MappingView period={PERIOD} keep="Ctrl S" show="rules" />);
  await screen.findByRole('heading', { name: 'To pay codes' });
  return asked;
}
const puts = (asked: readonly Asked[]) =>
  asked.filter(({ method }) => method === 'PUT').map(({ body }) => body);
const rows = () =>
  within(screen.getByRole('list', { name: 'Rules' }))
    .getAllByRole('listitem')
    .map((row) => row.textContent);

describe('the mapping', () => {
  it('is read as a table: what each rule catches, what it is kept from, what never decides, and the catch-all', async () => {
    await open();
    await waitFor(() => expect(rows()[0]).toContain('4.00'));
    expect(rows()[0]).toMatch(/1Stormdouble · Storm duty.*7803/);
    expect(rows()[1]).toContain('All it holds for is decided before: 3 by rule 1.');
    expect(rows()[2]).toContain('Never decides: rule 1 holds whenever this one does.');
    expect(screen.getByRole('region', { name: 'Catch-all' }).textContent).toContain('1.00 h in 1 line');
    expect(screen.getByRole('region', { name: 'Catch-all' }).textContent).toContain('Night premium, no job');
  });

  it('begins a rule from lines that nobody caught: for their class, under a code that pays it, after all others', async () => {
    await open();
    const caught = await screen.findByRole('region', { name: 'Catch-all' });
    await waitFor(() => expect(caught.textContent).toContain('Night premium'));
    await user.click(within(caught).getByRole('button', { name: 'Decide' }));
    await waitFor(() => expect(rows()).toHaveLength(4));
    expect(rows()[3]).toMatch(/4Night premium.*340/);
  });

  it('is put in another order by keys, shows what would change, is kept by its key and taken back by undo', async () => {
    const asked = await open();
    await waitFor(() => expect(rows()[0]).toContain('4.00'));
    await user.keyboard('j{Shift>}{ArrowUp}{/Shift}');
    await waitFor(() => expect(rows()[0]).toContain('220'));
    expect((await screen.findByRole('region', { name: 'What would change' })).textContent).toContain(
      '220 → 780',
    );
    await user.keyboard('{Control>}s{/Control}');
    await waitFor(() => expect(puts(asked)).toHaveLength(1));
    expect((puts(asked)[0] as { rules: MappingRule[] }).rules.map(({ code }) => code)).toEqual([
      '220',
      '780',
      '110',
    ]);
    await user.click(await screen.findByRole('button', { name: /^Undo/ }));
    await waitFor(() => expect(puts(asked)).toHaveLength(2));
    expect(puts(asked)[1]).toMatchObject({
      basedOn: 6,
      rules: [{ code: '780' }, { code: '220' }, { code: '110' }],
    });
  });

  it('takes a rule that is added, changed and taken away, and sends nothing before it is kept', async () => {
    const asked = await open();
    await waitFor(() => expect(rows()[0]).toContain('4.00'));
    await user.keyboard('n');
    await waitFor(() => expect(rows()).toHaveLength(4));
    await user.click(screen.getByRole('button', { name: /^Premium/ }));
    await user.click(await screen.findByRole('menuitemcheckbox', { name: 'Night' }));
    await user.keyboard('{Escape}');
    await waitFor(() => expect(rows()[0]).toContain('ordinary · Night'));
    await user.click(screen.getByRole('button', { name: 'Take this rule away' }));
    await waitFor(() => expect(rows()).toHaveLength(3));
    expect(puts(asked)).toEqual([]);
  });

  it('says that somebody else changed it, and keeps what was typed', async () => {
    await open();
    await waitFor(() => expect(rows()[0]).toContain('4.00'));
    kept = { ...kept, id: 9 };
    await user.keyboard('{Shift>}{ArrowDown}{/Shift}');
    await user.keyboard('{Control>}s{/Control}');
    expect((await screen.findByRole('alert')).textContent).toContain('Marek changed the mapping');
    expect(rows()[1]).toContain('Storm duty');
  });
});
