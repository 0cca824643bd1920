import { Button } from 'antd';
import { ReachedAt } from '../../../bench/reached-at.js';
import { useCheckBench } from '../use-check.js';
import { useWork } from '../../../store/use-work.js';
import type { AwaitedState } from '@nobrel/core/file';
import { useFromPhone } from './use-from-phone.js';
import * as panelsCss from '../../../bench/panels.module.css';
import * as sentenceCss from '../../../bench/sentence/sentence.module.css';

const stateWords: Readonly<Record<AwaitedState['state'], string>> = {
  waiting: 'Waiting for the phone.',
  opened: 'The phone has opened its page.',
  sending: 'The photograph is being sent.',
  here: 'The photograph is here.',
};

/** A code for a phone, which takes the photograph and sends it: it holds for one, and only while it is shown. */
export function FromPhone() {
  const { id } = useWork();
  const check = useCheckBench();
  const { width: widthMm, height: heightMm } = check.map.surface;
  const { shown, fault, begin, end } = useFromPhone(
    id,
    { widthMm, heightMm },
    (picture) => void check.take(picture),
  );
  return (
    <details
      className={panelsCss.tryIt}
      onToggle={({ currentTarget }) => {
        if (currentTarget.open) void begin();
        else end();
      }}
    >
      <summary>From a phone</summary>
      {shown && (
        <ReachedAt
          addresses={shown.awaited.addresses}
          path={`phone/${shown.awaited.token}`}
          says="The address of the phone’s page, for its camera"
        >
          <p>
            Point the phone’s camera at the code. It opens a page that takes the photograph and sends it. The
            code is good for one photograph, and only while it is shown.
          </p>
          <p role="status">{stateWords[shown.state]}</p>
        </ReachedAt>
      )}
      {fault && (
        <p className={sentenceCss.gapFault} role="alert">
          {fault}{' '}
          <Button size="small" onClick={() => void begin()}>
            Show a new code
          </Button>
        </p>
      )}
    </details>
  );
}
