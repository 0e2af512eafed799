// @vitest-environment jsdom
import type { CardReply } from '@heath/contract';
import { EXCEPTIONS, exceptionLabel, exceptionSentence, instant, workday } from '@heath/core';
import { screen, within } from '@testing-library/react';
import * as v from 'valibot';
import { describe, expect, it, vi } from 'vitest';
import { rulebookPage } from '../../../core/src/reference/page.ts';
import { RulebookSchema } from '../../../core/src/rulebook/schema.ts';
import { waysOf } from '../features/exceptions/ways.ts';
import { ColumnForm } from '../features/layouts/ColumnForm.tsx';
import { newColumn } from '../features/layouts/draft.ts';
import { ReportsPage } from '../features/reports/ReportsPage.tsx';
import { answering, ok, show } from '../testing/app.tsx';
import { CARDS, cardOf, PERIODS, SPECIALIST, STRIP } from '../testing/samples.ts';

// A kind of each sort in the place of another: one file is all that is another one.
vi.mock('../../../core/src/exceptions/kinds/unusual-total.ts', async (original) => {
  const { unusualTotal } =
    await original<typeof import('../../../core/src/exceptions/kinds/unusual-total.ts')>();
  return {
    unusualTotal: {
      ...unusualTotal,
      name: 'tide-missed',
      label: 'Missed the tide',
      sentence: 'Sailed {measured} after the tide',
      ways: ({ at }: { at: number }) => [
        {
          role: 'take',
          name: 'Sail at {at}',
          did: 'Sailed at {at}',
          values: { at },
          says: { kind: 'not-worked', from: at, to: at + 60 },
        },
      ],
    },
  };
});
vi.mock('../../../core/src/pay/layouts/columns/reference.ts', async () => {
  const { defineColumn } = await import('../../../core/src/pay/layouts/define.ts');
  return {
    reference: defineColumn({
      name: 'reference',
      label: 'Berth',
      says: 'Where the boat lay.',
      fields: [
        { field: 'berth', label: 'Which berth', input: 'text' },
        {
          field: 'side',
          label: 'On which side',
          input: 'one of',
          of: [{ value: 'port', name: 'Port side' }],
        },
      ],
      settings: {},
      begins: { berth: 'North quay', side: 'port' } as never,
      ofLine: () => ({ text: '' }),
    }),
  };
});

/** What an example gave is not what is looked at here. */
const NO_RESULT = {
  name: '',
  ok: true,
  expected: {},
  gave: {},
  expectedExceptions: null,
  gaveExceptions: [],
  fault: null,
};
const AT = instant(Date.UTC(2026, 9, 28, 8) / 1000);

describe('a kind that is one file and one line in a list', () => {
  it('of an exception is labelled, told, settled in its own way by its key, and in the reference', async () => {
    expect(EXCEPTIONS.map(({ name }) => name)).toContain('tide-missed');
    expect(exceptionLabel('tide-missed')).toBe('Missed the tide');
    const exception = {
      key: 'tide-missed:x',
      kind: 'tide-missed',
      workday: workday(20_754),
      at: AT,
      measured: 1200,
      limit: null,
    } as never;
    const writer = { time: (seconds: number) => `${seconds / 60} min`, distance: String };
    expect(exceptionSentence(exception, writer)).toBe('Sailed 20 min after the tide');
    const ways = waysOf(exception, cardOf(11) as unknown as CardReply);
    expect(ways.map(({ press, name }) => [press, name])).toEqual([
      ['Enter', expect.stringMatching(/^Sail at \d\d:00$/)],
      ['S', 'Accept as it is'],
    ]);
    expect(rulebookPage(() => NO_RESULT)).toContain('### exceptions.tide-missed');
    const looked = { exceptions: { 'tide-missed': { severity: 'note', spreads: 0 } } };
    const refused = v.safeParse(RulebookSchema, looked).issues?.map((issue) => v.getDotPath(issue));
    expect(refused).toContain('exceptions.tide-missed.spreads');
  });

  it('of a column is filled in by the fields that it says', () => {
    const column = newColumn('reference');
    show(
      <ColumnForm column={column} part="columns" isFixed={false} onChange={() => {}} onRemove={() => {}} />,
    );
    expect(screen.getByText('Where the boat lay.')).toBeTruthy();
    expect(screen.getByLabelText<HTMLInputElement>('Which berth').value).toBe('North quay');
    expect(screen.getByText('On which side')).toBeTruthy();
  });

  it('of a report stands in the list, and is asked what it says that it can be asked', async () => {
    const tides = {
      name: 'tides',
      label: 'Tides caught',
      shelf: 'Records',
      parts: ['department', 'person'],
      ofPerson: 'never',
      ofSpan: false,
      narrowedBy: [],
      choice: { label: 'Which tide', of: [{ value: 'spring', name: 'Spring tides' }] },
    };
    const reply = {
      title: 'Tides caught and missed',
      says: '',
      firstDay: '2026-10-19',
      lastDay: '2026-11-01',
      columns: [{ id: 'part', name: 'Department', kind: 'text', room: 46, grows: true }],
      rows: [{ cells: ['Afloat'], personId: null, key: 'afloat' }],
      sums: [null],
      notes: [],
    };
    const asked = answering(({ path }) => {
      if (path === '/session') return ok(SPECIALIST);
      if (path === '/periods') return ok(PERIODS);
      if (path.startsWith('/periods/2/strip')) return ok(STRIP);
      if (path === '/periods/2/cards') return ok(CARDS);
      if (path === '/reports') return ok({ reports: [tides], parts: [] });
      return path.startsWith('/periods/2/reports/tides') ? ok(reply) : undefined;
    });
    show(<ReportsPage />, '/reports');
    await screen.findByRole('heading', { name: 'Tides caught and missed' });
    expect(
      within(screen.getByRole('navigation', { name: 'Reports' })).getByText('Tides caught'),
    ).toBeTruthy();
    expect(screen.getByText('Spring tides')).toBeTruthy();
    expect(screen.getByText('by person')).toBeTruthy();
    expect(asked.map(({ path }) => path)).toContainEqual(
      '/periods/2/reports/tides?by=department&choice=spring',
    );
  });
});
