import { connect } from 'node:net';
import { request } from 'node:http';
import { mkdtemp, rm } from 'node:fs/promises';
import { hostname, tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect } from 'chai';
import { accessSchema, apiErrorSchema, flatFileSchema } from '@nobrel/core/file';
import { startServer, type TestServer } from '../testing/server.js';
import { createApp } from '../app.js';
import { openFile, type OpenFile } from '../open-file.js';
import pino from 'pino';
import { Devices } from './devices.js';
import { isLoopbackHost, knownNames } from './names.js';
import { ownHeader } from './guard.js';
import { readSettings } from '../settings.js';

describe('names', () => {
  it('of this computer alone are told from those others reach it by', () => {
    for (const near of ['localhost', '127.0.0.1', '127.1.2.3', '::1', '[::1]'])
      expect(isLoopbackHost(near), near).to.equal(true);
    for (const far of ['0.0.0.0', '::', '192.168.1.4', '127.0.0.1.example.test', 'localhost.test', ''])
      expect(isLoopbackHost(far), far).to.equal(false);
  });

  it('are few on loopback, and the computer’s own beyond it', () => {
    expect([...knownNames('127.0.0.1', [])].sort()).to.deep.equal(['127.0.0.1', '[::1]', 'localhost']);
    const beyond = knownNames('0.0.0.0', ['easel.test']);
    for (const name of [hostname().toLowerCase(), 'easel.test', 'localhost']) expect(beyond).to.include(name);
  });

  it('that are empty open nothing to the network', () => {
    expect(readSettings('x', { NOBREL_HOST: '' }).host).to.equal('127.0.0.1');
    expect(() => readSettings('x', { NOBREL_CERT: 'a.pem' })).to.throw('belong together');
  });
});

/** A request as a strange page or program would make it, with headers of its own. */
function ask(server: TestServer, method: string, path: string, headers: Record<string, string>, body = '') {
  const { hostname: host, port } = new URL(server.running.address);
  return new Promise<{ status: number; text: string }>((resolve, reject) => {
    const asked = request({ host, port, method, path, headers }, (answer) => {
      let text = '';
      answer.on('data', (chunk: Buffer) => (text += chunk.toString()));
      answer.on('end', () => resolve({ status: answer.statusCode ?? 0, text }));
    });
    asked.on('error', reject);
    asked.end(body);
  });
}

describe('strange pages', () => {
  let server: TestServer;
  before(async () => {
    server = await startServer();
  });
  after(() => server.stop());

  it('in the same browser change and read nothing, whatever name they go by', async () => {
    const { work } = await server.newWork();
    const before = await (await server.call('api/works')).text();
    const { port } = new URL(server.running.address);
    const json = { 'content-type': 'application/json' };
    const strange: Record<string, string>[] = [
      { ...json, host: 'rebound.test', [ownHeader]: '1' },
      { ...json, host: `rebound.test:${port}`, origin: `http://rebound.test:${port}`, [ownHeader]: '1' },
      { ...json, host: '[', [ownHeader]: '1' },
      { ...json, origin: 'http://strange.test', [ownHeader]: '1' },
      { ...json, origin: 'null', [ownHeader]: '1' },
      { ...json, origin: 'http://127.0.0.1:9', [ownHeader]: '1' },
      { ...json, 'sec-fetch-site': 'cross-site', [ownHeader]: '1' },
      { ...json, 'sec-fetch-site': 'same-site', [ownHeader]: '1' },
      // What a form or an image sends without asking first.
      { 'content-type': 'text/plain' },
      { 'content-type': 'multipart/form-data; boundary=x' },
    ];
    const changes = [
      ['DELETE', `/api/works/${work.id}`],
      ['PUT', `/api/works/${work.id}`],
      ['POST', '/api/works'],
      ['POST', '/api/pictures'],
      ['POST', '/api/bundles'],
      ['POST', '/api/backups'],
      ['POST', '/api/sizes'],
      ['POST', `/api/works/${work.id}/awaited`],
      ['POST', '/api/phone/x/picture'],
    ] as const;
    let asked = 0;
    for (const headers of strange)
      for (const [method, path] of changes) {
        const { status, text } = await ask(server, method, path, headers, '{}');
        expect(status, `${method} ${path} ${JSON.stringify(headers)}`).to.be.oneOf([403, 421]);
        expect(apiErrorSchema.safeParse(JSON.parse(text)).success).to.equal(true);
        asked++;
      }
    expect(asked).to.equal(90);
    for (const headers of strange.slice(0, 8))
      expect((await ask(server, 'GET', '/api/works', headers)).status).to.be.oneOf([403, 421]);
    expect(await (await server.call('api/works')).text()).to.equal(before);
  });

  it('cannot frame its pages, and get no script of their own into them', async () => {
    const page = await server.call('');
    const policy = page.headers.get('content-security-policy') ?? '';
    expect(policy).to.include("frame-ancestors 'none'");
    expect(policy).to.match(/script-src 'self'(;|$)/);
    expect(page.headers.get('permissions-policy')).to.include('geolocation=()');
  });
});

describe('malformed requests', () => {
  let server: TestServer;
  before(async () => {
    server = await startServer();
  });
  after(() => server.stop());

  it('are answered in the one shape, never as a fault of our own', async () => {
    const { work } = await server.newWork();
    const own = { [ownHeader]: '1' };
    const json = { ...own, 'content-type': 'application/json' };
    const form = (boundary: string) => ({
      ...own,
      'content-type': `multipart/form-data; boundary=${boundary}`,
    });
    const head = '--x\r\nContent-Disposition: form-data; name="picture"; filename="a.jpg"\r\n\r\n';
    const long = 'n'.repeat(60_000);
    const tried: (readonly [string, string, Record<string, string>, string?])[] = [
      ['GET', '/api/works/%00', own],
      ['GET', '/api/works/%E0%A4%A', own],
      ['GET', `/api/works/${'a'.repeat(5000)}`, own],
      ['GET', '/api/pictures/../../etc/passwd/view', own],
      ['GET', '/api/pictures/%2e%2e%2f/view', own],
      ['GET', `/api/printings/%00/page-1.svg`, own],
      ['PATCH', '/api/works', json, '{}'],
      ['POST', '/api/works', json, '{"picture":'],
      ['POST', '/api/works', json, '[]'],
      ['POST', '/api/works', json, 'null'],
      ['POST', '/api/works', { ...json, 'content-type': 'application/json; charset=strange' }, '{}'],
      ['POST', '/api/works', { ...json, 'content-encoding': 'strange' }, '{}'],
      ['POST', '/api/works', { ...json, 'content-encoding': 'gzip' }, 'no gzip'],
      ['POST', '/api/works', json, JSON.stringify({ picture: work.pictures[0]?.hash, title: long })],
      ['PUT', `/api/works/${work.id}`, json, JSON.stringify({ revision: 1e99, decisions: work.decisions })],
      [
        'PUT',
        `/api/works/${work.id}`,
        json,
        JSON.stringify({ revision: 1, decisions: { ...work.decisions, setAside: { [long]: 'x' } } }),
      ],
      ['PUT', `/api/works/${work.id}/map`, json, '{"lines":1}'],
      ['POST', '/api/pictures', { ...own, 'content-type': 'multipart/form-data' }, 'x'],
      ['POST', '/api/pictures', form('x'), ''],
      ['POST', '/api/pictures', form('x'), `${head}cut off`],
      ['POST', '/api/pictures', form('x'), `${head.replace('a.jpg', long)}data\r\n--x--\r\n`],
      ['POST', '/api/pictures', form('y'), `${head}data\r\n--x--\r\n`],
      ['POST', '/api/bundles', form('x'), `${head}data\r\n--x--\r\n`],
      ['GET', '/api/works', { ...own, cookie: 'c'.repeat(20_000) }],
    ];
    for (const [method, path, headers, body] of tried) {
      const { status, text } = await ask(server, method, path, headers, body);
      const name = `${method} ${path.slice(0, 60)} ${(body ?? '').slice(0, 40)}: ${status} ${text.slice(0, 200)}`;
      expect(status, name).to.be.within(400, 499);
      expect(apiErrorSchema.safeParse(JSON.parse(text)).success, name).to.equal(true);
      expect(text, name).not.to.match(/node_modules|at .*\.js:\d/);
    }
  });

  it('that are no requests at all are answered too', async () => {
    const { hostname: host, port } = new URL(server.running.address);
    const text = await new Promise<string>((resolve) => {
      const socket = connect(Number(port), host, () => socket.write('nonsense\r\n\r\n'));
      let heard = '';
      socket.on('data', (chunk) => (heard += chunk.toString()));
      socket.on('close', () => resolve(heard));
    });
    expect(text).to.match(/^HTTP\/1\.1 400 /);
    expect(text).to.include('"code":"bad-input"');
  });
});

describe('other devices', () => {
  let folder: string;
  let file: OpenFile;
  let devices: Devices;
  before(async () => {
    folder = await mkdtemp(join(tmpdir(), 'nobrel-access-'));
    file = await openFile(folder);
    devices = await Devices.open(folder);
  });
  after(async () => {
    await file.close();
    await rm(folder, { recursive: true, force: true });
  });

  /** The application as a device elsewhere meets it: its address is not this computer’s. */
  async function fromElsewhere(
    act: (call: (path: string, init?: RequestInit) => Promise<Response>) => Promise<void>,
  ) {
    const app = createApp({
      ...file,
      dataFolder: folder,
      logger: pino({ level: 'silent' }),
      webFolder: folder,
      names: new Set(['127.0.0.1']),
      beyond: { devices, addresses: ['http://192.168.1.4:4180/'], sealed: false },
    });
    const server = app.listen(0, '127.0.0.1');
    server.prependListener('request', (incoming) =>
      Object.defineProperty(incoming.socket, 'remoteAddress', { value: '192.168.1.77', configurable: true }),
    );
    await new Promise((resolve) => server.once('listening', resolve));
    const address = server.address();
    if (address === null || typeof address === 'string') throw new Error('It listens nowhere.');
    const call = (path: string, init: RequestInit = {}) => {
      const headers = new Headers(init.headers);
      headers.set(ownHeader, 'test');
      return fetch(`http://127.0.0.1:${address.port}/${path}`, { ...init, headers });
    };
    try {
      await act(call);
    } finally {
      server.closeAllConnections();
      await new Promise((resolve) => server.close(resolve));
    }
  }

  const enter = (code: string) => ({
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ code, name: 'The tablet' }),
  });

  it('see nothing without the code, are let in with it, and are sent away', async () => {
    await fromElsewhere(async (call) => {
      expect((await call('api/works')).status).to.equal(401);
      const told = accessSchema.parse(await (await call('api/access')).json());
      expect(told).to.deep.equal({ letIn: false, beyond: null });
      expect((await call('api/access/devices', enter('WRONG'))).status).to.equal(403);
      const spoken = `${devices.code.slice(0, 4).toLowerCase()} - ${devices.code.slice(4)}`;
      const entered = await call('api/access/devices', enter(spoken));
      expect(entered.status).to.equal(204);
      const given = entered.headers.get('set-cookie') ?? '';
      expect(given)
        .to.match(/HttpOnly/i)
        .and.match(/SameSite=Strict/i);
      const [cookie = ''] = given.split(';');
      const works = await call('api/works', { headers: { cookie } });
      expect(flatFileSchema.parse(await works.json()).works).to.deep.equal([]);
      const forged = cookie.replace(/.$/, (last) => (last === 'A' ? 'B' : 'A'));
      for (const other of [forged, 'nobrel=x', 'nobrel=%', 'nobrel='])
        expect((await call('api/works', { headers: { cookie: other } })).status, other).to.equal(401);
      // It stays let in when the program is started again, under another code.
      const again = await Devices.open(folder);
      expect(again.code).not.to.equal(devices.code);
      expect(again.isLetIn(decodeURIComponent(cookie.slice('nobrel='.length)))).to.equal(true);
      const [device] = devices.list();
      expect(device?.name).to.equal('The tablet');
      const away = await call(`api/access/devices/${device?.id}`, { method: 'DELETE', headers: { cookie } });
      expect(away.status).to.equal(403);
      await devices.sendAway(device?.id ?? '');
      expect((await call('api/works', { headers: { cookie } })).status).to.equal(401);
    });
  });

  it('may send the one photograph that is waited for, and see nothing else with its token', async () => {
    await fromElsewhere(async (call) => {
      for (const path of ['api/works/x/awaited', 'api/awaited/x'])
        expect((await call(path, { method: path.endsWith('awaited') ? 'POST' : 'GET' })).status).to.equal(
          401,
        );
      // The phone's own page is asked for its token, not for the access code.
      expect((await call('api/phone/x')).status).to.equal(410);
      expect((await call('api/phone/x/picture', { method: 'POST' })).status).to.equal(410);
    });
  });

  it('may not try codes for ever', async () => {
    await fromElsewhere(async (call) => {
      const answers: number[] = [];
      for (let i = 0; i < 12; i++)
        answers.push((await call('api/access/devices', enter(`WRONG${i}`))).status);
      expect(answers.slice(0, 10)).to.deep.equal(Array(10).fill(403));
      expect(answers.slice(10)).to.deep.equal([429, 429]);
      expect((await call('api/access/devices', enter(devices.code))).status).to.equal(429);
    });
  });
});
