import { mkdtemp, rm, writeFile } from 'node:fs/promises';
import { request } from 'node:https';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect } from 'chai';
import { generate } from 'selfsigned';
import { ownHeader } from './access/guard.js';
import { serve } from './serve.js';
import type { Settings } from './settings.js';

describe('with a certificate', () => {
  let folder: string;
  let settings: Settings;
  /** The certificate, which the one who asks trusts. */
  let trusted: string;
  before(async () => {
    folder = await mkdtemp(join(tmpdir(), 'nobrel-sealed-'));
    const made = await generate([{ name: 'commonName', value: 'localhost' }]);
    trusted = made.cert;
    const certificate = join(folder, 'cert.pem');
    const key = join(folder, 'key.pem');
    await writeFile(certificate, made.cert);
    await writeFile(key, made.private);
    settings = {
      host: '0.0.0.0',
      port: 0,
      dataFolder: join(folder, 'data'),
      logLevel: 'silent',
      certificate: { certificate, key },
    };
  });
  after(() => rm(folder, { recursive: true, force: true }));

  /** Asks over HTTPS, and gives the status and what was set as a cookie. */
  const ask = (url: string, method: string, body = '') =>
    new Promise<{ status: number; cookie: string; text: string }>((resolve, reject) => {
      const headers = { [ownHeader]: 'test', 'content-type': 'application/json' };
      const asked = request(url, { method, headers, ca: trusted }, (answer) => {
        let text = '';
        answer.on('data', (chunk: Buffer) => (text += chunk.toString()));
        answer.on('end', () =>
          resolve({ status: answer.statusCode ?? 0, cookie: answer.headers['set-cookie']?.[0] ?? '', text }),
        );
      });
      asked.on('error', reject);
      asked.end(body);
    });

  it('is reached over HTTPS alone, and seals what it lets devices in with', async () => {
    const running = await serve(settings);
    try {
      expect(running.address).to.match(/^https:/);
      expect(running.beyond?.addresses.every((address) => address.startsWith('https:'))).to.equal(true);
      expect((await ask(`${running.address}api/works`, 'GET')).status).to.equal(200);
      const code = running.beyond?.devices.code;
      const entered = await ask(
        `${running.address}api/access/devices`,
        'POST',
        JSON.stringify({ code, name: 'The tablet' }),
      );
      expect(entered.status).to.equal(204);
      expect(entered.cookie).to.match(/; Secure/);
      const told = await ask(`${running.address}api/access`, 'GET');
      expect(told.text).to.include('"sealed":true');
      // In plain HTTP nothing is answered.
      const plain = await fetch(running.address.replace('https:', 'http:')).then(
        () => 'answered',
        () => 'not answered',
      );
      expect(plain).to.equal('not answered');
    } finally {
      await running.stop();
    }
  });

  it('that is none, or is lost, is refused in a sentence, and the works are let go of', async () => {
    const { certificate } = settings;
    const none = join(folder, 'none.pem');
    await writeFile(none, 'no certificate');
    for (const wrong of [none, join(folder, 'lost.pem')]) {
      const refused = await serve({
        ...settings,
        certificate: { certificate: wrong, key: certificate?.key ?? '' },
      }).then(
        () => '',
        (error: unknown) => (error instanceof Error ? error.message : ''),
      );
      expect(refused, wrong).to.match(/NOBREL_CERT and NOBREL_KEY/);
    }
    await (await serve(settings)).stop();
  });
});
