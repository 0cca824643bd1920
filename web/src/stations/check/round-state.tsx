import { Button } from 'antd';
import { useCheckBench } from './use-check.js';
import * as css from './check.module.css';
import * as sentenceCss from '../../bench/sentence/sentence.module.css';
import * as panelsCss from '../../bench/panels.module.css';

/** How looking at a photograph stands: under way, refused with what can be done, failed. */
export function RoundState() {
  const check = useCheckBench();
  const { reading, fault, refused } = check;
  return (
    <>
      {reading && (
        <p role="status" className={css.checkState}>
          Looking at the photograph…
          <Button size="small" onClick={check.stop}>
            Stop
          </Button>
        </p>
      )}
      {check.goOnLooking && (
        <p role="status" className={css.checkState}>
          This photograph was not looked at, as you stopped it.
          <Button size="small" onClick={check.goOnLooking}>
            Look at it
          </Button>
        </p>
      )}
      {refused && (
        <div className={css.checkState} role="alert">
          <p className={sentenceCss.gapFault}>{refused.fault}</p>
          <p className={panelsCss.toolButtons}>
            <Button size="small" type="primary" disabled={check.full} onClick={check.keepRefused}>
              Keep it and set its corners
            </Button>
            <Button size="small" onClick={check.discardRefused}>
              Discard it
            </Button>
          </p>
        </div>
      )}
      {fault && (
        <p className={sentenceCss.gapFault} role="alert">
          {fault}
        </p>
      )}
    </>
  );
}
