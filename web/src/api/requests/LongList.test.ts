import { configureStore } from '@reduxjs/toolkit';
import { describe, expect, it } from 'vitest';
import { cardsApi } from '../cards.ts';
import { LongList } from './LongList.ts';

const rows = [1, 2, 3].map((id) => ({ id, name: `row ${id}` }));

describe('a long list', () => {
  it('has another row where one is meant; all others are the same rows', () => {
    const list = new LongList(rows);
    const changed = list.replacing(({ id }) => id === 2, { id: 2, name: 'another' });
    expect(changed.rows).toEqual([rows[0], { id: 2, name: 'another' }, rows[2]]);
    expect(changed.rows[0]).toBe(rows[0]);
    expect(list.rows).toEqual(rows);
  });

  it('stays the same list where no row is meant', () => {
    const list = new LongList(rows);
    expect(list.replacing(({ id }) => id === 9, { id: 9, name: 'nobody' })).toBe(list);
  });

  it('is kept by the store as it is, and another in its place as that is', () => {
    const store = configureStore({
      reducer: { [cardsApi.reducerPath]: cardsApi.reducer },
      middleware: (defaults) => defaults({ serializableCheck: false }).concat(cardsApi.middleware),
    });
    const put = (value: LongList<never>) =>
      store.dispatch(cardsApi.util.upsertQueryEntries([{ endpointName: 'cards', arg: 7, value }]));
    const kept = () => cardsApi.endpoints.cards.select(7)(store.getState()).data;
    const list = new LongList<never>([]);
    put(list);
    expect(kept()).toBe(list);
    const other = new LongList<never>([]);
    put(other);
    expect(kept()).toBe(other);
  });
});
