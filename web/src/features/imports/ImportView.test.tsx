// @vitest-environment jsdom
import type { ImportReply } from '@heath/contract';
import { screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it } from 'vitest';
import { type Asked, answering, ok, show } from '../../testing/app.tsx';
import { SPECIALIST } from '../../testing/samples.ts';
import { ImportView } from './ImportView.tsx';

const RECEIVED: ImportReply = {
  id: 3,
  name: 'gate.csv',
  status: 'to confirm',
  bytes: 2048,
  madeBy: 'Odile Fell',
  madeAt: '2026-11-02T09:00:00Z',
  added: 0,
  known: 0,
  refused: 0,
  unowned: 0,
  outside: 0,
  error: null,
  preview: {
    header: ['Badge', 'Badge', 'Date', 'Clock', ''],
    rows: [['MF-0011', '', '03/04/2026', '08:00', 'x']],
    columns: ['person', 'ignore', 'date', 'ignore', 'ignore'],
    dateOrder: null,
    duplicateHeaders: ['Badge'],
  },
  progress: null,
  sameAs: null,
};
let file: ImportReply;
let started: unknown;
const server = ({ method, path, body }: Asked) => {
  if (path === '/session') return ok(SPECIALIST);
  if (path === '/tasks')
    return ok({
      tasks: [
        {
          id: 7,
          kind: 'import',
          subjectId: 3,
          subject: 'gate.csv',
          status: 'running',
          attempts: 1,
          done: 30,
          total: 100,
          error: null,
        },
      ],
      newest: 9,
      disk: null,
    });
  if (path === '/imports/3/start') {
    started = body;
    file = { ...file, status: 'queued', preview: null };
    return ok(file);
  }
  if (path === '/tasks/7' && method === 'DELETE') {
    file = RECEIVED;
    return ok({ tasks: [], newest: 9, disk: null });
  }
  if (path.startsWith('/imports/3/refusals'))
    return ok({ refusals: [{ line: 12, field: 'date', value: '31/02/2026', reason: 'impossible-date' }] });
  return path === '/imports/3' ? ok(file) : undefined;
};
beforeEach(() => {
  started = undefined;
  file = RECEIVED;
});
const user = userEvent.setup();
const open = async () => {
  answering(server);
  show(<ImportView id={3} />);
  await screen.findByRole('heading', { name: 'gate.csv' });
};
const start = () => screen.getByRole('button', { name: 'Import these punches' }) as HTMLButtonElement;
const mean = async (column: string, meaning: string) => {
  await user.click(screen.getByRole('combobox', { name: `Meaning of ${column}` }));
  await user.click(await screen.findByRole('option', { name: meaning }));
};
const meaningOf = (column: string) =>
  screen.getByRole('combobox', { name: `Meaning of ${column}` }).textContent;

describe('a file of punches', () => {
  it('is not imported before each thing that a punch needs has its column, and the dates one reading', async () => {
    await open();
    expect(start().disabled).toBe(true);
    expect(screen.getByText(/^Still without a column: /).textContent).toContain('time');
    expect(screen.getByText(/^The header names Badge twice/)).toBeDefined();
    await mean('Clock', 'Time');
    expect(start().disabled).toBe(true);
    await user.click(screen.getByRole('radio', { name: 'day before month' }));
    expect(start().disabled).toBe(false);
    await user.click(start());
    await waitFor(() =>
      expect(started).toEqual({
        columns: ['person', 'ignore', 'date', 'time', 'ignore'],
        dateOrder: 'day-month-year',
      }),
    );
  });

  it('has each meaning once: given to another column, the first is left out', async () => {
    await open();
    expect(meaningOf('Date')).toContain('Date');
    await mean('Clock', 'Date');
    expect(meaningOf('Clock')).toContain('Date');
    expect(meaningOf('Date')).not.toContain('Date');
    // A column without a name is called by its place.
    expect(meaningOf('column 5')).toBeDefined();
  });

  it('that is being imported says how far it is, and can be given up', async () => {
    file = { ...RECEIVED, status: 'queued', preview: null };
    await open();
    expect(await screen.findByText('30 %')).toBeDefined();
    await user.click(await screen.findByRole('button', { name: 'Cancel importing gate.csv' }));
    await waitFor(() => expect(start()).toBeDefined());
  });

  it('says what came of it, row by row where it was refused', async () => {
    file = { ...RECEIVED, status: 'done', preview: null, added: 1234, known: 5, refused: 1, unowned: 2 };
    await open();
    expect(screen.getByLabelText('Result').textContent).toBe(
      '1,234added5already known1refused2badge without owner',
    );
    expect(await screen.findByRole('heading', { name: 'Refused rows' })).toBeDefined();
    expect(screen.getByRole('link', { name: /^Download them/ }).getAttribute('href')).toBe(
      '/api/imports/3/refusals.csv',
    );
  });

  it('that is the same as one before says that it adds nothing, and that which failed says why', async () => {
    file = { ...RECEIVED, sameAs: 2, error: 'The import gave up and nothing of it was kept.' };
    await open();
    expect(screen.getByRole('link', { name: 'imported before' }).getAttribute('href')).toBe('/punches/2');
    expect(screen.getByText('The import gave up and nothing of it was kept.')).toBeDefined();
  });
});
