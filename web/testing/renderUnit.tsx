/** One part of a unit's page on a unit of the demo, as somebody of a role sees it. */
import { render } from '@testing-library/react';
import { App as AntApp, ConfigProvider } from 'antd';
import type { ReactElement } from 'react';
import { Provider } from 'react-redux';
import { MemoryRouter } from 'react-router';
import { vi } from 'vitest';
import type { Build, Operation, ShelfEntry } from '../../core/document/index.ts';
import { type Overview, overviewOf } from '../../core/overview/index.ts';
import { countingIds } from '../../demo/testUnit.ts';
import { DEMO_PEOPLE, demoUnits } from '../../demo/world.ts';
import { api } from '../app/api.ts';
import { preferencesSlice } from '../app/preferences.ts';
import { rootReducer, store } from '../app/store.ts';
import { theme } from '../app/theme.ts';
import { unitActions, unitSlice } from '../unit/unitSlice.ts';

rootReducer.inject(unitSlice);

export type Role = 'lead' | 'installer' | 'owner';

const units = demoUnits(new Date('2026-01-20T12:00:00Z'), countingIds());
export const demoBuild = (tag: string): Build => units.find((build) => build.unit.tag === tag)!;

interface Given {
  build: Build;
  role?: Role;
  /** What the worker has answered; null while it has not. */
  overview?: Overview | null;
  shelf?: ShelfEntry[];
  path?: string;
  units?: { length: 'mm' | 'in'; wire: 'metric' | 'awg' };
}

/** Renders and gives the store's open unit, to see what was done. */
export async function renderUnit(element: ReactElement, given: Given) {
  const { build, role = 'lead', overview = overviewOf(build), shelf = [], path = '/unit/u/place' } = given;
  const person = DEMO_PEOPLE.find((each) => each.role === role)!;
  const session = { csrf: 'x', person: { id: person.username, ...person } };
  await store.dispatch(api.util.upsertQueryData('session', undefined, session as never));
  await store.dispatch(api.util.upsertQueryData('shelf', undefined, shelf));
  store.dispatch(preferencesSlice.actions.preferencesLoaded(person.username));
  store.dispatch(preferencesSlice.actions.preferenceSet(given.units ?? { length: 'mm', wire: 'metric' }));
  store.dispatch(unitActions.unitClosed());
  store.dispatch(unitActions.unitLoading('u'));
  store.dispatch(unitActions.unitLoaded({ id: 'u', revision: 1, build, pending: [], stacks: { undo: [], redo: [] } }));
  if (overview) store.dispatch(unitActions.overviewReady({ id: 'u', overview }));
  const shown = render(
    <Provider store={store}>
      <ConfigProvider theme={theme}>
        <AntApp>
          <MemoryRouter initialEntries={[path]}>{element}</MemoryRouter>
        </AntApp>
      </ConfigProvider>
    </Provider>,
  );
  const opened = () => store.getState().unit!.open!;
  /** What was done of one kind, in order. */
  const did = <Kind extends Operation['kind']>(kind: Kind) =>
    opened().pending.flatMap(({ operation }) =>
      operation.kind === kind ? [operation as Extract<Operation, { kind: Kind }>] : [],
    );
  return { ...shown, opened, did, done: () => opened().pending };
}

/** Keeps the console quiet about what a test breaks on purpose. */
export const quietConsole = () => vi.spyOn(console, 'error').mockImplementation(() => {});
