import { existsSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { readdir } from 'node:fs/promises';
import { join } from 'node:path';
import { expect } from 'chai';
import { flatFileSchema } from '@nobrel/core/file';
import { mapFor } from '../testing/answers.js';
import { commandLine, type CommandLine } from '../testing/command-line.js';
import { putPictures } from '../testing/many-pictures.js';
import { startServer, type TestServer } from '../testing/server.js';

describe('keeping works on the command line', () => {
  let server: TestServer;
  let line: CommandLine;
  let work: string;
  before(async () => {
    line = await commandLine();
    server = await startServer();
    const begun = await server.newWork();
    work = begun.work.id;
    await server.send('PUT', `api/works/${work}/map`, mapFor(begun.work));
  });
  after(async () => {
    await server.stop();
    await line.remove();
  });

  const keep = (...args: string[]) => line.nobrel(...args, '--data', server.dataFolder);

  it('backs up, shows, restores and verifies while the program runs', async () => {
    const backups = line.at('backups');
    const made = await keep('backup', '--out', backups);
    expect(made.err).to.equal('');
    expect(made.out).to.match(/^1 work backed up as \S+ in /);
    const shown = await line.nobrel('restore', backups);
    expect(shown.out).to.match(/1 work, .*\n +\S+ .* Disc\nNothing was changed\./);
    const restored = await line.nobrel('restore', backups, '--into', line.at('restored'));
    expect(restored.out).to.match(/^1 work restored into .*NOBREL_DATA=/);
    const verified = await line.nobrel('verify', '--data', line.at('restored'));
    expect([verified.status, verified.err]).to.deep.equal([0, '']);
    expect(verified.out).to.equal('1 work and 1 picture looked at.\n');
    expect((await keep('verify')).status).to.equal(0);
  });

  it('stopped with Ctrl-C, leaves nothing half-made behind', async () => {
    await putPictures(server.dataFolder, 400);
    const backups = line.at('stopped');
    const isUnderWay = () =>
      existsSync(backups) && readdirSync(backups).some((name) => name.startsWith('pictures'));
    const backup = ['backup', '--out', backups, '--data', server.dataFolder];
    const stopped = await line.interrupted(isUnderWay, ...backup);
    expect([stopped.status, stopped.err, stopped.out]).to.deep.equal([
      130,
      'Stopped. Nothing was left behind.\n',
      '',
    ]);
    expect(readdirSync(backups)).to.deep.equal(['pictures']);
    expect((await line.nobrel('restore', backups)).err).to.include('There is no backup');
    // What was copied so far need not be copied again.
    expect((await line.nobrel(...backup)).status).to.equal(0);
  });

  it('exports by title while the program runs, and imports elsewhere', async () => {
    const out = line.at('disc.nobrel.zip');
    expect((await keep('export', 'Disc', '--out', out)).out).to.include('“Disc” is in');
    const elsewhere = line.at('restored');
    const imported = await line.nobrel('import', out, '--data', elsewhere);
    expect(imported.out).to.match(/“Disc” came in as \S+\./);
    const twice = await line.nobrel('export', 'Disc', '--out', line.at('x.zip'), '--data', elsewhere);
    expect([twice.status, twice.err]).to.satisfy(
      ([status, err]: [number, string]) => status === 2 && err.includes('2 works are called “Disc”'),
    );
    expect(existsSync(line.at('x.zip'))).to.equal(false);
  });

  it('refuses in one line what cannot be done, and changes nothing', async () => {
    const bad = line.at('bad.zip');
    writeFileSync(bad, 'no bundle');
    const before = await (await server.call('api/works')).text();
    const refusals: (readonly [RegExp, readonly string[]])[] = [
      [
        /no work “Boat”\. There are: .*“Disc”/,
        ['export', 'Boat', '--out', line.at('y.zip'), '--data', server.dataFolder],
      ],
      [/already open at http/, ['import', line.at('disc.nobrel.zip'), '--data', server.dataFolder]],
      [/cannot be brought in/, ['import', bad, '--data', line.at('restored')]],
      [/There is no file/, ['import', line.at('nothing.zip'), '--data', line.at('restored')]],
      [/There are no works in/, ['verify', '--data', line.at('nowhere')]],
      [/There is no backup in/, ['restore', line.at('nowhere')]],
      [/There is no backup “x”/, ['restore', line.at('backups'), '--backup', 'x']],
      [/is not empty/, ['restore', line.at('backups'), '--into', line.at('restored')]],
      [
        /cannot be written/,
        ['export', 'Disc', '--out', line.at('no/such/folder.zip'), '--data', server.dataFolder],
      ],
    ];
    for (const [says, args] of refusals) {
      const { status, err } = await line.nobrel(...args);
      expect(status, args.join(' ')).to.equal(2);
      expect(err).to.match(says);
      expect(err.trim().split('\n'), err).to.have.length(1);
    }
    expect(await (await server.call('api/works')).text()).to.equal(before);
    expect(flatFileSchema.parse(JSON.parse(before)).works).to.have.length(1);
  });

  it('says what is not as it should be, and ends with 2', async () => {
    const pictures = join(line.at('restored'), 'pictures');
    const [part] = (await readdir(pictures)).filter((name) => /^[0-9a-f]{2}$/.test(name));
    rmSync(join(pictures, part ?? ''), { recursive: true });
    const { status, out, err } = await line.nobrel('verify', '--data', line.at('restored'));
    expect(status).to.equal(2);
    expect(out).to.match(/The picture “disc.jpg” .* is lost/);
    expect(err).to.match(/^1 thing not as it should be/);
  });
});
