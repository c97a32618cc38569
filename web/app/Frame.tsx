import { Dropdown, Segmented } from 'antd';
import { lazy, Suspense, useEffect, useState } from 'react';
import { Link, NavLink, Outlet } from 'react-router';
import type { Person } from '../../core/contract/index.ts';
import { unitActions, unitSlice } from '../unit/unitSlice.ts';
import { useSignOutMutation } from './api.ts';
import { Brand } from './Brand.tsx';
import { OwnWork } from './OwnWork.tsx';
import { preferenceSet, preferencesLoaded } from './preferences.ts';
import { rootReducer, store, useApp, useAppDispatch } from './store.ts';
import './shell.css';

const RecordsState = lazy(() => import('./RecordsState.tsx').then(({ RecordsState }) => ({ default: RecordsState })));

const OwnPassword = lazy(() => import('./OwnPassword.tsx').then(({ OwnPassword: Dialog }) => ({ default: Dialog })));

const ROLE_WORDS = { lead: 'lead', installer: 'installer', owner: 'fleet owner' } as const;

rootReducer.inject(unitSlice);
// What was put in shows with the next action: this is one that changes nothing.
store.dispatch(unitActions.unitClosed());

/** What is round every place for whoever has come in: the steel bar, and the place itself. */
export default function Frame({ person }: { person: Person }) {
  const [signOut] = useSignOutMutation();
  const dispatch = useAppDispatch();
  const preferences = useApp((state) => state.preferences);
  const openId = useApp((state) => state.unit.open?.id);
  const openTag = useApp((state) => state.unit.open?.build.unit.tag);
  const [password, setPassword] = useState(false);
  const personId = person.id;

  useEffect(() => {
    // Nothing of whoever was here before stays on the screen.
    dispatch(unitActions.unitClosed());
    dispatch(preferencesLoaded(personId));
    // What waits from an earlier visit is sent once the place is on the screen; nothing of it is needed to draw that.
    const sendAll = () => {
      void import('./sending.ts').then(({ sendEverythingWaiting }) => dispatch(sendEverythingWaiting()));
      void import('./photoQueue.ts').then(({ sendPhotos }) => dispatch(sendPhotos()));
    };
    sendAll();
    window.addEventListener('online', sendAll);
    return () => window.removeEventListener('online', sendAll);
  }, [personId, dispatch]);

  return (
    <div className="shell">
      <header className="bar">
        <Link to="/yard" className="brand" aria-label="West Ember, to the Yard">
          <Brand />
          <span>West Ember</span>
        </Link>
        <nav aria-label="Places">
          <NavLink to="/yard">Yard</NavLink>
          {openId && (
            <NavLink to={`/unit/${openId}`}>
              Unit <small>{openTag}</small>
            </NavLink>
          )}
          <NavLink to="/shop">Shop</NavLink>
          <NavLink to="/shelf">Shelf</NavLink>
        </nav>
        <div className="right">
          <OwnWork personId={person.id} />
          <Dropdown
            trigger={['click']}
            placement="bottomRight"
            popupRender={() => (
              <div className="person-menu">
                <div>
                  <b>{person.name}</b>
                  <span className="muted"> {ROLE_WORDS[person.role]}</span>
                </div>
                <div className="choice">
                  <span>Lengths</span>
                  <Segmented
                    aria-label="Lengths"
                    size="small"
                    options={['mm', 'in']}
                    value={preferences.length}
                    onChange={(length) => dispatch(preferenceSet({ length: length as 'mm' | 'in' }))}
                  />
                </div>
                <div className="choice">
                  <span>Wire</span>
                  <Segmented
                    aria-label="Wire"
                    size="small"
                    options={[
                      { label: 'mm²', value: 'metric' },
                      { label: 'AWG', value: 'awg' },
                    ]}
                    value={preferences.wire}
                    onChange={(wire) => dispatch(preferenceSet({ wire: wire as 'metric' | 'awg' }))}
                  />
                </div>
                {person.role !== 'owner' && (
                  <Suspense fallback={null}>
                    <RecordsState />
                  </Suspense>
                )}
                {person.role === 'lead' && (
                  <Link className="as-button" to="/people">
                    People and codes
                  </Link>
                )}
                <button type="button" onClick={() => setPassword(true)}>
                  Change password …
                </button>
                <button type="button" onClick={() => signOut('here')}>
                  Sign out
                </button>
                <button type="button" onClick={() => signOut('everywhere')}>
                  Sign out on every device
                </button>
              </div>
            )}
          >
            <button
              type="button"
              className="person"
              aria-label={`${person.name}, ${ROLE_WORDS[person.role]}: units and sign-out`}
            >
              <span className="initial" style={{ background: person.colour }}>
                {person.name[0]}
              </span>
              <span>
                {person.name.split(' ')[0]}, {ROLE_WORDS[person.role]}
              </span>
            </button>
          </Dropdown>
        </div>
      </header>
      {password && (
        <Suspense fallback={null}>
          <OwnPassword onClose={() => setPassword(false)} />
        </Suspense>
      )}
      <main className="place">
        <Outlet />
      </main>
    </div>
  );
}
