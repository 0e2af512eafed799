import { configureStore, isPlain } from '@reduxjs/toolkit';
import { setupListeners } from '@reduxjs/toolkit/query';
import { api } from '../api/requests/base.ts';
import { connection } from '../api/requests/connection.ts';
import { LongList } from '../api/requests/LongList.ts';

/** A store with nothing in it yet. */
export const newStore = () =>
  configureStore({
    reducer: { [api.reducerPath]: api.reducer, [connection.name]: connection.reducer },
    middleware: (defaults) =>
      defaults({
        serializableCheck: {
          isSerializable: (value: unknown) =>
            isPlain(value) || value instanceof LongList || value instanceof File,
        },
      }).concat(api.middleware),
    // What comes with one answer is drawn at once and together, not with the next frame.
    enhancers: (defaults) => defaults({ autoBatch: { type: 'timer', timeout: 0 } }),
  });

export const store = newStore();
setupListeners(store.dispatch);
