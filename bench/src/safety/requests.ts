/** A thousand malformed requests and three hundred of strange pages and names: none may be a fault of ours, or change anything. */
import { request } from 'node:http';
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { apiErrorSchema, pictureSchema, workSchema } from '@nobrel/core/file';
import { pictureOf, random, startProgram, type Program } from './running.js';

const next = random(20261129);
const pick = <T>(of: readonly T[]): T => {
  const one = of[Math.floor(next() * of.length)];
  if (one === undefined) throw new Error('There is nothing to pick.');
  return one;
};

type Asked = { method: string; path: string; headers: Record<string, string>; body: string | Buffer };

/** Sends bytes as they are; what hangs is counted as such after five seconds. */
function ask(
  program: Program,
  { method, path, headers, body }: Asked,
): Promise<{ status: number; text: string }> {
  const { hostname: host, port } = new URL(program.address);
  return new Promise((resolve) => {
    const length = { 'content-length': String(Buffer.byteLength(body)) };
    const all = { ...headers, ...length };
    const asked = request({ host, port, method, path, headers: all, timeout: 5000 }, (answer) => {
      let text = '';
      answer.on('data', (chunk: Buffer) => (text += chunk.toString()));
      answer.on('end', () => resolve({ status: answer.statusCode ?? 0, text }));
    });
    asked.on('timeout', () => {
      asked.destroy();
      resolve({ status: 0, text: 'hangs' });
    });
    asked.on('error', (error) => resolve({ status: -1, text: error.message }));
    asked.end(body);
  });
}

const folder = await mkdtemp(join(tmpdir(), 'nobrel-requests-'));
const program = await startProgram(folder);
const picture = pictureSchema.parse(
  await (await program.upload('api/pictures', 'picture', await pictureOf(1), 'one.jpg')).json(),
);
const work = workSchema.parse(
  await (await program.call('POST', 'api/works', { picture: picture.hash })).json(),
);
const routes = [
  'api/works',
  `api/works/${work.id}`,
  `api/works/${work.id}/map`,
  `api/works/${work.id}/map/versions`,
  `api/works/${work.id}/map/versions/1`,
  `api/works/${work.id}/pictures`,
  `api/works/${work.id}/printings`,
  `api/works/${work.id}/bring-back`,
  'api/pictures',
  `api/pictures/${picture.hash}/view`,
  'api/printings/none/sheets.pdf',
  'api/printings/none/page-1.svg',
  'api/calibrations',
  'api/sizes',
  'api/bundles',
  'api/backups/none/works',
  'api/access/devices',
] as const;
const odd = [
  '',
  '{',
  'null',
  '[]',
  '0',
  '"text"',
  '{"revision":-1}',
  '{"revision":1e400}',
  '{"__proto__":{"x":1}}',
  `{"title":"${'n'.repeat(70_000)}"}`,
  `{"a":${'['.repeat(20_000)}${']'.repeat(20_000)}}`,
  '\u0000\u0001',
  Buffer.from([0xff, 0xfe, 0x00, 0xd8]),
] as const;
const types = [
  'application/json',
  'application/json; charset=utf-7',
  'text/plain',
  'multipart/form-data',
  'multipart/form-data; boundary=x',
  'application/x-www-form-urlencoded',
  'strange',
] as const;
const suffixes = [
  '',
  '',
  '/',
  '/%00',
  '/..%2f..',
  '?x=%',
  `/${'a'.repeat(900)}`,
  '/%F0%9F',
  '?longSide=1e9',
  '//',
] as const;

const faults: string[] = [];
const statuses: Record<number, number> = {};
for (let i = 0; i < 1000; i++) {
  const asked: Asked = {
    method: pick(['POST', 'PUT', 'PATCH', 'OPTIONS', 'GET']),
    path: `/${pick(routes)}${pick(suffixes)}`,
    headers: {
      'x-nobrel': '1',
      'content-type': pick(types),
      ...(next() < 0.1 ? { 'content-encoding': pick(['gzip', 'br', 'strange']) } : {}),
      ...(next() < 0.05 ? { cookie: 'c'.repeat(30_000) } : {}),
    },
    body: pick(odd),
  };
  const { status, text } = await ask(program, asked);
  statuses[status] = (statuses[status] ?? 0) + 1;
  const shaped = status < 400 || apiErrorSchema.safeParse(parsed(text)).success;
  if (status <= 0 || status >= 500 || !shaped || /node_modules|\.js:\d/.test(text))
    faults.push(`${asked.method} ${asked.path.slice(0, 80)}: ${status} ${text.slice(0, 120)}`);
}
console.log(`1 000 malformed requests: ${JSON.stringify(statuses)}, ${faults.length} faults of ours`);
faults.slice(0, 10).forEach((fault) => console.log(fault));

function parsed(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return null;
  }
}

const before = await (await program.call('GET', `api/works/${work.id}`)).text();
const list = await (await program.call('GET', 'api/works')).text();
let letIn = 0;
for (let i = 0; i < 300; i++) {
  const strange = pick<Record<string, string>>([
    { host: `rebound${i}.test`, 'x-nobrel': '1' },
    { origin: `http://page${i}.test`, 'x-nobrel': '1' },
    { origin: 'null', 'x-nobrel': '1' },
    { 'sec-fetch-site': 'cross-site', 'x-nobrel': '1' },
    { 'sec-fetch-site': 'same-site', 'x-nobrel': '1' },
    { referer: `http://page${i}.test/` },
  ]);
  const { status } = await ask(program, {
    method: pick(['POST', 'PUT', 'DELETE']),
    path: `/${pick(routes)}`,
    headers: { ...strange, 'content-type': pick(['application/json', 'text/plain']) },
    body: JSON.stringify({ picture: picture.hash, revision: 1, decisions: work.decisions, name: 'x' }),
  });
  if (status !== 403 && status !== 421) letIn++;
}
const same =
  before === (await (await program.call('GET', `api/works/${work.id}`)).text()) &&
  list === (await (await program.call('GET', 'api/works')).text());
console.log(
  `300 requests of strange pages and names: ${letIn} let in, ${same ? 'nothing' : 'something'} changed`,
);
await program.kill();
await rm(folder, { recursive: true, force: true });
process.exitCode = faults.length > 0 || letIn > 0 || !same ? 1 : 0;
