import { Alert, Spin } from 'antd';
import { useEffect } from 'react';
import { createBrowserRouter, Link, Navigate, RouterProvider, useParams } from 'react-router';
import { stations, type Station } from '@nobrel/core/file';
import { Frame } from './bench/frame.js';
import { Strip } from './bench/strip.js';
import { OrderSlipPrint } from './print/order-slip-print.js';
import { PinsPrint } from './print/pins-print.js';
import { ReferencePrint } from './print/reference-print.js';
import { SettingOutPrint } from './print/setting-out-print.js';
import { SheetsPrint } from './print/sheets-print.js';
import { FileStation } from './stations/file/file-station.js';
import { FlatFile } from './stations/file/flat-file.js';
import { FitStation } from './stations/fit/fit-station.js';
import { MapStation } from './stations/map/map-station.js';
import { ReferenceStation } from './stations/reference/reference-station.js';
import { SheetsStation } from './stations/sheets/sheets-station.js';
import { TransferStation } from './stations/transfer/transfer-station.js';
import { messageOf, useWorkQuery } from './store/api.js';
import { useAppDispatch, useAppSelector } from './store/hooks.js';
import { readStash } from './store/unsaved.js';
import { closed, opened, refreshed } from './store/work-slice.js';

const benches: Record<Station, () => React.ReactNode> = {
  reference: ReferenceStation,
  fit: FitStation,
  map: MapStation,
  sheets: SheetsStation,
  transfer: TransferStation,
  file: FileStation,
};

/** Pages made for paper, by the last part of their address. */
const prints = {
  reference: ReferencePrint,
  'setting-out': SettingOutPrint,
  'order-slip': OrderSlipPrint,
  pins: PinsPrint,
  sheets: SheetsPrint,
} as const;

function isPrint(name: string | undefined): name is keyof typeof prints {
  return name !== undefined && name in prints;
}

function isStation(name: string | undefined): name is Station {
  return stations.some((station) => station === name);
}

/** One work, at a station or on a page made for paper; its address names both. */
function WorkPage() {
  const { id = '', station, sheet } = useParams();
  const dispatch = useAppDispatch();
  const answer = useWorkQuery(id, { refetchOnMountOrArgChange: true, refetchOnFocus: true });
  const openId = useAppSelector((state) => state.work.work?.id);
  const title = useAppSelector((state) => state.work.decisions?.title);
  const data = answer.isError || (answer.isFetching && openId !== id) ? undefined : answer.data;
  useEffect(() => {
    if (!data) return;
    if (openId === data.id) dispatch(refreshed(data));
    else dispatch(opened({ work: data, unsaved: readStash(data.id, data.revision) }));
  }, [data, openId, dispatch]);
  useEffect(() => () => void dispatch(closed()), [id, dispatch]);
  useEffect(() => {
    document.title = title ? `${title} · Nobrel` : 'Nobrel';
    return () => {
      document.title = 'Nobrel';
    };
  }, [title]);

  if (!isStation(station) && !isPrint(sheet)) return <Navigate to={`/works/${id}/reference`} replace />;
  if (answer.isError && openId !== id) {
    return (
      <Frame>
        <Alert type="error" title={messageOf(answer.error)} action={<Link to="/">To the flat file</Link>} />
      </Frame>
    );
  }
  if (openId !== id) {
    return (
      <Frame>
        <Spin aria-label="Opening the work" />
      </Frame>
    );
  }
  if (isPrint(sheet)) {
    const Print = prints[sheet];
    return <Print />;
  }
  if (!isStation(station)) return null;
  const Bench = benches[station];
  return (
    <Frame title={<span className="top-place">{title}</span>} strip={<Strip />}>
      <Bench />
    </Frame>
  );
}

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

const router = createBrowserRouter([
  { path: '/', element: <FlatFile /> },
  { path: '/works/:id', element: <WorkPage /> },
  { path: '/works/:id/print/:sheet', element: <WorkPage /> },
  { path: '/works/:id/:station', element: <WorkPage /> },
  { path: '*', element: <NowhereToGo /> },
]);

export function App() {
  return <RouterProvider router={router} />;
}
