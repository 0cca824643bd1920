import { useNavigate, useParams } from 'react-router';
import { stationIds } from '@nobrel/core/file';
import { useAppDispatch, useAppSelector } from '../../store/hooks.js';
import { leavesShared, leavesShown, loupeTaken, tourAsked, usualLeaves } from '../../store/view-slice.js';
import { useKey } from './use-key.js';
import { useStation } from '../use-station.js';

/** Keys that work on every screen. */
export function useShortcuts(showHelp: () => void): void {
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const { id } = useParams();
  const loupe = useAppSelector((state) => state.view.loupe);
  const station = useStation();
  const { show } = useAppSelector((state) => (station && state.view.leaves[station]) ?? usualLeaves);
  useKey('help', showHelp);
  useKey('tour', () => dispatch(tourAsked()), { active: id !== undefined });
  useKey('loupe', () => dispatch(loupeTaken(!loupe)));
  useKey(
    'leaves',
    () => {
      if (!station) return;
      const next = leavesShown[(leavesShown.indexOf(show) + 1) % leavesShown.length] ?? 'both';
      dispatch(leavesShared({ station, change: { show: next } }));
    },
    { active: station !== null },
  );
  useKey(
    'station',
    ({ key }) => {
      // Zero belongs to the leaf; the stations begin at one.
      const asked = stationIds[Number(key) - 1];
      if (asked) void navigate(`/works/${id}/${asked}`);
    },
    { active: id !== undefined },
  );
}
