import { Alert } from 'antd';
import type { ComponentType } from 'react';
import { createBrowserRouter, Link, Navigate, Outlet, RouterProvider } from 'react-router';
import { stationIds } from '@nobrel/core/file';
import { Frame } from './bench/frame/frame.js';
import { Door } from './door.js';
import { Opening } from './bench/frame/opening.js';
import { Broken } from './broken.js';
import { FlatFile } from './stations/file/flat-file/flat-file.js';
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

/** What is loaded when it is first gone to. */
const loaded = (load: () => Promise<ComponentType>) => ({
  lazy: async () => ({ Component: await load() }),
  errorElement: <Broken />,
  HydrateFallback: Loading,
});

/** A page whose code is loaded when it is first gone to. */
const pageAt = (path: string, load: () => Promise<ComponentType>) => ({ path, ...loaded(load) });

const router = createBrowserRouter([
  // A phone that shows its token is let in for one photograph, and needs no access code.
  pageAt('/phone/:token', async () => (await import('./stations/check/photograph/phone-page.js')).PhonePage),
  {
    element: (
      <Door>
        <Outlet />
      </Door>
    ),
    children: [
      { path: '/', element: <FlatFile />, errorElement: <Broken /> },
      pageAt('/charts', async () => (await import('./stations/file/charts/charts-page.js')).ChartsPage),
      pageAt('/plan', async () => (await import('./stations/file/plan/plan-page.js')).PlanPage),
      pageAt('/practice', async () => (await import('./stations/practice/practice-page.js')).PracticePage),
      pageAt(
        '/supplies',
        async () => (await import('./stations/file/supplies/supplies-page.js')).SuppliesPage,
      ),
      {
        ...pageAt('/works/:id', async () => (await import('./open-work.js')).OpenWork),
        children: [
          {
            ...loaded(async () => (await import('./open-work.js')).WorkFrame),
            children: stationIds.map((path) => ({
              path,
              lazy: stationPages[path],
              errorElement: <Broken />,
              HydrateFallback: Loading,
            })),
          },
          pageAt('run', async () => (await import('./stations/transfer/run/run-page.js')).RunPage),
          pageAt(
            'projector',
            async () => (await import('./stations/transfer/projection/projector-page.js')).ProjectorPage,
          ),
          pageAt(
            'try-projector',
            async () => (await import('./stations/transfer/projection/try-page.js')).TryPage,
          ),
          pageAt(
            'steer',
            async () => (await import('./stations/transfer/projection/steer-page.js')).SteerPage,
          ),
          pageAt('record', async () => (await import('./print/record-page.js')).RecordPage),
          pageAt('print/:kind', async () => (await import('./print/sheets-print.js')).SheetsPrint),
          { path: '*?', element: <Navigate to="reference" replace /> },
        ],
      },
      { path: '*', element: <NowhereToGo /> },
    ],
  },
]);

/** The pages of the application. */
export const App = () => <RouterProvider router={router} />;
