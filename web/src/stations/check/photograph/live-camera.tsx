import { Button } from 'antd';
import { useEffect, useRef, useState } from 'react';
import type { JudgedPhotograph } from '@nobrel/core/check';
import type { SizeMm } from '@nobrel/core/units';
import { openPhotographJudge } from '../../../workers/in-photograph-worker.js';
import { Verdict } from './judged.js';
import { photographFrom } from './use-camera.js';
import * as css from './photograph.module.css';
import * as panelsCss from '../../../bench/panels.module.css';

type LiveCameraProps = {
  stream: MediaStream;
  size: SizeMm;
  onTaken: (photograph: File) => void;
  onClose: () => void;
};

/** What the camera shows is looked at again so long after the last look, milliseconds. */
const pauseMs = 250;

/** What the camera sees, and what could be better about it before it is taken. */
export function LiveCamera({ stream, size, onTaken, onClose }: LiveCameraProps) {
  const video = useRef<HTMLVideoElement>(null);
  const [judged, setJudged] = useState<JudgedPhotograph | null>(null);
  const { widthMm, heightMm } = size;
  useEffect(() => {
    const shown = video.current;
    if (!shown) return undefined;
    shown.srcObject = stream;
    const judge = openPhotographJudge();
    let [closed, timer] = [false, 0];
    const look = async () => {
      const seen = shown.videoWidth > 0 ? await judge.judge(shown, { widthMm, heightMm }) : null;
      if (closed) return;
      if (seen) setJudged(seen);
      timer = window.setTimeout(() => void look(), pauseMs);
    };
    void look();
    return () => {
      closed = true;
      window.clearTimeout(timer);
      judge.close();
    };
  }, [stream, widthMm, heightMm]);
  const take = async () => {
    const photograph = video.current && (await photographFrom(video.current));
    if (photograph) onTaken(photograph);
  };
  return (
    <figure className={css.photographJudged}>
      <video ref={video} autoPlay playsInline muted aria-label="What the camera sees" />
      <figcaption role="status">{judged ? <Verdict judged={judged} /> : <p>Looking…</p>}</figcaption>
      <p className={panelsCss.toolButtons}>
        <Button type="primary" onClick={() => void take()}>
          Take the photograph
        </Button>
        <Button onClick={onClose}>Close the camera</Button>
      </p>
    </figure>
  );
}
