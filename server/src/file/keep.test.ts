import { createHash } from 'node:crypto';
import { cpSync, existsSync, mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { mkdtemp, readdir, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect } from 'chai';
import { QueryTypes } from 'sequelize';
import { ZipFile } from 'yazl';
import { backupsSchema, flatFileSchema, workSchema, type Work } from '@nobrel/core/file';
import { openFile } from '../open-file.js';
import { openDatabase } from '../store/database.js';
import { errorOf, mapFor } from '../testing/answers.js';
import { encoded } from '../testing/pictures.js';
import { startServer, type TestServer } from '../testing/server.js';
import { restoreBackup } from './backup.js';
import { projectSchema } from './bundle-schema.js';
import { unpack } from './unpack.js';

let server: TestServer;
let scratch: string;
beforeEach(async () => {
  scratch = await mkdtemp(join(tmpdir(), 'nobrel-keep-'));
  server = await startServer();
});
afterEach(async () => {
  await server.stop();
  await rm(scratch, { recursive: true, force: true });
});

const at = (name: string) => join(scratch, name);

/** A work with a map and a printing, as it stands. */
async function wholeWork(): Promise<Work> {
  const { work } = await server.newWork();
  await server.send('PUT', `api/works/${work.id}/map`, mapFor(work));
  await server.send('POST', `api/works/${work.id}/map/versions`, { name: 'first look' });
  await server.send('POST', `api/works/${work.id}/printings`, work.decisions.sheets);
  return workSchema.parse(await (await server.call(`api/works/${work.id}`)).json());
}

async function bundleOf({ id }: Work): Promise<Buffer> {
  const answer = await server.call(`api/works/${id}/bundle`);
  expect(answer.headers.get('content-disposition')).to.include('Disc.nobrel.zip');
  return Buffer.from(await answer.arrayBuffer());
}

const bringIn = (to: TestServer, bytes: Uint8Array) => {
  const body = new FormData();
  body.append('bundle', new Blob([new Uint8Array(bytes)]), 'work.nobrel.zip');
  return to.call('api/bundles', { method: 'POST', body });
};

/** Packs files as they are, whatever their names. */
async function zipOf(files: Readonly<Record<string, string | Buffer>>): Promise<Buffer> {
  const zip = new ZipFile();
  for (const [name, data] of Object.entries(files)) zip.addBuffer(Buffer.from(data), name);
  zip.end();
  const chunks: Buffer[] = [];
  for await (const chunk of zip.outputStream) chunks.push(Buffer.from(chunk));
  return Buffer.concat(chunks);
}

const sha256 = (data: string | Buffer) => createHash('sha256').update(data).digest('hex');

/** The files of a bundle, to be changed before they are packed again. */
async function unpacked(bundle: Buffer): Promise<Record<string, string | Buffer>> {
  writeFileSync(at('in.zip'), bundle);
  rmSync(at('out'), { recursive: true, force: true });
  await unpack(at('in.zip'), at('out'));
  const files: Record<string, string | Buffer> = {};
  for (const entry of readdirSync(at('out'), { recursive: true, withFileTypes: true })) {
    if (!entry.isFile()) continue;
    const path = join(entry.parentPath, entry.name);
    files[path.slice(at('out').length + 1)] = readFileSync(path);
  }
  return files;
}

/** Packs changed files with a manifest that is true of them. */
function packed(files: Readonly<Record<string, string | Buffer>>): Promise<Buffer> {
  const { 'manifest.json': _, ...rest } = files;
  const hashes = Object.entries(rest).map(([name, data]) => [name, sha256(data)]);
  const manifest = {
    format: 'nobrel-manifest',
    version: 1,
    madeAt: new Date().toISOString(),
    files: Object.fromEntries(hashes) as unknown,
  };
  return zipOf({ ...rest, 'manifest.json': JSON.stringify(manifest) });
}

describe('a bundle', () => {
  it('takes a work to another file with everything, under an id of its own', async () => {
    const work = await wholeWork();
    const bundle = await bundleOf(work);
    const other = await startServer();
    try {
      const came = workSchema.parse(await (await bringIn(other, bundle)).json());
      expect(came.id).not.to.equal(work.id);
      expect(came.decisions).to.deep.equal(work.decisions);
      expect(came.pictures).to.deep.equal(work.pictures);
      expect(came.map).to.deep.equal(work.map);
      expect(came.printings.map(({ id: _, ...rest }) => rest)).to.deep.equal(
        work.printings.map(({ id: _, ...rest }) => rest),
      );
      const map = async (from: TestServer, id: string) =>
        (await from.call(`api/works/${id}/map.json`)).text();
      expect(await map(other, came.id)).to.equal(await map(server, work.id));
    } finally {
      await other.stop();
    }
  });

  it('brought in twice is two works, and writes nothing over', async () => {
    const work = await wholeWork();
    const bundle = await bundleOf(work);
    await bringIn(server, bundle);
    await bringIn(server, bundle);
    const { works } = flatFileSchema.parse(await (await server.call('api/works')).json());
    expect(works).to.have.length(3);
    expect(await (await server.call(`api/works/${work.id}`)).json()).to.deep.equal(work);
  });

  it('that is damaged, strange or too large is refused whole, and nothing is left behind', async () => {
    const files = await unpacked(await bundleOf(await wholeWork()));
    const reference = Object.keys(files).find((name) => name.startsWith('reference/')) ?? '';
    const project = String(files['project.json']);
    const parsed = projectSchema.parse(JSON.parse(project));
    const otherPicture = await encoded((image) => image.negate().jpeg());
    const bad: Readonly<Record<string, Buffer>> = {
      'no zip': Buffer.from('not a zip at all'),
      nothing: Buffer.alloc(0),
      'cut off': (await packed(files)).subarray(0, 400),
      'no project': await packed({ [reference]: files[reference] ?? '' }),
      'no manifest': await zipOf({ 'project.json': project }),
      'a changed file': await zipOf({ ...files, 'project.json': project.replace('Disc', 'Disk') }),
      'an unlisted file': await zipOf({ ...files, 'photos/more.jpg': otherPicture }),
      'a strange file': await packed({ ...files, 'run.sh': 'rm' }),
      'a strange folder': await packed({ ...files, 'reference/../../run.sh': 'rm' }).catch(() =>
        Buffer.alloc(0),
      ),
      'a hidden file': await packed({ ...files, 'reference/.run': 'rm' }),
      'another picture': await packed({ ...files, [reference]: otherPicture }),
      'no picture': await packed({ ...files, [reference]: 'no picture' }),
      'a newer work': await packed({
        ...files,
        'project.json': project.replace(/"schema": \d+/, '"schema": 99'),
      }),
      'no decisions': await packed({
        ...files,
        'project.json': project.replace('"reference":', '"elsewhere":'),
      }),
      'a map from elsewhere on the disk': await packed({
        ...files,
        'project.json': project.replace('maps/version-1.map.json', '../../../elsewhere.map.json'),
      }),
      'a picture from elsewhere on the disk': await packed({
        ...files,
        'project.json': project.replace(reference, '/etc/hostname'),
      }),
      'a picture twice': await packed({
        ...files,
        'project.json': JSON.stringify({ ...parsed, pictures: [...parsed.pictures, ...parsed.pictures] }),
      }),
      'a version twice': await packed({
        ...files,
        'project.json': JSON.stringify({ ...parsed, maps: [...parsed.maps, ...parsed.maps] }),
      }),
      'a damaged map': await packed({ ...files, 'maps/version-1.map.json': '{"format":"nobrel-map"}' }),
      'a bomb': await packed({ ...files, 'maps/version-9.map.json': Buffer.alloc(50e6) }),
      'too many files': await zipOf(
        Object.fromEntries(Array.from({ length: 3100 }, (_, i) => [`maps/${i}.json`, ''])),
      ),
    };
    const before = flatFileSchema.parse(await (await server.call('api/works')).json());
    const pictures = async () =>
      (await readdir(join(server.dataFolder, 'pictures'), { recursive: true })).sort();
    const there = await pictures();
    for (const [name, bytes] of Object.entries(bad)) {
      const error = await errorOf(await bringIn(server, bytes));
      expect(error.status, name).to.be.within(400, 422);
      expect(error.message, name).to.match(
        /^This bundle cannot be brought in: .+\. Nothing of it was kept\.$/,
      );
      expect(await pictures(), name).to.deep.equal(there);
    }
    expect(await (await server.call('api/works')).json()).to.deep.equal(before);
  }).timeout(60_000);
});

describe('fields that are not known here', () => {
  it('come in with a bundle, are said, outlive a save, and go out again', async () => {
    const { work } = await server.newWork();
    const files = await unpacked(await bundleOf(work));
    const project = projectSchema.parse(JSON.parse(String(files['project.json'])));
    if (typeof project.decisions === 'string') throw new Error('no decisions');
    const { file } = work.decisions;
    const strange = { ...project.decisions, tides: { high: 3 }, file: { ...file, loan: 'until spring' } };
    files['project.json'] = JSON.stringify({ ...project, decisions: strange });
    const came = workSchema.parse(await (await bringIn(server, await packed(files))).json());
    expect(came.unknown).to.have.members(['tides', 'file.loan']);
    const changed = { ...came.decisions, demo: true };
    const request = { revision: came.revision, decisions: changed };
    expect((await server.send('PUT', `api/works/${came.id}`, request)).status).to.equal(200);
    const again = await unpacked(await bundleOf(came));
    const kept: unknown = JSON.parse(String(again['project.json']));
    expect(kept).to.have.nested.property('decisions.demo', true);
    expect(kept).to.have.nested.property('decisions.file.loan', 'until spring');
    expect(kept).to.have.nested.property('decisions.tides.high', 3);
  });
});

describe('a bundle with bytes changed anywhere', () => {
  it('is refused whole, or comes in as it was', async () => {
    const work = await wholeWork();
    const bundle = await bundleOf(work);
    const pictures = async () =>
      (await readdir(join(server.dataFolder, 'pictures'), { recursive: true })).sort();
    const there = await pictures();
    let refused = 0;
    for (let i = 0; i < 40; i++) {
      const changed = Buffer.from(bundle);
      // Spread over the whole file: names, sizes, contents, checksums and the directory at its end.
      const at = Math.floor(((i + 0.5) / 40) * changed.length);
      changed[at] = (changed[at] ?? 0) ^ (1 << (i % 8));
      const answer = await bringIn(server, changed);
      if (answer.status === 201) {
        const came = workSchema.parse(await answer.json());
        expect(came.decisions, String(at)).to.deep.equal(work.decisions);
        expect(came.pictures, String(at)).to.deep.equal(work.pictures);
        continue;
      }
      refused++;
      expect((await errorOf(answer)).status, String(at)).to.equal(422);
      expect(await pictures(), String(at)).to.deep.equal(there);
    }
    expect(refused).to.be.greaterThan(30);
  }).timeout(60_000);
});

describe('a backup', () => {
  it('is made while work goes on, and restored byte for byte into a new folder', async () => {
    const work = await wholeWork();
    const saves = Array.from({ length: 10 }, (_, i) =>
      server.send('PUT', `api/works/${work.id}`, {
        revision: 1 + i,
        decisions: { ...work.decisions, title: `Disc ${i}` },
      }),
    );
    const [made] = await Promise.all([server.send('POST', 'api/backups', {}), ...saves]);
    expect(made?.status).to.equal(201);
    const { folder, backups } = backupsSchema.parse(await (await server.call('api/backups')).json());
    expect(backups).to.have.length(1);
    await restoreBackup(folder, at('restored'));
    const picture = work.pictures[0]!;
    const original = join('pictures', picture.hash.slice(0, 2), picture.hash, 'original.jpeg');
    expect(sha256(readFileSync(join(at('restored'), original)))).to.equal(picture.hash);
    const restored = await startServer(at('restored'));
    try {
      const back = workSchema.parse(await (await restored.call(`api/works/${work.id}`)).json());
      expect(back.map).to.deep.equal(work.map);
      // What is shown of a picture is made again from the file as it came.
      expect((await restored.call(`api/pictures/${picture.hash}/view`)).status).to.equal(200);
    } finally {
      await restored.stop();
    }
  });

  it('holds what is there once: the second one copies no picture again', async () => {
    await wholeWork();
    await server.send('POST', 'api/backups', {});
    await server.send('POST', 'api/backups', {});
    const { folder, backups } = backupsSchema.parse(await (await server.call('api/backups')).json());
    expect(backups).to.have.length(2);
    const pictures = await readdir(join(folder, 'pictures'), { recursive: true });
    expect(pictures.filter((name) => name.endsWith('.jpeg'))).to.have.length(1);
  });

  it('gives one work back, also one whose record was damaged since', async () => {
    const work = await wholeWork();
    await server.send('POST', 'api/backups', {});
    const { backups } = backupsSchema.parse(await (await server.call('api/backups')).json());
    const name = backups[0]?.name ?? '';
    await damage(work.id);
    expect((await errorOf(await server.call(`api/works/${work.id}`))).code).to.equal('damaged-work');
    const answer = await server.send('POST', `api/backups/${name}/works/${work.id}`, {});
    const back = workSchema.parse(await answer.json());
    expect(back.decisions).to.deep.equal(work.decisions);
    expect(back.map).to.deep.equal(work.map);
    expect((await errorOf(await server.send('POST', `api/backups/${name}/works/nope`, {}))).status).to.equal(
      404,
    );
    expect((await errorOf(await server.call('api/backups/nope/works'))).status).to.equal(404);
  });

  it('that is damaged, or has no room, restores nothing', async () => {
    const work = await wholeWork();
    await server.send('POST', 'api/backups', {});
    const { folder, backups } = backupsSchema.parse(await (await server.call('api/backups')).json());
    cpSync(folder, at('copy'), { recursive: true });
    const database = join(at('copy'), backups[0]?.name ?? '', 'nobrel.sqlite');
    const bytes = readFileSync(database);
    bytes[5000] = (bytes[5000] ?? 0) ^ 1;
    writeFileSync(database, bytes);
    const says = (into: string) =>
      restoreBackup(at('copy'), into).then(
        () => '',
        (error: unknown) => String(error),
      );
    expect(await says(at('new'))).to.match(/The database of the backup .* is damaged/);
    expect(existsSync(at('new'))).to.equal(false);
    expect(await says(server.dataFolder)).to.match(/is not empty/);
    const { hash } = work.pictures[0]!;
    cpSync(folder, at('other'), { recursive: true });
    // A hard link shares its bytes: the picture is replaced, not changed.
    rmSync(join(at('other'), 'pictures', hash.slice(0, 2), `${hash}.jpeg`));
    writeFileSync(join(at('other'), 'pictures', hash.slice(0, 2), `${hash}.jpeg`), 'damaged');
    await restoreBackup(at('other'), at('third')).then(
      () => expect.fail('it was restored'),
      (error: unknown) => expect(String(error)).to.match(/The picture .* of the backup is damaged/),
    );
    expect(existsSync(at('third'))).to.equal(false);
  });
});

/** Breaks off the record of a work, as a bad disk would. */
async function damage(id: string): Promise<void> {
  const sequelize = await openDatabase(server.dataFolder);
  await sequelize.query(
    'UPDATE works SET decisions = substr(decisions, 1, 40), revision = revision + 1 WHERE id = ?',
    {
      replacements: [id],
      type: QueryTypes.UPDATE,
    },
  );
  await sequelize.close();
}

describe('one damaged work', () => {
  it('is listed by itself, the others as ever, and leaves as far as it can be read', async () => {
    const good = await wholeWork();
    const bad = await wholeWork();
    await damage(bad.id);
    const { works } = flatFileSchema.parse(await (await server.call('api/works')).json());
    expect(works.filter((work) => 'damaged' in work).map(({ id }) => id)).to.deep.equal([bad.id]);
    expect(works.filter((work) => 'standing' in work).map(({ id }) => id)).to.deep.equal([good.id]);
    const save = await server.send('PUT', `api/works/${bad.id}`, { revision: 2, decisions: bad.decisions });
    expect((await errorOf(save)).code).to.equal('damaged-work');
    expect((await server.call(`api/works/${bad.id}/bundle`)).status).to.equal(200);
    expect((await server.call(`api/works/${bad.id}`, { method: 'DELETE' })).status).to.equal(204);
  });
});

describe('verifying', () => {
  it('finds nothing amiss in a whole file', async () => {
    await wholeWork();
    const found = (await (await server.send('POST', 'api/verify', {})).json()) as { faults: string[] };
    expect(found.faults).to.deep.equal([]);
  });

  it('names damaged records, lost and changed pictures, and what belongs to nothing', async () => {
    const work = await wholeWork();
    const other = await server.bringIn(await encoded((image) => image.negate().png()), 'other.png');
    const { hash: second } = (await other.json()) as { hash: string };
    const folder = (hash: string) => join(server.dataFolder, 'pictures', hash.slice(0, 2), hash);
    const { hash: first } = work.pictures[0]!;
    rmSync(join(folder(first), 'original.jpeg'));
    writeFileSync(join(folder(second), 'original.png'), 'changed');
    cpSync(folder(second), folder('f'.repeat(64)), { recursive: true });
    await damage(work.id);
    const { faults } = (await (await server.send('POST', 'api/verify', {})).json()) as { faults: string[] };
    expect(faults).to.have.length(4);
    expect(faults.join('\n'))
      .to.match(new RegExp(`Work ${work.id}: This work cannot be opened`))
      .and.match(/“disc.jpg” .* is lost/)
      .and.match(/“other.png” .* is damaged/)
      .and.match(/belongs to no record/);
  });
});

describe('lost files', () => {
  it('of a picture are made again from the file as it came, or by bringing it in again', async () => {
    const { picture } = await server.newWork();
    const folder = join(server.dataFolder, 'pictures', picture.hash.slice(0, 2), picture.hash);
    rmSync(join(folder, 'view.jpg'));
    rmSync(join(folder, 'grey.jpg'));
    const view = () => server.call(`api/pictures/${picture.hash}/view`);
    const grey = () => server.call(`api/pictures/${picture.hash}/grey`);
    const together = await Promise.all([view(), grey(), view(), grey()]);
    expect(together.map(({ status }) => status)).to.deep.equal([200, 200, 200, 200]);
    expect(existsSync(join(folder, 'grey.jpg'))).to.equal(true);
    rmSync(folder, { recursive: true });
    expect((await errorOf(await view())).message).to.match(/Bring the same file in again/);
    await server.bringIn();
    expect((await view()).status).to.equal(200);
  });
});

describe('the bin', () => {
  it('keeps a deleted work to be brought back, and empties itself of what is old', async () => {
    const work = await wholeWork();
    await server.call(`api/works/${work.id}`, { method: 'DELETE' });
    for (const path of ['', '/map', '/map/versions'])
      expect((await server.call(`api/works/${work.id}${path}`)).status, path).to.equal(404);
    const { works, bin } = flatFileSchema.parse(await (await server.call('api/works')).json());
    expect(works).to.deep.equal([]);
    expect(bin.map(({ title }) => title)).to.deep.equal(['Disc']);
    expect((await server.send('POST', `api/works/${work.id}/bring-back`, {})).status).to.equal(204);
    expect(await (await server.call(`api/works/${work.id}`)).json()).to.deep.equal(work);
    expect((await errorOf(await server.send('POST', `api/works/${work.id}/bring-back`, {}))).status).to.equal(
      404,
    );

    await server.call(`api/works/${work.id}`, { method: 'DELETE' });
    const { keeper } = server.running.file;
    const days = (count: number) => new Date(Date.now() + count * 24 * 3600 * 1000);
    await keeper.lookAfter(days(29));
    expect(flatFileSchema.parse(await (await server.call('api/works')).json()).bin).to.have.length(1);
    await keeper.lookAfter(days(61));
    expect(flatFileSchema.parse(await (await server.call('api/works')).json()).bin).to.have.length(0);
    const { hash } = work.pictures[0]!;
    expect((await server.call(`api/pictures/${hash}/view`)).status).to.equal(404);
  });
});

describe('looking after the works', () => {
  it('makes a backup once a day when something changed, and keeps a fortnight of them', async () => {
    const { keeper } = server.running.file;
    await keeper.lookAfter();
    expect((await keeper.backups()).backups).to.have.length(0);
    await wholeWork();
    await keeper.lookAfter();
    await keeper.lookAfter();
    expect((await keeper.backups()).backups).to.have.length(1);
    // What a power cut left of one goes with the next.
    mkdirSync(join(keeper.folder, 'making-x'));
    for (let i = 0; i < 15; i++) await keeper.backUp();
    expect((await readdir(keeper.folder)).filter((name) => name.startsWith('making-'))).to.deep.equal([]);
    expect((await keeper.backups()).backups).to.have.length(14);
  });
});

describe('the data folder', () => {
  it('is one process’s at a time, and says whose', async () => {
    await openFile(server.dataFolder).then(
      () => expect.fail('it was opened twice'),
      (error: unknown) => expect(String(error)).to.include(`already open at ${server.running.address}`),
    );
  });

  it('left locked by a process that is gone is opened', async () => {
    const folder = at('left');
    await (await openFile(folder)).close();
    const gone = { id: 'x', process: 4_000_000, host: (await import('node:os')).hostname(), address: null };
    writeFileSync(join(folder, 'nobrel.lock'), JSON.stringify({ ...gone, since: new Date().toISOString() }));
    await (await openFile(folder)).close();
    expect(existsSync(join(folder, 'nobrel.lock'))).to.equal(false);
  });

  it('locked on another computer, written by a newer program, damaged or cut off is refused in a sentence', async () => {
    const says = async (folder: string) =>
      openFile(folder).then(
        async (file) => {
          await file.close();
          return 'opened';
        },
        (error: unknown) => String(error),
      );
    const fresh = async (name: string) => {
      await (await openFile(at(name))).close();
      return at(name);
    };
    const locked = await fresh('locked');
    const elsewhere = {
      id: 'x',
      process: 1,
      host: 'the-other-easel',
      address: null,
      since: '2026-10-17T15:00:00Z',
    };
    writeFileSync(join(locked, 'nobrel.lock'), JSON.stringify(elsewhere));
    expect(await says(locked)).to.match(/open on the computer “the-other-easel”.*delete .*nobrel\.lock/);

    const newer = await fresh('newer');
    const database = await openDatabase(newer);
    await database.query("INSERT INTO SequelizeMeta VALUES ('099-tides')");
    await database.close();
    expect(await says(newer)).to.match(
      /newer version of Nobrel \(it knows “099-tides”\).*nothing was changed/,
    );

    const damaged = await fresh('damaged');
    const bytes = readFileSync(join(damaged, 'nobrel.sqlite'));
    bytes.fill(0x5a, 4096, 12_288);
    writeFileSync(join(damaged, 'nobrel.sqlite'), bytes);
    expect(await says(damaged)).to.match(/damaged.*nobrel restore/);

    const cutOff = at('cut-off');
    cpSync(server.dataFolder, cutOff, { recursive: true });
    rmSync(join(cutOff, 'nobrel.lock'));
    await server.newWork();
    cpSync(join(server.dataFolder, 'pictures'), join(cutOff, 'pictures'), { recursive: true });
    for (const name of ['nobrel.sqlite-wal', 'nobrel.sqlite-shm'])
      rmSync(join(cutOff, name), { force: true });
    writeFileSync(join(cutOff, 'nobrel.sqlite'), '');
    expect(await says(cutOff)).to.match(/is empty, though there are pictures beside it/);
  });
});
