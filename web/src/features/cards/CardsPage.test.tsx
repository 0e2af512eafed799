// @vitest-environment jsdom
import { screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it } from 'vitest';
import { type Asked, answering, ok, show } from '../../testing/app.tsx';
import { CARDS, cardOf, PERIODS, SPECIALIST, STRIP } from '../../testing/samples.ts';
import { CardsPage } from './CardsPage.tsx';

const server = ({ path }: Asked) => {
  if (path === '/session') return ok(SPECIALIST);
  if (path === '/periods') return ok(PERIODS);
  if (/^\/periods\/\d\/strip/.test(path)) return ok(STRIP);
  if (path === '/pay-codes') return ok({ codes: [], classes: [] });
  if (path === '/periods/2/cards') return ok(CARDS);
  if (path === '/periods/1/cards')
    return ok({
      ...CARDS,
      departments: [],
      personId: [],
      number: [],
      name: [],
      department: [],
      groupId: [],
      payableHours: [],
      toSettle: [],
      marks: [],
    });
  const [, person] = /^\/periods\/2\/cards\/(\d+)$/.exec(path) ?? [];
  return person === undefined ? undefined : ok(cardOf(Number(person)));
};
const user = userEvent.setup();
const isOpen = async (name: string) => {
  const card = await screen.findByRole('main', { name: 'Time card' });
  await waitFor(() => expect(within(card).getByRole('heading', { level: 1 }).textContent).toBe(name));
};
const open = (at = '/cards') => {
  const asked = answering(server);
  return { asked, ...show(<CardsPage />, at) };
};
beforeEach(() => {
  // Rows of a list are drawn where there is room for them, and a document without a window has none.
  Object.defineProperty(HTMLElement.prototype, 'offsetHeight', { configurable: true, value: 400 });
  Object.defineProperty(HTMLElement.prototype, 'offsetWidth', { configurable: true, value: 250 });
});

describe('time cards', () => {
  it('open on the first, and are walked by keys to the last and back', async () => {
    const { router } = open();
    await isOpen('Aino Brook');
    await user.keyboard('j');
    await isOpen('Calder Drum');
    expect(router.state.location.search).toBe('?person=12');
    await user.keyboard('jjj');
    await isOpen('Gale Heron');
    await user.keyboard('k');
    await isOpen('Edda Fell');
  });

  it('lead by a key to the next with something to settle, and from the last to the first', async () => {
    open('/cards?person=13');
    await isOpen('Edda Fell');
    await user.keyboard('n');
    await isOpen('Gale Heron');
    await user.keyboard('n');
    await isOpen('Calder Drum');
  });

  it('keep whoever is open while they are among those that a filter finds, and open another where not', async () => {
    const { router } = open('/cards?person=12');
    await isOpen('Calder Drum');
    await user.click(screen.getByRole('radio', { name: 'Settle 2' }));
    expect(router.state.location.search).toBe('?person=12&show=to-settle');
    await user.keyboard('/');
    await user.keyboard('heron');
    await isOpen('Gale Heron');
    await user.keyboard('x');
    expect(await screen.findByRole('heading', { name: 'Nobody matches' })).toBeDefined();
    await user.keyboard('{Backspace}{Escape}');
    await isOpen('Gale Heron');
  });

  it('of one pay group are counted and walked by themselves', async () => {
    open('/cards?group=2');
    await isOpen('Edda Fell');
    expect(screen.getByRole('radio', { name: 'All 1' })).toBeDefined();
    await user.keyboard('j');
    await isOpen('Edda Fell');
  });

  it('stand in the order that is asked for', async () => {
    open('/cards?sort=hours');
    await isOpen('Aino Brook');
    await user.keyboard('j');
    await isOpen('Edda Fell');
    await user.keyboard('j');
    await isOpen('Calder Drum');
  });

  it('say whose card is on its way, and are there at once for whoever was near', async () => {
    const { asked } = open();
    await isOpen('Aino Brook');
    const cards = () => asked.map(({ path }) => path).filter((path) => /cards\/\d/.test(path));
    await waitFor(() => expect(cards()).toEqual(['/periods/2/cards/11', '/periods/2/cards/12']));
    await user.keyboard('j');
    // No word of fetching: it was there.
    expect(within(screen.getByRole('main', { name: 'Time card' })).getByText(/MF-0012/)).toBeDefined();
    expect(screen.queryByText(/Opening the card/)).toBeNull();
  });

  it('of a period with nobody in it say so', async () => {
    open('/cards?period=1');
    expect(await screen.findByRole('heading', { name: 'Nobody in this period' })).toBeDefined();
  });

  it('give way to the lines of added time, and come back when that is left', async () => {
    open('/cards?person=11');
    await screen.findByRole('main', { name: 'Time card' });
    for (const leave of [
      () => user.keyboard('{Escape}'),
      async () => user.click(await screen.findByRole('button', { name: /^Not now/ })),
    ]) {
      await user.keyboard('g');
      await screen.findByRole('main', { name: 'Add time' });
      expect(screen.queryByRole('main', { name: 'Time card' })).toBeNull();
      await leave();
      await screen.findByRole('main', { name: 'Time card' });
      expect(screen.queryByRole('main', { name: 'Add time' })).toBeNull();
    }
  });

  it('pick a day from the strip, and take it back', async () => {
    const { router } = open('/cards?person=11');
    await isOpen('Aino Brook');
    const day = await screen.findByRole('button', {
      name: /Wed 28 Oct: 8 h clocked of 16 h planned, 1 to settle/,
    });
    await user.click(day);
    expect(router.state.location.search).toContain('day=2026-10-28');
    expect(day.getAttribute('aria-pressed')).toBe('true');
    await user.click(day);
    expect(router.state.location.search).not.toContain('day');
  });
});

describe('a card', () => {
  const NO_OUT = {
    kind: 'missing-out',
    severity: 'blocks',
    key: 'missing-out 1',
    workday: '2026-10-19',
    at: Date.UTC(2026, 9, 19, 7) / 1000,
    until: null,
    measured: 0,
    limit: 0,
    punch: null,
    proposals: [],
    evidence: [],
  };
  const showing = (more: object, who: object = {}) => {
    answering((asked) => {
      if (asked.path === '/session') return ok({ ...SPECIALIST, ...who });
      if (/^\/periods\/2\/cards\/\d+$/.test(asked.path)) return ok({ ...cardOf(11), ...more });
      return server(asked);
    });
    show(<CardsPage />, '/cards?person=11&day=2026-10-19');
  };

  it('offers to settle a missing punch to whoever may correct it, and to nobody else', async () => {
    showing({ exceptions: [NO_OUT] });
    await isOpen('Aino Brook');
    expect(await screen.findByRole('button', { name: 'settle' })).toBeDefined();
  });

  it('shows a missing punch without that to somebody who only reads it', async () => {
    showing({ exceptions: [NO_OUT] }, { roles: ['auditor'] });
    await isOpen('Aino Brook');
    expect(screen.getByText(/No out punch/)).toBeDefined();
    expect(screen.queryByRole('button', { name: 'settle' })).toBeNull();
  });

  it('says on a sealed card where the difference of a correction goes', async () => {
    showing({ sealed: true });
    await isOpen('Aino Brook');
    await user.keyboard('h');
    const hand = screen.getByRole('region', { name: 'Correct by hand' });
    expect(within(hand).getByRole('link', { name: 'Afterwards' }).getAttribute('href')).toBe('/afterwards');
  });

  it('finds no fault with hours that nobody has typed yet, and does not keep them', async () => {
    showing({});
    await isOpen('Aino Brook');
    await user.keyboard('h');
    const hours = await screen.findByRole('textbox', { name: /^Hours/ });
    expect(screen.getByTestId('effect').textContent).toBe('');
    expect(screen.getByRole('button', { name: /^Keep/ }).hasAttribute('disabled')).toBe(true);
    await user.type(hours, '2.5');
    await user.type(screen.getByRole('textbox', { name: /^Name/ }), 'Tide');
    expect(screen.getByRole('button', { name: /^Keep/ }).hasAttribute('disabled')).toBe(false);
  });
});
