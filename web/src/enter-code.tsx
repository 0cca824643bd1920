import { Alert, Button, Input } from 'antd';
import { useEffect, useState, type FormEvent } from 'react';
import { messageOf } from './store/api/base.js';
import { useEnterMutation } from './store/api/access.js';

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

/** Asks a device for the access code that stands on the screen of the computer the program runs on. */
export function EnterCode() {
  // A code that was read with the camera stands behind the address.
  const [code, setCode] = useState(() => window.location.hash.slice(1, 41));
  // It is not to stay there, where it would be seen and kept.
  useEffect(() => window.history.replaceState(null, '', window.location.pathname), []);
  const [name, setName] = useState(deviceName);
  const [enter, entering] = useEnterMutation();
  const onSubmit = (event: FormEvent) => {
    event.preventDefault();
    if (code.trim() === '' || name.trim() === '') return;
    void enter({ code, name: name.trim() });
  };
  return (
    <main className="enter-code">
      <h1 className="name">Nobrel</h1>
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
