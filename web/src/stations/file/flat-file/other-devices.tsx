import { Button } from 'antd';
import type { Access } from '@nobrel/core/file';
import { formatDate, formatTime } from '@nobrel/core/units';
import { QrCode } from '../../../bench/qr-code.js';
import { useAccessQuery, useDisconnectMutation } from '../../../store/api/access.js';
import * as css from './flat-file.module.css';

/**
 * How a tablet beside the easel gets in, and which devices have.
 *
 * @param path of the page that is to open there, after the address
 */
export function OtherDevices({ path = '' }: { path?: string }) {
  const { data } = useAccessQuery();
  if (!data?.beyond)
    return (
      <p>
        Only this computer can open it. To use it from the tablet beside the easel, start it with NOBREL_HOST
        set to 0.0.0.0: it then shows an access code here.
      </p>
    );
  return <LettingIn {...data.beyond} path={path} />;
}

type LettingInProps = NonNullable<Access['beyond']> & { path: string };

function LettingIn({ code, addresses, sealed, devices, guests, path }: LettingInProps) {
  const [disconnect] = useDisconnectMutation();
  const [first] = addresses;
  return (
    <div className={css.otherDevices}>
      {first !== undefined && (
        <QrCode text={`${first}${path}#${code}`} says="The address and the access code, for a camera" />
      )}
      <div>
        <p>
          On the tablet or phone, open {addresses.map((address) => `${address}${path}`).join(' or ')} and type{' '}
          <strong className={css.code}>{code}</strong>, or point its camera at the code.
        </p>
        {!sealed && (
          <p>
            Others on this network could read along: use it on your own, or give a certificate with
            NOBREL_CERT and NOBREL_KEY.
          </p>
        )}
        <ul>
          {devices.map(({ id, name, since }) => (
            <li key={id}>
              {name}, let in {formatDate(since)}{' '}
              <Button size="small" onClick={() => void disconnect(id)}>
                Disconnect
              </Button>
            </li>
          ))}
          {guests.map(({ id, title, until }) => (
            <li key={id}>
              Leads “{title}” alone, until {formatTime(until)}{' '}
              <Button size="small" onClick={() => void disconnect(id)}>
                Disconnect
              </Button>
            </li>
          ))}
        </ul>
      </div>
    </div>
  );
}
