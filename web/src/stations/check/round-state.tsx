import { Button } from 'antd';
import { useCheckBench } from './use-check.js';

/** How looking at a photograph stands: under way, refused with what can be done, failed. */
export function RoundState() {
  const check = useCheckBench();
  const { reading, fault, refused } = check;
  return (
    <>
      {reading && (
        <p role="status" className="check-state">
          Looking at the photograph…
          <Button size="small" onClick={check.stop}>
            Stop
          </Button>
        </p>
      )}
      {check.goOnLooking && (
        <p role="status" className="check-state">
          This photograph was not looked at, as you stopped it.
          <Button size="small" onClick={check.goOnLooking}>
            Look at it
          </Button>
        </p>
      )}
      {refused && (
        <div className="check-state" role="alert">
          <p className="gap-fault">{refused.fault}</p>
          <p className="tool-buttons">
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
        <p className="gap-fault" role="alert">
          {fault}
        </p>
      )}
    </>
  );
}
