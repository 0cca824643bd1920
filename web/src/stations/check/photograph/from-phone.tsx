import { Button } from 'antd';
import { QrCode } from '../../../bench/qr-code.js';
import { useCheckBench } from '../use-check.js';
import { useWork } from '../../../store/hooks.js';
import type { AwaitedState } from '@nobrel/core/file';
import { useFromPhone } from './use-from-phone.js';
import './photograph.css';

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
      className="try-it"
      onToggle={({ currentTarget }) => {
        if (currentTarget.open) void begin();
        else end();
      }}
    >
      <summary>From a phone</summary>
      {shown && (
        <Code
          addresses={shown.awaited.addresses}
          token={shown.awaited.token}
          state={stateWords[shown.state]}
        />
      )}
      {fault && (
        <p className="gap-fault" role="alert">
          {fault}{' '}
          <Button size="small" onClick={() => void begin()}>
            Show a new code
          </Button>
        </p>
      )}
    </details>
  );
}

function Code({ addresses, token, state }: { addresses: readonly string[]; token: string; state: string }) {
  const [first] = addresses;
  if (first === undefined)
    return (
      <p>
        Only this computer can open Nobrel now. Start it with NOBREL_HOST set to 0.0.0.0, and a phone on the
        same network can send its photographs here.
      </p>
    );
  const at = `${first}phone/${token}`;
  return (
    <div className="from-phone">
      <QrCode text={at} says="The address of the phone’s page, for its camera" />
      <div>
        <p>
          Point the phone’s camera at the code. It opens a page that takes the photograph and sends it. The
          code holds for one photograph, and only while it is shown.
        </p>
        <p role="status">{state}</p>
        <p className="phone-address">
          Or open <a href={at}>{at}</a>
        </p>
      </div>
    </div>
  );
}
