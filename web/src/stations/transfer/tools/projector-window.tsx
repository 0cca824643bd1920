import { Button } from 'antd';
import { useState } from 'react';
import { Link } from 'react-router';
import { z } from 'zod';
import { useWorkId } from '../../../store/use-work.js';
import { InviteGuest } from '../invite-guest.js';

/** What browsers that know several screens say of them (the Window Management API). */
const screensSchema = z.object({
  screens: z.array(
    z.object({
      left: z.number(),
      top: z.number(),
      availWidth: z.number(),
      availHeight: z.number(),
      isPrimary: z.boolean(),
    }),
  ),
});

/** Where the projector's screen lies, when the browser knows a second one and may tell. */
async function findSecondScreen(): Promise<string | null> {
  const ask: unknown = 'getScreenDetails' in window ? window.getScreenDetails : null;
  if (typeof ask !== 'function') return null;
  try {
    // The screens are live objects with getters: what is needed is read off one by one.
    const details: unknown = await ask.call(window);
    const second = screensSchema.parse(details).screens.find(({ isPrimary }) => !isPrimary);
    return second
      ? `left=${second.left},top=${second.top},width=${second.availWidth},height=${second.availHeight}`
      : null;
  } catch {
    return null;
  }
}

/** Opens the projector's own window, on its screen where that is known, and the pages that belong to it. */
export function ProjectorWindow() {
  const id = useWorkId();
  const [says, setSays] = useState<string | null>(null);
  const open = async () => {
    const second = await findSecondScreen();
    const opened = window.open(
      `/works/${id}/projector`,
      'nobrel-projector',
      `popup,${second ?? 'width=1280,height=720'}`,
    );
    setSays(
      opened === null
        ? 'The browser blocked the window: allow pop-ups for this page, and open it again.'
        : second === null
          ? 'No second screen is known here: drag the window onto the projector’s screen, and press F there to fill it.'
          : 'It lies on the second screen. Press F there to fill it.',
    );
  };
  return (
    <>
      <h3>The projector’s window</h3>
      <p>
        It is black but for the lines. Steer it from here, or from a tablet beside the wall. Never look into
        the beam.
      </p>
      <p>
        <Button type="primary" onClick={() => void open()}>
          Open the projector’s window
        </Button>{' '}
        <Link to={`/works/${id}/steer`}>Steer it</Link> ·{' '}
        <Link to={`/works/${id}/try-projector`}>Try it without a projector</Link>
      </p>
      {says !== null && <p role="status">{says}</p>}
      <InviteGuest label="Steer it from a tablet or phone" page="steer" />
      <InviteGuest label="Show it from another computer" page="projector" />
    </>
  );
}
