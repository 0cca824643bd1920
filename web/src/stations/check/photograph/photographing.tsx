import { Button } from 'antd';
import { useEffect, useRef, useState } from 'react';
import type { JudgedPhotograph } from '@nobrel/core/check';
import type { SizeMm } from '@nobrel/core/units';
import { FileUpload, type FileChooser } from '../../../bench/bring-in/file-upload.js';
import { openPhotographJudge } from '../../../workers/in-photograph-worker.js';
import { Judged } from './judged.js';
import { LiveCamera } from './live-camera.js';
import { useCamera } from './use-camera.js';
import * as css from './photograph.module.css';
import * as panelsCss from '../../../bench/panels.module.css';
import * as sentenceCss from '../../../bench/sentence/sentence.module.css';

type PhotographingProps = {
  /** The surface that is photographed. */
  size: SizeMm;
  /** What the button says that hands the photograph on. */
  useIt: string;
  onPhotograph: (photograph: File) => Promise<void>;
};

type Taken = { file: File; source: string; judged: JudgedPhotograph | null | 'looking' };

/** Taking a photograph of the drawing with this device: seen and judged before it is handed on. */
export function Photographing({ size, useIt, onPhotograph }: PhotographingProps) {
  const camera = useCamera();
  const chooser = useRef<FileChooser>(null);
  const { taken, handing, look, hand, drop } = useTaken(size, onPhotograph);
  const takeOne = () => (camera.isThere ? void camera.open() : chooser.current?.choose());
  const see = (file: File) => {
    camera.close();
    void look(file);
  };
  return (
    <section className={css.photographing} aria-label="Photograph the drawing">
      <FileUpload
        ref={chooser}
        label="Photograph"
        accept="image/*"
        camera={!camera.isThere}
        onFiles={([file]) => file && see(file)}
      >
        {!taken && !camera.stream && (
          <>
            <ul>
              <li>From above, the camera level over the middle of the sheet.</li>
              <li>In even light, with nobody’s shadow on it.</li>
              <li>The whole sheet in view, on a table darker or lighter than it.</li>
            </ul>
            <p className={panelsCss.toolButtons}>
              <Button type="primary" onClick={takeOne}>
                {camera.isThere ? 'Open the camera' : 'Take the photograph'}
              </Button>
              {camera.isThere && <Button onClick={() => chooser.current?.choose()}>Choose a picture</Button>}
            </p>
          </>
        )}
        {camera.stream && (
          <LiveCamera stream={camera.stream} size={size} onTaken={see} onClose={camera.close} />
        )}
        {camera.fault && (
          <p className={sentenceCss.gapFault} role="alert">
            {camera.fault}
          </p>
        )}
        {taken && (
          <>
            <Judged source={taken.source} judged={taken.judged} />
            <p className={panelsCss.toolButtons}>
              <Button
                type="primary"
                disabled={handing || taken.judged === 'looking'}
                onClick={() => void hand(taken.file)}
              >
                {useIt}
              </Button>
              <Button
                disabled={handing}
                onClick={() => {
                  drop();
                  takeOne();
                }}
              >
                Take another
              </Button>
            </p>
          </>
        )}
      </FileUpload>
    </section>
  );
}

/** The photograph in hand: seen and judged, handed on, or dropped for another. */
function useTaken(size: SizeMm, onPhotograph: PhotographingProps['onPhotograph']) {
  const [taken, setTaken] = useState<Taken | null>(null);
  const [handing, setHanding] = useState(false);
  const source = taken?.source;
  useEffect(() => () => (source === undefined ? undefined : URL.revokeObjectURL(source)), [source]);
  const look = async (file: File) => {
    setTaken({ file, source: URL.createObjectURL(file), judged: 'looking' });
    const judge = openPhotographJudge();
    const judged = await judge.judge(file, size).finally(judge.close);
    setTaken((now) => (now?.file === file ? { ...now, judged } : now));
  };
  const hand = async (file: File) => {
    setHanding(true);
    await onPhotograph(file);
    setHanding(false);
    setTaken(null);
  };
  return { taken, handing, look, hand, drop: () => setTaken(null) };
}
