import { Alert } from 'antd';
import { createBrowserRouter, Link, Navigate, Outlet, RouterProvider } from 'react-router';
import { stationIds } from '@nobrel/core/file';
import { Frame } from './bench/frame.js';
import { Door } from './door.js';
import { Opening } from './bench/opening.js';
import { Broken } from './broken.js';
import { OpenWork, WorkFrame } from './open-work.js';
import { FlatFile } from './stations/file/flat-file.js';
import { stationPages } from './stations/index.js';

function NowhereToGo() {
  return (
    <Frame>
      <Alert
        type="info"
        title="There is nothing at this address."
        action={<Link to="/">To the flat file</Link>}
      />
    </Frame>
  );
}

/** Shown while the first page is loaded. */
const Loading = () => <Opening what="the page" />;

const router = createBrowserRouter([
  // A phone that shows its token is let in for one photograph, and needs no access code.
  {
    path: '/phone/:token',
    lazy: async () => ({
      Component: (await import('./stations/check/photograph/phone-page.js')).PhonePage,
    }),
    errorElement: <Broken />,
    HydrateFallback: Loading,
  },
  {
    element: (
      <Door>
        <Outlet />
      </Door>
    ),
    children: [
      { path: '/', element: <FlatFile />, errorElement: <Broken /> },
      {
        path: '/plan',
        lazy: async () => ({ Component: (await import('./stations/file/plan/plan-page.js')).PlanPage }),
        errorElement: <Broken />,
        HydrateFallback: Loading,
      },
      {
        path: '/practice',
        lazy: async () => ({
          Component: (await import('./stations/practice/practice-page.js')).PracticePage,
        }),
        errorElement: <Broken />,
        HydrateFallback: Loading,
      },
      {
        path: '/supplies',
        lazy: async () => ({
          Component: (await import('./stations/file/supplies/supplies-page.js')).SuppliesPage,
        }),
        errorElement: <Broken />,
        HydrateFallback: Loading,
      },
      {
        path: '/works/:id',
        element: <OpenWork />,
        errorElement: <Broken />,
        HydrateFallback: Loading,
        children: [
          {
            element: <WorkFrame />,
            children: stationIds.map((path) => ({
              path,
              lazy: stationPages[path],
              errorElement: <Broken />,
              HydrateFallback: Loading,
            })),
          },
          {
            path: 'run',
            lazy: async () => ({ Component: (await import('./stations/transfer/run/run-page.js')).RunPage }),
            errorElement: <Broken />,
            HydrateFallback: Loading,
          },
          {
            path: 'projector',
            lazy: async () => ({
              Component: (await import('./stations/transfer/projection/projector-page.js')).ProjectorPage,
            }),
            errorElement: <Broken />,
            HydrateFallback: Loading,
          },
          {
            path: 'try-projector',
            lazy: async () => ({
              Component: (await import('./stations/transfer/projection/try-page.js')).TryPage,
            }),
            errorElement: <Broken />,
            HydrateFallback: Loading,
          },
          {
            path: 'steer',
            lazy: async () => ({
              Component: (await import('./stations/transfer/projection/steer-page.js')).SteerPage,
            }),
            errorElement: <Broken />,
            HydrateFallback: Loading,
          },
          {
            path: 'record',
            lazy: async () => ({ Component: (await import('./print/record-page.js')).RecordPage }),
            errorElement: <Broken />,
            HydrateFallback: Loading,
          },
          {
            path: 'print/:kind',
            lazy: async () => ({ Component: (await import('./print/sheets-print.js')).SheetsPrint }),
            errorElement: <Broken />,
            HydrateFallback: Loading,
          },
          { path: '*?', element: <Navigate to="reference" replace /> },
        ],
      },
      { path: '*', element: <NowhereToGo /> },
    ],
  },
]);

/** The pages of the application. */
export const App = () => <RouterProvider router={router} />;
