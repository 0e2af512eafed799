import { configureStore } from '@reduxjs/toolkit';
import { setupListeners } from '@reduxjs/toolkit/query';
import { api } from '../api/base.ts';
import { connection } from '../api/connection.ts';

/** A store with nothing in it yet. */
export const newStore = () =>
  configureStore({
    reducer: { [api.reducerPath]: api.reducer, [connection.name]: connection.reducer },
    middleware: (defaults) => defaults().concat(api.middleware),
  });

export const store = newStore();
setupListeners(store.dispatch);
