// @vitest-environment jsdom
import { screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it } from 'vitest';
import { type Asked, answering, ok, show } from '../../testing/app.tsx';
import { CARDS, cardOf, PERIODS, previewOf, SPECIALIST, STRIP } from '../../testing/samples.ts';
import { ExceptionsPage } from './ExceptionsPage.tsx';

const IN = Date.UTC(2026, 9, 28, 8) / 1000;
const PLANNED = IN + 8 * 3600;
const offsets = { zone: 'Europe/London', starts: [0], offsets: [0] };
const someone = (personId: number, name: string) => ({
  personId,
  number: `MF-00${personId}`,
  name,
  department: 'Stores',
  site: 'Saltholm',
  groupId: 1,
  supervisor: null,
});
const missing = (
  personId: number,
): {
  readonly key: string;
  readonly kind: string;
  readonly severity: string;
  readonly workday: string;
  readonly at: number;
  readonly measured: number | null;
  readonly limit: number | null;
  readonly proposals: readonly object[];
} => ({
  key: `missing-out:punch-${personId}`,
  kind: 'missing-out',
  severity: 'holds up',
  workday: '2026-10-28',
  at: IN,
  measured: null,
  limit: null,
  proposals: [{ at: PLANNED, from: 'plan' }],
});
const onCard = (personId: number) => ({
  ...missing(personId),
  reaches: { first: '2026-10-28', last: '2026-10-28' },
  punch: null,
});

const EVIDENCE = {
  crew: [{ name: 'Edda Fell', startsAt: IN, endsAt: PLANNED + 300 }],
  usual: [{ startsAt: IN - 7 * 86_400, endsAt: PLANNED - 7 * 86_400 }],
};

/** Two with a missing out. `settles` answers what would settle the first of them; somebody else may have done so. */
function server(settles: (asked: Asked) => ReturnType<typeof ok> | undefined) {
  let settled = false;
  return (asked: Asked) => {
    const { path, method } = asked;
    if (path === '/session') return ok(SPECIALIST);
    if (path === '/periods') return ok(PERIODS);
    if (path.startsWith('/periods/2/strip')) return ok(STRIP);
    if (path === '/periods/2/exceptions') {
      const exceptions = [
        ...(settled ? [] : [{ ...missing(11), person: 0, zone: 0 }]),
        { ...missing(12), person: 1, zone: 0 },
      ];
      const people = [someone(11, 'Aino Brook'), someone(12, 'Calder Drum')];
      return ok({ people, zones: [offsets], exceptions, computing: 0, next: null });
    }
    if (path.endsWith('/preview')) return ok(previewOf());
    if (path === '/badges/unowned') return ok({ badges: [] });
    if (path === '/reasons') return ok({ reasons: ['The watch log has it'] });
    if (path.includes('/evidence')) return ok(EVIDENCE);
    if (method === 'POST') {
      settled = true;
      return settles(asked);
    }
    const person = Number(path.split('/').pop());
    return ok({ ...cardOf(person), exceptions: settled && person === 11 ? [] : [onCard(person)] });
  };
}
/** With one exception, which nothing settles. */
function serverWith(exception: ReturnType<typeof onCard>) {
  const { reaches: _, punch: __, ...listed } = exception;
  return (one: Asked) => {
    if (one.path === '/periods/2/exceptions')
      return ok({
        people: [someone(11, 'Aino Brook')],
        zones: [offsets],
        exceptions: [{ ...listed, person: 0, zone: 0 }],
        computing: 0,
        next: null,
      });
    if (one.path === '/periods/2/cards/11') return ok({ ...cardOf(11), exceptions: [exception] });
    if (one.method === 'POST' && !one.path.endsWith('/preview'))
      return { status: 409, body: { title: 'No.' } };
    return server(done)(one);
  };
}
const done = () =>
  ok({
    correctionId: 7,
    card: cardOf(11),
    change: { days: [], clockedSeconds: 0, payableHours: 0, toSettle: -1 },
  });

const user = userEvent.setup();
const isOpen = (name: string) =>
  waitFor(() => {
    const open = screen.getByRole('region', { name: 'Open exception' });
    expect(within(open).getByRole('heading').textContent).toBe(name);
    expect(within(open).getByRole('button', { name: /^Accept/ })).toBeDefined();
  });
beforeEach(() => {
  // Rows of a list are drawn where there is room for them, and a document without a window has none.
  Object.defineProperty(HTMLElement.prototype, 'clientHeight', { configurable: true, value: 600 });
});

describe('exceptions', () => {
  it.each([
    ['Enter', '{Enter}', 'settle', { exception: 'missing-out:punch-11', at: PLANNED, note: '' }],
    [
      'S',
      's',
      'corrections',
      {
        says: { kind: 'accept', exception: 'missing-out:punch-11', workday: '2026-10-28' },
        settles: 'missing-out:punch-11',
        note: '',
      },
    ],
  ])('are settled with %s, which opens the next', async (_name, press, where, body) => {
    const asked = answering(server(done));
    show(<ExceptionsPage />, '/exceptions');
    await isOpen('Aino Brook');
    expect(screen.getByText('2 to settle')).toBeDefined();
    await user.keyboard(press);
    await isOpen('Calder Drum');
    expect(screen.getByText('1 to settle')).toBeDefined();
    const sent = asked.filter(({ method, path }) => method === 'POST' && !path.endsWith('/preview'));
    expect(sent).toEqual([{ method: 'POST', path: `/periods/2/cards/11/${where}`, body }]);
  });

  it('show what a way would change, and Enter takes the way that is shown: the likeliest, or the one pointed at', async () => {
    const late = {
      ...onCard(11),
      key: 'late-in:punch-11',
      kind: 'late-in',
      severity: 'to look at',
      proposals: [],
      measured: 1500,
      limit: 900,
    };
    const asked = answering(serverWith(late));
    show(<ExceptionsPage />, '/exceptions');
    await isOpen('Aino Brook');
    const kindOf = ({ body }: Asked) => (body as { readonly says: { readonly kind: string } }).says.kind;
    const previews = () => asked.filter(({ path }) => path.endsWith('/corrections/preview')).map(kindOf);
    const taken = () => asked.filter(({ path }) => path.endsWith('/corrections')).map(kindOf);
    const ways = () =>
      within(screen.getByRole('region', { name: 'Open exception' }))
        .getAllByRole('button')
        .filter(({ textContent }) => /(S|N|Enter)$/.test(textContent ?? ''));
    const shown = () => ways().filter(({ textContent }) => textContent?.endsWith('Enter'));
    await waitFor(() => expect(shown()).toHaveLength(1));
    for (const way of ways()) {
      await user.hover(way);
      await waitFor(() =>
        expect(shown().map(({ textContent }) => textContent?.slice(0, 6))).toEqual([
          way.textContent?.slice(0, 6),
        ]),
      );
      await user.keyboard('{Enter}');
      await waitFor(() => expect(taken().at(-1)).toBe(previews().at(-1)));
    }
    expect(new Set(taken()).size).toBe(ways().length);
  });

  it('of overtime that waits, take as much as is typed: that is shown, and Enter takes it', async () => {
    const waits = {
      ...onCard(11),
      key: 'overtime-approval:20754-Over 8 hours',
      kind: 'overtime-approval',
      proposals: [],
      measured: 3600,
    };
    const asked = answering(serverWith(waits));
    show(<ExceptionsPage />, '/exceptions');
    await isOpen('Aino Brook');
    const field = await screen.findByLabelText('Or only so much of it');
    await user.keyboard('t');
    expect(document.activeElement).toBe(field);
    await user.keyboard('2h{Enter}');
    await screen.findByText('at most 1 h');
    expect(asked.some(({ path }) => path.endsWith('/corrections'))).toBe(false);
    await user.clear(field);
    await user.keyboard('15m');
    await screen.findByRole('button', { name: 'Approve 15 m, the rest is ordinary Enter' });
    await user.keyboard('{Enter}');
    const says = { kind: 'approve-overtime', workday: '2026-10-28', rule: 'Over 8 hours', length: 'PT900S' };
    const sent = (end: string) => asked.findLast(({ path }) => path.endsWith(end))?.body;
    await waitFor(() => expect(sent('/corrections')).toMatchObject({ says }));
    expect(sent('/corrections/preview')).toMatchObject({ says });
  });

  it('say who was first where somebody was, until that is understood', async () => {
    const first = { by: 'May Oakley', madeAt: '2026-11-02T09:00:00Z', at: '2026-10-28T14:30:00Z' };
    answering(
      server(() => ({
        status: 409,
        body: { type: 'already-settled', title: 'May Oakley has settled this.', status: 409, settled: first },
      })),
    );
    show(<ExceptionsPage />, '/exceptions');
    await isOpen('Aino Brook');
    await user.keyboard('{Enter}');
    await isOpen('Calder Drum');
    expect(screen.getByText(/May Oakley settled this already, with 14:30/).textContent).toContain(
      'Your 16:00 was not saved',
    );
    await user.click(screen.getByRole('button', { name: 'Understood' }));
    expect(screen.queryByText(/May Oakley/)).toBeNull();
  });

  it('are told to be none where there are none, and an address that means nothing harms nothing', async () => {
    answering((asked) =>
      asked.path === '/periods/2/exceptions'
        ? ok({ people: [], zones: [], exceptions: [], computing: 0, next: null })
        : server(done)(asked),
    );
    show(<ExceptionsPage />, '/exceptions?day=2026-13-45&kind=riddle&open=nobody');
    expect(await screen.findByText('Nothing to settle')).toBeDefined();
  });

  it('open to what speaks for what: the crew, what is usual, and what would be paid', async () => {
    answering(server(done));
    show(<ExceptionsPage />, '/exceptions');
    await isOpen('Aino Brook');
    expect(await screen.findByRole('img', { name: /^Edda Fell, 08:00 to 16:05/ })).toBeDefined();
    expect(screen.getByRole('img', { name: /^A week or more before: 08:00 to 16:00/ })).toBeDefined();
    expect(screen.getByText(/planned, likely: nothing else is known/)).toBeDefined();
    expect((await screen.findByRole('status', { name: 'Effect' })).textContent).toContain(
      'Then payable 0.00',
    );
  });

  it('that are alike are settled together after a look at each; one that is left out stays', async () => {
    const people = [11, 12].map((personId) => ({
      personId,
      name: 'Somebody',
      exceptions: [],
      payableBeforeHours: 0,
      payableAfterHours: 720_000,
    }));
    const asked = answering((one) => {
      if (one.path.endsWith('/bulks/preview')) return ok({ people, left: [] });
      if (one.path.endsWith('/bulks')) return ok({ bulkId: 5, corrections: 1, people: [12], left: [] });
      return server(done)(one);
    });
    show(<ExceptionsPage />, '/exceptions');
    await isOpen('Aino Brook');
    await user.click(screen.getByRole('button', { name: /^Take all 2 that match/ }));
    expect((await screen.findByRole('status', { name: 'Effect' })).textContent).toContain('+16.00');
    await user.click(screen.getByRole('checkbox', { name: /^Aino Brook/ }));
    expect(screen.getByRole('status', { name: 'Effect' }).textContent).toContain('+8.00');
    await user.keyboard('{Enter}');
    await waitFor(() => expect(asked.some(({ path }) => path.endsWith('/bulks'))).toBe(true));
    expect(asked.find(({ path }) => path.endsWith('/bulks'))?.body).toEqual({
      what: 'Took the planned time',
      note: '',
      items: [{ personId: 12, exception: 'missing-out:punch-12', way: { kind: 'time', at: PLANNED } }],
    });
  });

  it('a badge that nobody owns is given to somebody, with its past punches', async () => {
    const badge = { id: 3, code: 'MF-0944', punches: 2, firstAt: IN, lastAt: PLANNED, site: 'Saltholm' };
    const asked = answering((one) => {
      if (one.path === '/badges/unowned') return ok({ badges: [badge] });
      if (one.path === '/periods/2/cards') return ok(CARDS);
      if (one.method === 'PUT') return { status: 204, body: null };
      return server(done)(one);
    });
    show(<ExceptionsPage />, '/exceptions?kind=unowned-badge');
    await user.click(await screen.findByRole('button', { name: /^Whose it is/ }));
    await user.click(await screen.findByText('Calder Drum'));
    await user.click(screen.getByRole('button', { name: /^Give it to Calder Drum/ }));
    await waitFor(() => expect(asked.some(({ method }) => method === 'PUT')).toBe(true));
    expect(asked.find(({ method }) => method === 'PUT')).toMatchObject({
      path: '/badges/3/owner',
      body: { personId: 12, firstDay: '2026-10-28' },
    });
  });
});
