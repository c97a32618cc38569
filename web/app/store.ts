import { configureStore } from '@reduxjs/toolkit';
import { setupListeners } from '@reduxjs/toolkit/query';
import { useDispatch, useSelector } from 'react-redux';
import { unitSlice } from '../unit/unitSlice.ts';
import { api } from './api.ts';
import { outboxSlice } from './outboxSlice.ts';
import { preferencesSlice } from './preferences.ts';

export const store = configureStore({
  reducer: {
    [api.reducerPath]: api.reducer,
    outbox: outboxSlice.reducer,
    preferences: preferencesSlice.reducer,
    unit: unitSlice.reducer,
  },
  middleware: (getDefault) =>
    // Builds are frozen by immer already; walking them again on every action costs more than it finds.
    getDefault({ serializableCheck: false, immutableCheck: false }).concat(api.middleware),
});

setupListeners(store.dispatch);

export type State = ReturnType<typeof store.getState>;
export type Dispatch = typeof store.dispatch;
export const useApp = useSelector.withTypes<State>();
export const useAppDispatch = useDispatch.withTypes<Dispatch>();
