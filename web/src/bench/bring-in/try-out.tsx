import { Button } from 'antd';
import { useEffect, useRef, useState, type ReactNode } from 'react';
import type { StoredPicture } from '@nobrel/core/file';
import { messageOf } from '../../store/api/base.js';
import { useBringIn } from './use-bring-in.js';
import * as panelsCss from '../panels.module.css';
import * as sentenceCss from '../sentence/sentence.module.css';

type TryOutProps = {
  /** What is not needed, such as a camera. */
  without: 'camera' | 'scanner';
  /** What is made up. */
  says: string;
  /** What is written on the button, and while it is done. */
  act: string;
  acting: string;
  /** What the picture is called. */
  name: string;
  /** Makes the picture up; null when it is stopped. */
  make: (stop: AbortSignal) => Promise<Blob | null>;
  /** Takes it as if it had been brought in. */
  onMade: (picture: StoredPicture) => Promise<void>;
  /** True while what was made before is still looked at. */
  busy?: boolean;
  /** How it is made up can be chosen here. */
  children?: ReactNode;
};

/** A picture made up in place of one from a device, so that what follows can be tried without it. */
export function TryOut({
  without,
  says,
  act,
  acting,
  name,
  make,
  onMade,
  busy = false,
  children,
}: TryOutProps) {
  const bringing = useBringIn();
  const [making, setMaking] = useState(false);
  const [fault, setFault] = useState<string | null>(null);
  const underWay = useRef<AbortController | null>(null);
  useEffect(() => () => underWay.current?.abort(), []);
  const tryIt = async () => {
    const own = new AbortController();
    underWay.current = own;
    setMaking(true);
    setFault(null);
    try {
      const made = await make(own.signal);
      if (!made) return;
      const [picture] = await bringing.take([new File([made], name, { type: 'image/jpeg' })]);
      if (picture && !own.signal.aborted) await onMade(picture);
    } catch (error) {
      if (!own.signal.aborted) setFault(messageOf(error));
    } finally {
      setMaking(false);
    }
  };
  return (
    <details className={panelsCss.tryIt}>
      <summary>Try it without a {without}</summary>
      <p>{says}</p>
      {children}
      <p className={panelsCss.toolButtons}>
        <Button size="small" disabled={making || busy} onClick={() => void tryIt()}>
          {act}
        </Button>
        {making && !busy && (
          <span role="status">
            {acting}{' '}
            <Button size="small" onClick={() => underWay.current?.abort()}>
              Stop
            </Button>
          </span>
        )}
      </p>
      {[...(fault === null ? [] : [fault]), ...bringing.faults].map((words) => (
        <p key={words} className={sentenceCss.gapFault} role="alert">
          {words}
        </p>
      ))}
    </details>
  );
}
