import { Alert, Progress } from 'antd';
import { useState } from 'react';
import { useParams } from 'react-router';
import { messageOf } from '../../../store/api/base.js';
import { useSendPhotographMutation, useWantedPhotographQuery } from '../../../store/api/check.js';
import { Photographing } from './photographing.js';
import * as css from './photograph.module.css';
import * as frameCss from '../../../bench/frame/frame.module.css';

/** What a phone shows that was pointed at the code: it takes the photograph, judges it and sends it. */
export function PhonePage() {
  const { token = '' } = useParams();
  const wanted = useWantedPhotographQuery(token, { refetchOnFocus: true });
  const [send, sending] = useSendPhotographMutation();
  const [share, setShare] = useState(0);
  return (
    <main className={css.phonePage}>
      <h1 className={frameCss.name}>Nobrel</h1>
      {sending.isSuccess ? (
        <p role="status">
          The photograph is sent. Look at the other screen: its lines are compared with the map there.
        </p>
      ) : wanted.data ? (
        <>
          <p>Photograph your drawing of “{wanted.data.title}” as it lies before you.</p>
          <Photographing
            size={wanted.data.surface}
            useIt="Send it"
            onPhotograph={async (file) => {
              await send({ token, file, onSent: setShare });
            }}
          />
        </>
      ) : (
        wanted.isLoading && <p role="status">One moment…</p>
      )}
      {sending.isLoading && (
        <p role="status">
          {share < 1 ? 'Sending' : 'It is taken in'}{' '}
          <Progress percent={Math.round(100 * share)} size="small" aria-label="The photograph is sent" />
        </p>
      )}
      {!sending.isSuccess && (sending.error ?? wanted.error) !== undefined && (
        <Alert type="error" showIcon title={messageOf(sending.error ?? wanted.error)} />
      )}
    </main>
  );
}
