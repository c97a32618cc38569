/** What a person prefers: units of length and wire. Remembered per person on this machine. */
import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import { METRIC, type ReaderUnits } from '../../core/units/index.ts';

export type Preferences = ReaderUnits;

const DEFAULTS: Preferences = METRIC;
const keyFor = (personId: string) => `ember-preferences-${personId}`;

export function loadPreferences(personId: string): Preferences {
  try {
    return { ...DEFAULTS, ...(JSON.parse(localStorage.getItem(keyFor(personId)) ?? '{}') as Partial<Preferences>) };
  } catch {
    return DEFAULTS;
  }
}

export const preferencesSlice = createSlice({
  name: 'preferences',
  initialState: { ...DEFAULTS, personId: '' },
  reducers: {
    preferencesLoaded: (state, { payload }: PayloadAction<string>) => {
      Object.assign(state, loadPreferences(payload), { personId: payload });
    },
    preferenceSet: (state, { payload }: PayloadAction<Partial<Preferences>>) => {
      Object.assign(state, payload);
      localStorage.setItem(keyFor(state.personId), JSON.stringify({ length: state.length, wire: state.wire }));
    },
  },
});
export const { preferencesLoaded, preferenceSet } = preferencesSlice.actions;
