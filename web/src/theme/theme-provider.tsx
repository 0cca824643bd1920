import { ConfigProvider } from 'antd';
import { useEffect, type ReactNode } from 'react';
import { useAppSelector } from '../store/hooks.js';
import { rooms, themeFor } from './tokens.js';
import { useMedia } from './use-media.js';

/** Lights the room: hands Ant Design its tokens and our own style sheet the same colours. */
export function ThemeProvider({ children }: { children: ReactNode }) {
  const room = useAppSelector((state) => state.view.room);
  useEffect(() => {
    const page = document.documentElement;
    page.dataset['room'] = room;
    for (const [name, colour] of Object.entries(rooms[room])) page.style.setProperty(`--${name}`, colour);
  }, [room]);
  const reduced = useMedia('(prefers-reduced-motion: reduce)');
  const config = themeFor(room);
  return (
    <ConfigProvider theme={{ ...config, token: { ...config.token, motion: !reduced } }}>
      {children}
    </ConfigProvider>
  );
}
