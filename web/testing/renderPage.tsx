/** A place of the interface on answers that a test gives instead of a server, as somebody of a role sees it. */
import { render } from '@testing-library/react';
import { App as AntApp, ConfigProvider } from 'antd';
import type { ReactElement } from 'react';
import { Provider } from 'react-redux';
import { MemoryRouter, Route, Routes, useLocation } from 'react-router';
import type { Person } from '../../core/contract/index.ts';
import { DEMO_PEOPLE } from '../../demo/people.ts';
import { api } from '../app/api.ts';
import { preferencesSlice } from '../app/preferences.ts';
import { store } from '../app/store.ts';
import { theme } from '../app/theme.ts';
import type { Role } from './renderUnit.tsx';

/** One request, as it reached the server. */
export interface Asked {
  method: string;
  /** After /api/, without what is asked for. */
  path: string;
  query: URLSearchParams;
  body: unknown;
}

export type Answers = Record<string, unknown | ((asked: Asked) => unknown)>;

/** An answer of another kind than 200. */
export const refusal = (status: number, code: string, message: string): Response =>
  Response.json({ error: { code, message } }, { status });

/** Answers by method and path, as 'GET shop'; whatever else is asked is not found. Gives all that was asked, in order. */
export function serve(answers: Answers): Asked[] {
  const asked: Asked[] = [];
  globalThis.fetch = async (input) => {
    const request = input as Request;
    const url = new URL(request.url);
    const text = await request.text();
    const one: Asked = {
      method: request.method,
      path: url.pathname.replace(/^\/api\//, ''),
      query: url.searchParams,
      body: text === '' ? null : JSON.parse(text),
    };
    asked.push(one);
    const answer = answers[`${one.method} ${one.path}`];
    if (answer === undefined) return refusal(404, 'NOT_FOUND', `Nothing answers ${one.method} ${one.path}.`);
    const value = typeof answer === 'function' ? await answer(one) : answer;
    return value instanceof Response ? value : Response.json(value);
  };
  return asked;
}

/** What the server says when it takes every operation of a request. */
export const accept = ({ body }: Asked) => ({
  outcomes: (body as { operations: { id: string }[] }).operations.map(({ id }) => ({
    status: 'applied',
    id,
    revision: 2,
    at: '2026-01-20T10:00:00.000Z',
  })),
});

export const personOf = (role: Role): Person => {
  const person = DEMO_PEOPLE.find((each) => each.role === role)!;
  return { ...person, id: person.username, fleetId: null };
};

const Where = () => <output data-testid="where">{useLocation().pathname}</output>;

interface Given {
  role?: Role | null;
  answers?: Answers;
  path?: string;
  /** The path's pattern, for places that read something from it. */
  route?: string;
}

/** Renders; `asked` is all that reaches the server, `where` the path one has come to. */
export async function renderPage(element: ReactElement, given: Given = {}) {
  const { role = 'lead', answers = {}, path = '/', route = '*' } = given;
  const session = role && { csrf: 'x', person: personOf(role) };
  const asked = serve({ 'GET session': session, ...answers });
  store.dispatch(api.util.resetApiState());
  store.dispatch(preferencesSlice.actions.preferencesLoaded(session?.person.id ?? 'nobody'));
  store.dispatch(preferencesSlice.actions.preferenceSet({ length: 'mm', wire: 'metric' }));
  const shown = render(
    <Provider store={store}>
      <ConfigProvider theme={theme}>
        <AntApp>
          <MemoryRouter initialEntries={[path]}>
            <Where />
            <Routes>
              <Route path={route} element={element} />
              <Route path="*" element={null} />
            </Routes>
          </MemoryRouter>
        </AntApp>
      </ConfigProvider>
    </Provider>,
  );
  const where = () => shown.getByTestId('where').textContent;
  /** What was asked to be changed, by kind and body. */
  const sent = (key: string) => asked.filter((each) => `${each.method} ${each.path}` === key).map((each) => each.body);
  return { ...shown, asked, where, sent };
}
