import { cardOperations, withPage } from '@heath/contract';
import type { BaseQueryApi } from '@reduxjs/toolkit/query/react';
import { describe, expect, it } from 'vitest';
import { STRIP } from '../../testing/samples.ts';
import { byNameOnPages, callPages } from './pages.ts';

const { queryFn } = callPages(
  cardOperations.strip,
  (period: number, page) => ({ params: { period }, query: { page } }),
  ([first, ...others]) => others.reduce(withPage, first),
);
/** Reads a period whose pages are these; the addresses asked for, and what came of it. */
async function read(...pages: readonly object[]) {
  const asked: string[] = [];
  const result = await queryFn(7, {} as BaseQueryApi, undefined, async (args) => {
    asked.push(typeof args === 'string' ? args : args.url);
    return pages[asked.length - 1] as { data: unknown };
  });
  return { asked, result };
}

describe('what comes in pages', () => {
  it('is asked for once where there is one page, and is that page', async () => {
    const { asked, result } = await read({ data: STRIP });
    expect(asked).toEqual(['/periods/7/strip']);
    expect(result).toMatchObject({ data: { people: STRIP.people, toSettle: STRIP.toSettle, next: null } });
  });

  it('is asked for until none follows, and is all of them together', async () => {
    const { asked, result } = await read(
      { data: { ...STRIP, next: 1 } },
      { data: { ...STRIP, people: 0, toSettle: 0, next: 4 } },
      { data: STRIP },
    );
    expect(asked).toEqual(['/periods/7/strip', '/periods/7/strip?page=1', '/periods/7/strip?page=4']);
    expect(result).toMatchObject({
      data: {
        people: 2 * STRIP.people,
        payableHours: 3 * STRIP.payableHours,
        toSettle: 2 * STRIP.toSettle,
        next: null,
      },
    });
  });

  it('is not there in part: where one page is refused, all of it is', async () => {
    const error = { status: 503, data: { type: 'database-away' } };
    expect((await read({ data: { ...STRIP, next: 1 } }, { error })).result).toEqual({ error });
    expect((await read({ error })).result).toEqual({ error });
  });
});

describe('rows on pages', () => {
  const row = (name: string, number: string) => ({ name, number });
  it('are one list by name and number; those of one page stay as they came', () => {
    const first = [row('Aino', '7'), row('Edda', '1')];
    const second = [row('Aino', '3'), row('Calder', '9')];
    expect(byNameOnPages([first, [], second], (one) => one)).toEqual([
      row('Aino', '3'),
      row('Aino', '7'),
      row('Calder', '9'),
      row('Edda', '1'),
    ]);
    expect(byNameOnPages([first], (one) => one)).toBe(first);
    expect(byNameOnPages<ReturnType<typeof row>>([], (one) => one)).toEqual([]);
  });
});
