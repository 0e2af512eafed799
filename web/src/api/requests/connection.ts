import { createSlice, type PayloadAction } from '@reduxjs/toolkit';

/** How many requests had no answer and are being asked again. */
export const connection = createSlice({
  name: 'connection',
  initialState: { askingAgain: 0 },
  reducers: {
    connectionChanged(state, { payload }: PayloadAction<1 | -1>) {
      state.askingAgain += payload;
    },
  },
});
export const { connectionChanged } = connection.actions;
