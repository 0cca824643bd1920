import { useEffect } from 'react';
import { useNavigate, useParams } from 'react-router';
import { stationIds } from '@nobrel/core/file';
import { useAppDispatch, useAppSelector } from '../store/hooks.js';
import { loupeTaken } from '../store/view-slice.js';
import { isTyping } from './typing.js';
import { redone, undone } from '../store/work-slice.js';

/** Keys that work on every screen; `?` lists them. */
export function useShortcuts(showHelp: () => void): void {
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const { id } = useParams();
  const loupe = useAppSelector((state) => state.view.loupe);
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (isTyping(event.target)) return;
      const command = event.ctrlKey || event.metaKey;
      const key = event.key.toLowerCase();
      if (command && key === 'z') {
        event.preventDefault();
        dispatch(event.shiftKey ? redone() : undone());
      } else if (command && key === 'y') {
        event.preventDefault();
        dispatch(redone());
      } else if (!command && !event.altKey && key === '?') {
        showHelp();
      } else if (!command && !event.altKey && key === 'l') {
        dispatch(loupeTaken(!loupe));
      } else if (!command && !event.altKey && id !== undefined) {
        // Zero belongs to the leaf; the stations begin at one.
        const station = stationIds[Number(event.key) - 1];
        if (/^[1-9]$/.test(event.key) && station) void navigate(`/works/${id}/${station}`);
      }
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [dispatch, navigate, id, showHelp, loupe]);
}
