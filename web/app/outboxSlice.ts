/** What waits on this device and what was not taken: shown wherever one is in the application. */
import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import { castDraft } from 'immer';
import type { Refused, WaitingOf } from './offlineStore.ts';

interface OutboxState {
  /** Of everybody who worked on this device. */
  waiting: WaitingOf[];
  /** One's own work that the server did not take. */
  refused: Refused[];
  /** The waiting work could not be sent for this reason; null while all is well. */
  problem: string | null;
}

const initialState: OutboxState = { waiting: [], refused: [], problem: null };

export const outboxSlice = createSlice({
  name: 'outbox',
  initialState,
  reducers: {
    counted: (state, { payload }: PayloadAction<WaitingOf[]>) => {
      state.waiting = payload;
    },
    refusedListed: (state, { payload }: PayloadAction<Refused[]>) => {
      state.refused = castDraft(payload);
    },
    settled: (state, { payload }: PayloadAction<string>) => {
      state.refused = state.refused.filter((each) => each.id !== payload);
    },
    sendFailed: (state, { payload }: PayloadAction<string>) => {
      state.problem = payload;
    },
    sendWorks: (state) => {
      state.problem = null;
    },
  },
});

export const outboxActions = outboxSlice.actions;
