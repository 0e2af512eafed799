// @vitest-environment jsdom
import { render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it, vi } from 'vitest';
import '../../testing/app.tsx';
import type { Column } from './columns.ts';
import { Table } from './Table.tsx';

interface Line {
  readonly id: string;
  readonly name: string;
  readonly place: string;
  readonly hours: number | null;
}
const ROWS: readonly Line[] = [
  { id: 'a', name: 'Aino', place: 'Stores', hours: 8.5 },
  { id: 'b', name: 'Brook', place: 'Deck', hours: 10 },
  { id: 'c', name: 'Calder', place: 'Stores', hours: null },
  { id: 'd', name: 'Drum 10', place: 'Deck', hours: 9 },
  { id: 'e', name: 'Drum 9', place: 'Deck', hours: 9 },
];
const COLUMNS: readonly Column<Line>[] = [
  { id: 'name', name: 'Name', value: ({ name }) => name, room: 20, grows: true },
  { id: 'place', name: 'Place', value: ({ place }) => place, room: 20 },
  {
    id: 'hours',
    name: 'Hours',
    value: ({ hours }) => hours,
    text: ({ hours }) => (hours === null ? '' : hours.toFixed(2)),
    sum: (rows) => rows.reduce((sum, { hours }) => sum + (hours ?? 0), 0).toFixed(2),
    isFigure: true,
    room: 20,
  },
];
const onPicked = vi.fn();
const onOpen = vi.fn();
const table = (more: Partial<Parameters<typeof Table<Line>>[0]> = {}) =>
  render(
    <Table
      id="samples"
      name="Samples"
      columns={COLUMNS}
      rows={ROWS}
      idOf={({ id }) => id}
      height="rows"
      empty="None."
      onPicked={onPicked}
      onOpen={onOpen}
      {...more}
    />,
  );
const user = userEvent.setup();
const names = () =>
  screen
    .getAllByRole('gridcell')
    .map((cell) => cell.textContent)
    .filter((text) => ROWS.some(({ name }) => name === text));
const sortBy = (name: string) => user.click(screen.getByRole('button', { name: new RegExp(`^${name}`) }));
const picked = () =>
  (onPicked.mock.lastCall?.[0] as readonly Line[] | undefined)?.map(({ id }) => id).join('');
const grid = () => screen.getByRole('grid', { name: 'Samples' });

describe('a table', () => {
  it('is sorted by a column, the other way round, and then as it came; nothing stands last', async () => {
    table();
    await sortBy('Hours');
    expect(names()).toEqual(['Aino', 'Drum 10', 'Drum 9', 'Brook', 'Calder']);
    await sortBy('Hours');
    expect(names().slice(0, 2)).toEqual(['Brook', 'Drum 10']);
    await sortBy('Hours');
    expect(names()).toEqual(['Aino', 'Brook', 'Calder', 'Drum 10', 'Drum 9']);
    // Figures within names by their size.
    await sortBy('Name');
    expect(names()).toEqual(['Aino', 'Brook', 'Calder', 'Drum 9', 'Drum 10']);
  });

  it('shows what a filter finds, adds that up, and says so where it finds nothing', () => {
    const { rerender } = table({ filter: 'stores' });
    expect(names()).toEqual(['Aino', 'Calder']);
    expect(grid().textContent).toContain('8.50');
    rerender(
      <Table
        id="samples"
        name="Samples"
        columns={COLUMNS}
        rows={ROWS}
        idOf={({ id }) => id}
        height="rows"
        empty="None."
        filter="x"
      />,
    );
    expect(screen.getByText('None.')).toBeDefined();
  });

  it('gathers rows under a column, each group with its sum', async () => {
    table({ groupBy: 'place' });
    const group = screen.getByRole('button', { name: /Deck/ });
    expect(group.closest('[role="row"]')?.textContent).toContain('28.00');
    expect(names()).toHaveLength(5);
    await user.click(group);
    expect(names()).toEqual(['Aino', 'Calder']);
  });

  it('has rows picked by keys, up to another with Shift, and all', async () => {
    table();
    grid().focus();
    await user.keyboard('{ArrowDown} ');
    expect(picked()).toBe('b');
    await user.keyboard('{Shift>}{ArrowDown}{ArrowDown}{/Shift}');
    expect(picked()).toBe('bcd');
    await user.keyboard('{Control>}a{/Control}');
    expect(picked()).toBe('abcde');
    await user.keyboard('{Escape}');
    expect(picked()).toBe('');
    await user.keyboard('{Home}{Enter}');
    expect(onOpen).toHaveBeenLastCalledWith(ROWS[0]);
  });

  it('keeps which columns are shown for whoever looks at it again', async () => {
    const { unmount } = table();
    await user.click(screen.getByRole('button', { name: 'Columns and files of Samples' }));
    await user.click(await screen.findByRole('menuitemcheckbox', { name: 'Place' }));
    await user.keyboard('{Escape}');
    expect(screen.queryByRole('columnheader', { name: /Place/ })).toBeNull();
    unmount();
    table();
    expect(screen.queryByRole('columnheader', { name: /Place/ })).toBeNull();
    expect(screen.getByRole('columnheader', { name: /Hours/ })).toBeDefined();
  });
});
