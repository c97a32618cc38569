import { App as AntApp, ConfigProvider } from 'antd';
import { lazy, Suspense } from 'react';
import { Provider } from 'react-redux';
import { createBrowserRouter, Navigate, RouterProvider } from 'react-router';
import { Shell } from './Shell.tsx';
import { Stumbled } from './Stumbled.tsx';
import { store } from './store.ts';
import { theme } from './theme.ts';

// Each place comes when it is opened: the door stays small.
const Yard = lazy(() => import('../yard/Yard.tsx').then(({ Yard }) => ({ default: Yard })));

const UnitPage = lazy(() => import('../unit/UnitPage.tsx'));

const ShelfPage = lazy(() => import('../shelf/ShelfPage.tsx'));

const ShopPage = lazy(() => import('../shop/ShopPage.tsx'));

const PeoplePage = lazy(() => import('../people/PeoplePage.tsx'));

const waiting = <div className="empty">One moment …</div>;

const router = createBrowserRouter([
  {
    path: '/',
    element: <Shell />,
    errorElement: <Stumbled />,
    children: [
      { index: true, element: <Navigate to="/yard" replace /> },
      {
        path: 'yard',
        element: (
          <Suspense fallback={null}>
            <Yard />
          </Suspense>
        ),
      },
      {
        path: 'unit/:id/:stage?',
        element: (
          <Suspense fallback={waiting}>
            <UnitPage />
          </Suspense>
        ),
      },
      {
        path: 'shop/:view?',
        element: (
          <Suspense fallback={waiting}>
            <ShopPage />
          </Suspense>
        ),
      },
      {
        path: 'shelf',
        element: (
          <Suspense fallback={waiting}>
            <ShelfPage />
          </Suspense>
        ),
      },
      {
        path: 'people',
        element: (
          <Suspense fallback={waiting}>
            <PeoplePage />
          </Suspense>
        ),
      },
      { path: '*', element: <div className="empty">There is nothing at this address. The Yard is one click up.</div> },
    ],
  },
]);

export function Root() {
  return (
    <Provider store={store}>
      <ConfigProvider theme={theme}>
        <AntApp style={{ height: '100%' }} message={{ maxCount: 2 }}>
          <RouterProvider router={router} />
        </AntApp>
      </ConfigProvider>
    </Provider>
  );
}
