import { mkdtemp, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect } from 'chai';
import pino from 'pino';
import { accessSchema, flatFileSchema, invitationSchema, workSchema, type Work } from '@nobrel/core/file';
import { createApp } from '../app.js';
import { openFile, type OpenFile } from '../open-file.js';
import { encoded } from '../testing/pictures.js';
import { Devices } from './devices.js';
import { ownHeader } from './guard.js';
import { Guests } from './guests.js';

type Call = (path: string, init?: RequestInit) => Promise<Response>;
/** The application as a device elsewhere meets it, and as this computer does. */
type Calls = { call: Call; callNear: Call };

/** Serves a file; requests come from an address that is not this computer’s, but for those that say they are near. */
async function serveElsewhere(
  folder: string,
  file: OpenFile,
  devices: Devices,
  act: (calls: Calls) => Promise<void>,
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
    Object.defineProperty(incoming.socket, 'remoteAddress', {
      value: incoming.headers['test-near'] === undefined ? '192.168.1.77' : '127.0.0.1',
      configurable: true,
    }),
  );
  await new Promise((resolve) => server.once('listening', resolve));
  const address = server.address();
  if (address === null || typeof address === 'string') throw new Error('It listens nowhere.');
  const callWith =
    (own: Record<string, string>): Call =>
    (path, init = {}) => {
      const headers = new Headers({ ...own, ...Object.fromEntries(new Headers(init.headers)) });
      headers.set(ownHeader, 'test');
      return fetch(`http://127.0.0.1:${address.port}/${path}`, { ...init, headers });
    };
  try {
    await act({ call: callWith({}), callNear: callWith({ 'test-near': '1' }) });
  } finally {
    server.closeAllConnections();
    await new Promise((resolve) => server.close(resolve));
  }
}

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

  const fromElsewhere = (act: (calls: Calls) => Promise<void>) => serveElsewhere(folder, file, devices, act);

  const enter = (code: string) => ({
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ code, name: 'The tablet' }),
  });

  it('see nothing without the code, are let in with it, and are disconnected', async () => {
    await fromElsewhere(async ({ call }) => {
      expect((await call('api/works')).status).to.equal(401);
      const told = accessSchema.parse(await (await call('api/access')).json());
      expect(told).to.deep.equal({ letIn: false, guestOf: null, beyond: null });
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
      await devices.disconnect(device?.id ?? '');
      expect((await call('api/works', { headers: { cookie } })).status).to.equal(401);
    });
  });

  it('may send the one photograph that is waited for, and see nothing else with its token', async () => {
    await fromElsewhere(async ({ call }) => {
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
    await fromElsewhere(async ({ call }) => {
      const answers: number[] = [];
      for (let i = 0; i < 12; i++)
        answers.push((await call('api/access/devices', enter(`WRONG${i}`))).status);
      expect(answers.slice(0, 10)).to.deep.equal(Array(10).fill(403));
      expect(answers.slice(10)).to.deep.equal([429, 429]);
      expect((await call('api/access/devices', enter(devices.code))).status).to.equal(429);
    });
  });
});

describe('a guest', () => {
  let folder: string;
  let file: OpenFile;
  let devices: Devices;
  let own: Work;
  let other: Work;
  before(async () => {
    folder = await mkdtemp(join(tmpdir(), 'nobrel-guest-'));
    file = await openFile(folder);
    devices = await Devices.open(folder);
    const path = join(folder, 'disc.jpg');
    await writeFile(path, await encoded());
    const picture = await file.pictures.takeIn(path, 'disc.jpg');
    own = await file.works.begin(picture, 'Disc');
    other = await file.works.begin(picture, 'Another');
  });
  after(async () => {
    await file.close();
    await rm(folder, { recursive: true, force: true });
  });

  const json = (method: string, body: unknown, more: Record<string, string> = {}) => ({
    method,
    headers: { 'content-type': 'application/json', ...more },
    body: JSON.stringify(body),
  });

  /** Invites a guest on this computer, lets it in elsewhere, and hands on how it asks. */
  async function asGuest(act: (calls: Calls & { ask: Call }) => Promise<void>) {
    await serveElsewhere(folder, file, devices, async ({ call, callNear }) => {
      const invited = await callNear(`api/works/${own.id}/guests`, { method: 'POST' });
      expect(invited.status).to.equal(201);
      const { token, addresses } = invitationSchema.parse(await invited.json());
      expect(addresses).to.deep.equal(['http://192.168.1.4:4180/']);
      const entered = await call('api/access/guests', json('POST', { token }));
      expect(entered.status).to.equal(204);
      const [cookie = ''] = (entered.headers.get('set-cookie') ?? '').split(';');
      const ask: Call = (path, init = {}) =>
        call(path, { ...init, headers: { ...Object.fromEntries(new Headers(init.headers)), cookie } });
      await act({ call, callNear, ask });
    });
  }

  it('leads the one work it was invited to', async () => {
    await asGuest(async ({ ask }) => {
      expect(accessSchema.parse(await (await ask('api/access')).json())).to.deep.equal({
        letIn: false,
        guestOf: own.id,
        beyond: null,
      });
      const work = workSchema.parse(await (await ask(`api/works/${own.id}`)).json());
      const { transfer } = work.decisions;
      const decisions = {
        ...work.decisions,
        transfer: { ...transfer, sittingSince: '2026-03-04T10:00:00Z' },
      };
      const saved = await ask(`api/works/${own.id}`, json('PUT', { revision: work.revision, decisions }));
      expect(saved.status).to.equal(200);
      expect((await file.works.get(own.id)).decisions.transfer.sittingSince).to.equal('2026-03-04T10:00:00Z');
      const changed = await ask(`api/works/${own.id}/wall`, json('PATCH', { blank: true }));
      expect(changed.status).to.equal(200);
      const hash = work.pictures[0]?.hash ?? '';
      expect((await ask(`api/pictures/${hash}/view`)).status).to.equal(200);
      expect((await ask('api/own-speeds')).status).to.equal(200);
    });
  });

  it('changes nothing else of it, and reaches nothing beside it', async () => {
    await asGuest(async ({ ask }) => {
      const { revision, decisions } = await file.works.get(own.id);
      for (const other of [
        { ...decisions, title: 'Mine now' },
        { ...decisions, transfer: { ...decisions.transfer, hand: 'left' as const, used: 'x' } },
      ]) {
        const answer = await ask(`api/works/${own.id}`, json('PUT', { revision, decisions: other }));
        expect(answer.status).to.equal(403);
        expect(await answer.text()).to.include('may lead the transfer and change nothing else');
      }
      expect(await file.works.get(own.id)).to.have.property('revision', revision);
      for (const [method, path] of [
        ['GET', 'works'],
        ['GET', `works/${other.id}`],
        ['GET', `works/${other.id}/wall`],
        ['PATCH', `works/${other.id}/wall`],
        ['PUT', `works/${other.id}`],
        ['GET', `works/${own.id}/bundle`],
        ['GET', `works/${own.id}/map/versions`],
        ['PUT', `works/${own.id}/map`],
        ['DELETE', `works/${own.id}`],
        ['POST', `works/${own.id}/guests`],
        ['GET', `works/${own.id}/../${other.id}`],
        ['POST', 'pictures'],
        ['GET', 'backups'],
        ['POST', 'projector-set-ups'],
      ] as const)
        expect((await ask(`api/${path}`, { method })).status, `${method} ${path}`).to.equal(401);
    });
  });

  it('is listed, disconnected, and has to be invited again', async () => {
    await asGuest(async ({ call, callNear, ask }) => {
      const { beyond } = accessSchema.parse(await (await callNear('api/access')).json());
      const guest = beyond?.guests.at(-1);
      expect(guest).to.include({ workId: own.id, title: 'Disc' });
      expect((await call(`api/access/devices/${guest?.id}`, { method: 'DELETE' })).status).to.equal(403);
      await callNear(`api/access/devices/${guest?.id}`, { method: 'DELETE' });
      expect((await ask(`api/works/${own.id}`)).status).to.equal(401);
      const again = await call('api/access/guests', json('POST', { token: 'made-up' }));
      expect(again.status).to.equal(410);
      expect((await callNear('api/works/none/guests', { method: 'POST' })).status).to.equal(404);
    });
  });

  it('is one for half a day, and of many the oldest give way', () => {
    let now = Date.parse('2026-03-04T10:00:00Z');
    const guests = new Guests(() => now);
    const { token, until } = guests.invite({ workId: 'w', title: 'W' });
    expect(until).to.equal('2026-03-04T22:00:00.000Z');
    now += 12 * 3600_000 - 1;
    expect(guests.workOf(token)).to.equal('w');
    now += 1;
    expect(guests.workOf(token)).to.equal(null);
    expect(guests.list()).to.deep.equal([]);
    const many = Array.from({ length: 51 }, (_, k) => guests.invite({ workId: String(k), title: 'W' }).token);
    expect(guests.workOf(many[0] ?? '')).to.equal(null);
    expect(guests.workOf(many[50] ?? '')).to.equal('50');
  });
});
