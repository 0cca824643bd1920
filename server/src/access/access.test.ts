import { connect } from 'node:net';
import { request } from 'node:http';
import { hostname } from 'node:os';
import { expect } from 'chai';
import { apiErrorSchema } from '@nobrel/core/file';
import { startServer, type TestServer } from '../testing/server.js';
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
