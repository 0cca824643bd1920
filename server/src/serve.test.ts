import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { fileURLToPath } from 'node:url';
import { expect } from 'chai';
import { defaultPort, readSettings } from './settings.js';
import { startServer } from './testing/server.js';

const main = fileURLToPath(new URL('main.js', import.meta.url));

describe('starting', () => {
  it('reads its settings and says which one is wrong', () => {
    expect(readSettings('nobrel', {}).port).to.equal(defaultPort);
    expect(readSettings('nobrel', { NOBREL_PORT: '5005', NOBREL_DATA: '/d' })).to.include({
      port: 5005,
      dataFolder: '/d',
      host: '127.0.0.1',
    });
    expect(() => readSettings('nobrel', { NOBREL_PORT: 'kettle' })).to.throw(/NOBREL_PORT/);
  });

  it('says in a sentence that the port is taken', async () => {
    const server = await startServer();
    const { port } = new URL(server.running.address);
    const child = spawn(process.execPath, [main], {
      env: { ...process.env, NOBREL_PORT: port, NOBREL_DATA: `${server.dataFolder}/other` },
    });
    let err = '';
    child.stderr.on('data', (chunk: Buffer) => (err += chunk.toString()));
    const [status] = (await once(child, 'close')) as [number];
    expect(status).to.equal(1);
    expect(err).to.equal(
      `Port ${port} is in use. Stop what runs there, or choose another with NOBREL_PORT.\n`,
    );
    await server.stop();
  });

  it('stops cleanly on Ctrl-C', async () => {
    const server = await startServer();
    const child = spawn(process.execPath, [main], {
      env: { ...process.env, NOBREL_PORT: '0', NOBREL_DATA: `${server.dataFolder}/other` },
    });
    await once(child.stdout, 'data');
    child.kill('SIGINT');
    const [status] = (await once(child, 'close')) as [number];
    expect(status).to.equal(0);
    await server.stop();
  });
});
