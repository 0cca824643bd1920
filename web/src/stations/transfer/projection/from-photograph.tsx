import { Button } from 'antd';
import { useRef, useState } from 'react';
import type { Quad } from '@nobrel/core/geometry';
import type { PlacedByPhotographTold } from '../../../workers/projection-worker.js';
import { projectionWorker } from '../../../workers/use-projection.js';
import { partOf, type WallSize } from '@nobrel/core/transfer';
import { FileUpload, type FileChooser } from '../../../bench/bring-in/file-upload.js';
import { PointOut } from './point-out.js';
import { usePlaced } from './placing.js';
import type { Wall } from './use-wall.js';
import * as css from './projection.module.css';

type State =
  | { at: 'rest' }
  | { at: 'work' }
  | { at: 'fault'; says: string }
  | { at: 'placed'; told: PlacedByPhotographTold };

/** Without a ruler: placed by one photograph of the wall, with dots thrown onto it and the taped outline in it. */
export function FromPhotograph({ surface, wall }: { surface: WallSize; wall: Wall }) {
  const { picture } = usePlaced(wall, surface);
  const { state, photograph, pointing, setPointing, read, rest } = useWallPhotograph(surface, wall);
  const areDotsShown = picture.view === 'dots';
  return (
    <section aria-label="From a photograph">
      <h2>Without a ruler</h2>
      <p>
        Tape the outline, show the dots, leave a little light in the room, and photograph the wall so that all
        of the outline is in it.
      </p>
      <div className={css.steerRow}>
        <Button
          aria-pressed={areDotsShown}
          onClick={() =>
            wall.change(
              areDotsShown
                ? { view: 'lines' }
                : { view: 'dots', blank: false, blink: false, brightness: 1, placing: 'none' },
            )
          }
        >
          {areDotsShown ? 'Show the lines again' : 'Show the dots'}
        </Button>
        <ChoosePhotograph isBusy={state.at === 'work'} onChoose={(chosen) => void read(chosen)} />
        {state.at === 'work' && <Button onClick={rest}>Cancel</Button>}
      </div>
      {state.at === 'work' && <p role="status">Looking for the dots and the outline…</p>}
      {state.at === 'fault' && <p role="alert">{state.says}</p>}
      {pointing && <PointOut photograph={pointing} onPoint={(corners) => void read(pointing, corners)} />}
      {state.at === 'placed' && (
        <>
          <p role="status">
            {state.told.dots} dots seen. They agree to {state.told.rmsPx.toFixed(1)} pixels of the projector;
            the lens bends the rim by {(100 * Math.abs(state.told.bend)).toFixed(1)} %.
          </p>
          <Button
            type="primary"
            onClick={() => {
              wall.change({ placed: state.told.placed, view: 'lines', placing: 'none' });
              rest();
            }}
          >
            Place it so
          </Button>{' '}
          {!pointing && (
            <Button onClick={() => setPointing(photograph)}>Point the corners out instead</Button>
          )}
        </>
      )}
    </section>
  );
}

/** Asks for a photograph of the wall, from a camera where there is one. */
function ChoosePhotograph({ isBusy, onChoose }: { isBusy: boolean; onChoose: (chosen: Blob) => void }) {
  const chooser = useRef<FileChooser>(null);
  return (
    <FileUpload
      ref={chooser}
      label="Photograph of the wall"
      accept="image/*"
      camera
      onFiles={([chosen]) => chosen && onChoose(chosen)}
    >
      <Button disabled={isBusy} onClick={() => chooser.current?.choose()}>
        Choose the photograph
      </Button>
    </FileUpload>
  );
}

/** A photograph of the wall being read, and what was found on it. */
function useWallPhotograph(surface: WallSize, wall: Wall) {
  const { placed } = usePlaced(wall, surface);
  const [state, setState] = useState<State>({ at: 'rest' });
  const [photograph, setPhotograph] = useState<Blob | null>(null);
  /** The photograph on which corners are being pointed out. */
  const [pointing, setPointing] = useState<Blob | null>(null);
  /** What is asked for now: an answer to something older is not shown. */
  const asked = useRef(0);
  const read = async (chosen: Blob, corners: Quad | null = null) => {
    const own = ++asked.current;
    setState({ at: 'work' });
    setPhotograph(chosen);
    setPointing(null);
    const { screen, position } = placed;
    const wanted = { surface, part: partOf(placed, surface), screen, position, corners };
    const answer = await projectionWorker()
      .placeByPhotograph(chosen, wanted)
      .catch(() => ({
        fault: 'The photograph could not be read. Take it as JPEG or PNG, and choose it again.',
        what: 'dots' as const,
      }));
    if (own !== asked.current) return;
    if (!('fault' in answer)) setState({ at: 'placed', told: answer });
    else {
      setState({ at: 'fault', says: answer.fault });
      setPointing(answer.what === 'outline' ? chosen : null);
    }
  };
  /** What is under way is not waited for any more. */
  const rest = () => {
    asked.current++;
    setState({ at: 'rest' });
  };
  return { state, photograph, pointing, setPointing, read, rest };
}
