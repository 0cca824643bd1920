import { Alert, Button, Input } from 'antd';
import { useEffect, useState, type FormEvent } from 'react';
import { messageOf } from './store/api/base.js';
import { useEnterAsGuestMutation, useEnterMutation } from './store/api/access.js';
import * as css from './enter-code.module.css';
import * as frameCss from './bench/frame/frame.module.css';

/** What a device is called in the list, as far as the browser tells. */
function deviceName(): string {
  const { userAgent } = navigator;
  const kind = /iPad|Tablet/i.test(userAgent)
    ? 'Tablet'
    : /Mobi|Android|iPhone/i.test(userAgent)
      ? 'Phone'
      : 'Computer';
  const browser = /Firefox|Edg|Chrome|Safari/.exec(userAgent)?.[0] ?? 'browser';
  return `${kind}, ${browser}`;
}

/** What was read with the camera: the access code, or the token of a guest. */
function readHash(): { code: string; token: string | null } {
  const { hash } = window.location;
  const [, token = null] = /^#guest=([\w-]{1,40})$/.exec(hash) ?? [];
  return { token, code: token === null ? hash.slice(1, 41) : '' };
}

/** Asks a device for the access code that stands on the screen of the computer the program runs on, or lets it in as a guest. */
export function EnterCode() {
  // It stands behind the address.
  const [{ token, code }] = useState(readHash);
  const [enterAsGuest, { error, isUninitialized }] = useEnterAsGuestMutation();
  useEffect(() => {
    // It is not to stay there, where it would be seen and kept.
    window.history.replaceState(null, '', window.location.pathname);
    if (token !== null) void enterAsGuest(token);
  }, [token, enterAsGuest]);
  if (token !== null && !error)
    return (
      <main className={css.enterCode}>
        <p role="status">{isUninitialized ? '' : 'Letting this device in…'}</p>
      </main>
    );
  return <CodeForm read={code} fault={error === undefined ? null : messageOf(error)} />;
}

type CodeFormProps = { read: string; fault: string | null };

function CodeForm({ read, fault }: CodeFormProps) {
  const [code, setCode] = useState(read);
  const [name, setName] = useState(deviceName);
  const [enter, entering] = useEnterMutation();
  const onSubmit = (event: FormEvent) => {
    event.preventDefault();
    if (code.trim() === '' || name.trim() === '') return;
    void enter({ code, name: name.trim() });
  };
  return (
    <main className={css.enterCode}>
      <h1 className={frameCss.name}>Nobrel</h1>
      {fault !== null && <Alert type="error" title={fault} />}
      <p>
        This device has not been let in yet. The code stands in the flat file on the computer that runs the
        program, under Other devices, and in the window it was started from.
      </p>
      <form onSubmit={onSubmit}>
        <label>
          Access code
          <Input value={code} maxLength={40} autoFocus onChange={(event) => setCode(event.target.value)} />
        </label>
        <label>
          Name of this device
          <Input value={name} maxLength={80} onChange={(event) => setName(event.target.value)} />
        </label>
        {entering.isError && <Alert type="error" title={messageOf(entering.error)} />}
        <Button type="primary" htmlType="submit" loading={entering.isLoading}>
          Let this device in
        </Button>
      </form>
    </main>
  );
}
