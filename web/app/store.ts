import {
  combineSlices,
  configureStore,
  type ThunkDispatch,
  type UnknownAction,
  type WithSlice,
} from '@reduxjs/toolkit';
import { setupListeners } from '@reduxjs/toolkit/query';
import { useDispatch, useSelector } from 'react-redux';
import type { unitSlice } from '../unit/unitSlice.ts';
import { api } from './api.ts';
import { outboxSlice } from './outboxSlice.ts';
import { preferencesSlice } from './preferences.ts';

/** The door does without what a unit needs; that is put in when somebody has come in (Frame.tsx). */
export const rootReducer = combineSlices(api, outboxSlice, preferencesSlice).withLazyLoadedSlices<
  WithSlice<typeof unitSlice>
>();

export const store = configureStore({
  reducer: rootReducer,
  middleware: (getDefault) =>
    // Builds are frozen by immer already; walking them again on every action costs more than it finds.
    getDefault({ serializableCheck: false, immutableCheck: false }).concat(api.middleware),
});

setupListeners(store.dispatch);

/** As it is behind the door, where all of it is there. */
export type State = Required<ReturnType<typeof store.getState>>;
export type Dispatch = ThunkDispatch<State, undefined, UnknownAction>;
export const useApp = useSelector.withTypes<State>();
export const useAppDispatch = useDispatch.withTypes<Dispatch>();
