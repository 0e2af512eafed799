// @vitest-environment jsdom
import { screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it } from 'vitest';
import { type Asked, answering, ok, show } from '../../testing/app.tsx';
import { PERIODS, SPECIALIST, STRIP } from '../../testing/samples.ts';
import { HistoryPage } from './HistoryPage.tsx';

const AT = Date.UTC(2026, 9, 28, 14) / 1000;
const made = (id: number, name: string, more: object = {}) => ({
  id,
  kind: 'add',
  says: { at: AT, punchKind: 'out' },
  workday: '2026-10-28',
  punch: null,
  note: '',
  by: 'Odile Fell',
  madeAt: '2026-11-02T09:00:00Z',
  payableBeforeHours: 7_110_000,
  payableAfterHours: 7_200_000,
  undoes: null,
  undone: false,
  personId: 11,
  number: `MF-00${id}`,
  name,
  department: 'Deck',
  zone: 0,
  together: null,
  ...more,
});
const server =
  (corrections: object[]) =>
  ({ path }: Asked) => {
    if (path === '/session') return ok(SPECIALIST);
    if (path === '/periods') return ok(PERIODS);
    if (path.startsWith('/periods/2/strip')) return ok(STRIP);
    if (path === '/periods/2/history')
      return ok({
        zones: [{ zone: 'Europe/London', starts: [0], offsets: [0] }],
        corrections,
        isCut: false,
      });
    return undefined;
  };
const lines = () =>
  within(screen.getByRole('grid'))
    .getAllByRole('row')
    .slice(1)
    .map((row) => row.textContent ?? '');

describe('the history', () => {
  it('tells in words and hours what was done, and finds a person, a user, a word', async () => {
    answering(
      server([
        made(3, 'Aino Brook', { kind: 'undo', says: { undoes: 2 }, undoes: 2 }),
        made(2, 'Aino Brook', { undone: true, note: 'watch log' }),
        made(1, 'Calder Drum', { by: 'May Oakley' }),
      ]),
    );
    show(<HistoryPage />, '/history');
    expect(await screen.findByText(/Correction taken back/)).toBeDefined();
    expect(lines()).toHaveLength(3);
    expect(lines()[2]).toMatch(/May Oakley.*Calder Drum.*Out 14:00 added.*79\.00.*80\.00/);
    await userEvent.type(screen.getByLabelText('Filter the history'), 'watch');
    expect(lines()).toHaveLength(1);
    await userEvent.clear(screen.getByLabelText('Filter the history'));
    await userEvent.click(screen.getByRole('radio', { name: 'Still hold' }));
    expect(lines()).toHaveLength(1);
    expect(lines()[0]).toContain('Calder Drum');
    await userEvent.click(screen.getByRole('radio', { name: 'Taken back' }));
    expect(lines()[0]).toContain('watch log');
  });

  it('says so where nothing was corrected', async () => {
    answering(server([]));
    show(<HistoryPage />, '/history');
    expect(await screen.findByText('Nothing of this period was corrected.')).toBeDefined();
  });
});
