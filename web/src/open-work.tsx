import { Alert } from 'antd';
import { lazy, Suspense, useEffect } from 'react';
import { Link, Outlet, useParams } from 'react-router';
import { Frame } from './bench/frame/frame.js';
import { Opening } from './bench/frame/opening.js';
import { ConflictNotice } from './bench/frame/saving.js';
import { Strip } from './bench/frame/strip.js';
import { WorkTools } from './bench/frame/work-tools.js';
import { stationPages } from './stations/index.js';
import { messageOf } from './store/api/base.js';
import { useWorkQuery } from './store/api/work.js';
import './store/autosave.js';
import { useAppDispatch, useAppSelector } from './store/hooks.js';
import { useWorkState } from './store/use-work.js';
import { readStash, unsavedOf } from './store/unsaved.js';
import { closed, opened, refreshed } from './store/work-slice.js';

/** Opens the work its address names, for the stations and pages below it. */
export function OpenWork() {
  const { id = '' } = useParams();
  const dispatch = useAppDispatch();
  const answer = useWorkQuery(id, { refetchOnMountOrArgChange: true, refetchOnFocus: true });
  const openId = useWorkState((work) => work.id);
  const title = useWorkState(({ decisions }) => decisions?.title);
  const data = answer.isError || (answer.isFetching && openId !== id) ? undefined : answer.data;
  useEffect(() => {
    if (!data) return;
    if (openId === data.id) dispatch(refreshed(data));
    else dispatch(opened({ work: data, unsaved: unsavedOf(data, readStash(data.id)) }));
  }, [data, openId, dispatch]);
  useEffect(() => () => void dispatch(closed()), [id, dispatch]);
  useEffect(() => {
    document.title = title ? `${title} · Nobrel` : 'Nobrel';
    return () => {
      document.title = 'Nobrel';
    };
  }, [title]);
  if (openId === id) return <Outlet />;
  return (
    <Frame>
      {answer.isError ? (
        <Alert type="error" title={messageOf(answer.error)} action={<Link to="/">To the flat file</Link>} />
      ) : (
        <Opening what="the work" />
      )}
    </Frame>
  );
}

/** Loads the other stations once the one gone to stands, so that going to them takes no time. */
function loadOthersSoon() {
  const timer = setTimeout(() => {
    for (const load of Object.values(stationPages)) void load();
  }, settledMs);
  return () => clearTimeout(timer);
}

/** By then a station stands. */
const settledMs = 2000;

const BenchTour = lazy(async () => ({ default: (await import('./bench/frame/bench-tour.js')).BenchTour }));

/** What stands around every station of a work. */
export function WorkFrame() {
  const toured = useAppSelector((state) => state.view.toured);
  useEffect(loadOthersSoon, []);
  const title = useWorkState(({ decisions }) => decisions?.title);
  return (
    <Frame
      title={title}
      tools={<WorkTools />}
      strip={
        <>
          <Strip />
          <ConflictNotice />
        </>
      }
    >
      <Outlet />
      {!toured && (
        <Suspense>
          <BenchTour />
        </Suspense>
      )}
    </Frame>
  );
}
