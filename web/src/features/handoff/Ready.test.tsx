// @vitest-environment jsdom
import type { HandoffCheckReply, HandoffReply } from '@heath/contract';
import { screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it } from 'vitest';
import { type Asked, answering, ok, show } from '../../testing/app.tsx';
import { SPECIALIST } from '../../testing/samples.ts';
import { isReady, Ready } from './Ready.tsx';

const HOUR = 90_000;
const HANDOFF: HandoffReply = {
  periodId: 2,
  groups: [{ id: 1, name: 'Afloat', people: 4, toSettle: 0, computing: 0, batchId: null }],
  people: 4,
  clockedSeconds: 28_800,
  unpaidSeconds: 0,
  heldSeconds: 0,
  payableSeconds: 28_800,
  notWorkedSeconds: 0,
  payableHours: 8 * HOUR,
  toSettle: 0,
  computing: 0,
  sealedCodes: [],
  nextNumber: 7,
  batches: [],
  earlier: [],
};
type Check = HandoffCheckReply['checks'][number];
const check = (name: string, weight: Check['weight'], count: number, says = name): Check => ({
  name,
  weight,
  says,
  count,
  cases: Array.from({ length: count }, (_, i) => ({
    personId: i + 1,
    about: `Person ${i + 1}`,
    says: 'is odd.',
  })),
});
const checked = (...checks: Check[]): HandoffCheckReply => ({
  checks,
  codes: [],
  lines: 12,
  payableHours: 8 * HOUR,
  correcting: { lines: 0, people: 0, hours: 0 },
  file: { name: 'pay-7.csv', layout: 'Tideline intake', lines: 12 },
});
const BATCH = { id: 7, number: 7, lines: 1234 };
const server =
  (answer: ReturnType<typeof ok>, roles: readonly string[] = ['specialist']) =>
  ({ method, path }: Asked) =>
    path === '/session'
      ? ok({ ...SPECIALIST, roles })
      : method === 'POST' && path === '/periods/2/handoff'
        ? answer
        : undefined;
const done = ok({ ...HANDOFF, batches: [BATCH] });
const user = userEvent.setup();
const seal = () => screen.getByRole('button', { name: /^Seal and hand off/ }) as HTMLButtonElement;
const sent = (asked: readonly Asked[]) => asked.filter(({ method }) => method === 'POST');
const open = (...checks: Check[]) =>
  show(<Ready handoff={HANDOFF} checked={checked(...checks)} groups={undefined} isChecking={false} />);

describe('handing off', () => {
  it('waits for what must be met, says where that is put right, and opens into its cases', async () => {
    const asked = answering(server(done));
    open(check('settled', 'must', 2, '2 cards have open exceptions'));
    await waitFor(() => expect(screen.getByText(/^Sealing closes these cards/)).toBeDefined());
    expect(seal().disabled).toBe(true);
    const line = within(screen.getByText('2 cards have open exceptions').closest('li') as HTMLElement);
    expect(line.getByLabelText('no')).toBeDefined();
    expect(line.getByRole('link', { name: 'settle' }).getAttribute('href')).toBe('/exceptions?period=2');
    await user.click(line.getByRole('button', { name: '2 cards have open exceptions' }));
    expect(line.getByRole('link', { name: 'Person 1' }).getAttribute('href')).toBe(
      '/cards?period=2&person=1',
    );
    // Nothing that must be met is passed over with a reason.
    expect(line.queryByRole('textbox')).toBeNull();
    await user.keyboard('{Shift>}{Enter}{/Shift}');
    expect(sent(asked)).toEqual([]);
  });

  it('goes all the same with a reason, which is sent, where a check lets it', async () => {
    const asked = answering(server(done));
    open(check('known people', 'why', 1, '1 person unknown to the pay system'));
    await waitFor(() => expect(screen.getByRole('textbox')).toBeDefined());
    expect(seal().disabled).toBe(true);
    await user.type(screen.getByRole('textbox'), 'Next week');
    expect(seal().disabled).toBe(false);
    await user.click(seal());
    expect(await screen.findByText('Handoff 7 is sealed: 1,234 lines.')).toBeDefined();
    expect(sent(asked).map(({ body }) => body)).toEqual([
      { overrides: [{ check: 'known people', reason: 'Next week' }] },
    ]);
  });

  it('is done by its key, and not held up by what is only worth a look', async () => {
    const asked = answering(server(done));
    open(check('settled', 'must', 0), check('unusual', 'look', 3));
    await waitFor(() => expect(seal().disabled).toBe(false));
    expect(screen.getByLabelText('worth a look')).toBeDefined();
    await user.keyboard('{Shift>}{Enter}{/Shift}');
    await waitFor(() => expect(sent(asked)).toHaveLength(1));
  });

  it('is not for those who only look', async () => {
    answering(server(done, ['auditor']));
    open(check('settled', 'must', 0));
    expect(await screen.findByText('A payroll specialist seals and hands off.')).toBeDefined();
    expect(seal().disabled).toBe(true);
  });

  it('says what the server found wrong', async () => {
    const title = 'Not handed off: 3 cards are being computed.';
    answering(server({ status: 409, body: { type: 'not-ready', title, status: 409 } }));
    open(check('settled', 'must', 0));
    await waitFor(() => expect(seal().disabled).toBe(false));
    await user.click(seal());
    expect((await screen.findByRole('alert')).textContent).toContain(title);
    expect(seal().disabled).toBe(false);
  });

  it('needs three letters of a reason', () => {
    const why = [check('approved', 'why', 1)];
    expect([isReady(why, {}), isReady(why, { approved: ' x ' }), isReady(why, { approved: 'yes' })]).toEqual([
      false,
      false,
      true,
    ]);
  });
});
