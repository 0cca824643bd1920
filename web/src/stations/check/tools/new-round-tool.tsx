import { useEffect } from 'react';
import { maxRounds, type CheckSubject } from '@nobrel/core/check';
import { PictureDrop } from '../../../bench/bring-in/picture-drop.js';
import { ToolInHand } from '../../../leaves/in-hand.js';
import { prepareChecker } from '../../../workers/in-check-worker.js';
import { FromPhone } from '../photograph/from-phone.js';
import { ThisCamera } from '../photograph/this-camera.js';
import { WithoutCamera } from '../photograph/without-camera.js';
import { useCheckBench } from '../use-check.js';
import * as panelsCss from '../../../bench/panels.module.css';

const adviceFor: Readonly<Record<CheckSubject, string>> = {
  drawing:
    'Lay the drawing flat on a darker or lighter table and photograph it from above, in even light, with the whole sheet in view.',
  transfer:
    'Photograph the surface from straight before it, in even light, with all of it in view, before the first wash.',
  'under-way':
    'Take the sheet aside, or blank the projector, and photograph the surface with all of it in view: it is said what is still to trace.',
};

/** Bringing in a photograph of the drawing as it stands; or making one up, to try how it goes. */
export function NewRoundTool() {
  const check = useCheckBench();
  useEffect(prepareChecker, []);
  return (
    <ToolInHand
      sentence={
        <span role="status">
          {check.full
            ? `There are ${maxRounds} rounds, as many as are kept. Delete one to bring in another.`
            : adviceFor[check.check.of]}
        </span>
      }
      panel={
        check.full ? undefined : (
          <section className={panelsCss.mapPanel} aria-label="New round">
            <h3>Round {check.rounds.length + 1}</h3>
            <PictureDrop
              label="A photograph of the drawing"
              before="Drop the photograph here, paste it, or"
              button="Choose picture"
              onTaken={async ([picture]) => {
                if (picture) await check.take(picture);
              }}
            />
            <ThisCamera />
            <FromPhone />
            <WithoutCamera />
          </section>
        )
      }
    />
  );
}
