import { configureStore } from '@reduxjs/toolkit';
import { setupListeners } from '@reduxjs/toolkit/query';
import { api } from '../api/base.ts';
import { connection } from '../api/connection.ts';

export const store = configureStore({
  reducer: { [api.reducerPath]: api.reducer, [connection.name]: connection.reducer },
  middleware: (defaults) => defaults().concat(api.middleware),
});
setupListeners(store.dispatch);
