// @vitest-environment jsdom
import { screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it } from 'vitest';
import { type Asked, answering, ok, show } from '../../testing/app.tsx';
import { SPECIALIST } from '../../testing/samples.ts';
import { PayCodesPage } from './PayCodesPage.tsx';

type Class = { classId: string; codeId: number | null };
let codes: { id: number; code: string; name: string }[];
let classes: Class[];
const server = ({ method, path, body }: Asked) => {
  if (path === '/session') return ok(SPECIALIST);
  if (path === '/pay-codes' && method === 'POST') {
    const { code, name } = body as { code: string; name: string };
    if (codes.some((one) => one.code === code))
      return {
        status: 422,
        body: { type: 'invalid', title: `There is a code ${code} already.`, status: 422, field: 'code' },
      };
    codes = [...codes, { id: 9, code, name }];
  }
  if (path === '/pay-codes/classes') {
    const { classId, codeId } = body as Class;
    classes = classes.map((one) => (one.classId === classId ? { classId, codeId } : one));
  }
  return path.startsWith('/pay-codes') ? ok({ codes, classes }) : undefined;
};
beforeEach(() => {
  codes = [{ id: 1, code: '110', name: 'Ordinary' }];
  classes = [
    { classId: 'ordinary', codeId: 1 },
    { classId: 'overtime-2', codeId: null },
  ];
});
const user = userEvent.setup();
const open = async () => {
  const asked = answering(server);
  show(<PayCodesPage />);
  await screen.findByRole('heading', { name: 'Pay codes' });
  return asked;
};
const catchAll = () => within(screen.getByRole('region', { name: 'Catch-all' }));

describe('pay codes', () => {
  it('say what has none, and that it holds up the handoff', async () => {
    await open();
    expect(catchAll().getByText(/^Double: without a code\. Hours of it hold up/)).toBeDefined();
    expect(screen.getByRole('combobox', { name: 'Pay code of Ordinary' }).textContent).toContain(
      '110 · Ordinary',
    );
  });

  it('are given from a list, which says so and can be undone', async () => {
    const asked = await open();
    await user.click(screen.getByRole('combobox', { name: 'Pay code of Double' }));
    await user.click(await screen.findByRole('option', { name: '110 · Ordinary' }));
    expect(await catchAll().findByText(/^Empty\./)).toBeDefined();
    await user.click(await screen.findByRole('button', { name: /^Undo/ }));
    expect(await catchAll().findByText(/^Double: without a code/)).toBeDefined();
    expect(asked.filter(({ method }) => method === 'PUT').map(({ body }) => body)).toEqual([
      { classId: 'overtime-2', codeId: 1 },
      { classId: 'overtime-2', codeId: null },
    ]);
  });

  it('are added, and what is wrong with one stands at its field', async () => {
    await open();
    const [code, name] = [screen.getByLabelText('Code'), screen.getByLabelText('Name')];
    await user.click(screen.getByRole('button', { name: 'Add' }));
    expect(await screen.findByText('A code is 1 to 16 letters, figures, dots or dashes.')).toBeDefined();
    await user.type(code, '110');
    await user.type(name, 'Twice');
    await user.keyboard('{Enter}');
    expect(await screen.findByText('There is a code 110 already.')).toBeDefined();
    // What was typed stays, and the field that is wrong has the focus.
    expect([(name as HTMLInputElement).value, document.activeElement]).toEqual(['Twice', code]);
    await user.clear(code);
    await user.type(code, '220{Enter}');
    await waitFor(() => expect((code as HTMLInputElement).value).toBe(''));
    expect(await screen.findByText('220')).toBeDefined();
  });
});
