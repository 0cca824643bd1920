import { cpSync, existsSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect } from 'chai';
import { flatFileSchema } from '@nobrel/core/file';
import { openFile } from '../open-file.js';
import { openDatabase } from '../store/database.js';
import { errorOf } from '../testing/answers.js';
import { Keeping } from '../testing/keeping.js';
import { encoded } from '../testing/pictures.js';

describe('verifying', () => {
  const kept = Keeping.forEachTest();

  it('finds nothing amiss in a whole file', async () => {
    await kept.wholeWork();
    const found = (await (await kept.server.send('POST', 'api/verify', {})).json()) as { faults: string[] };
    expect(found.faults).to.deep.equal([]);
  });

  it('names damaged records, lost and changed pictures, and what belongs to nothing', async () => {
    const work = await kept.wholeWork();
    const other = await kept.server.bringIn(await encoded((image) => image.negate().png()), 'other.png');
    const { hash: second } = (await other.json()) as { hash: string };
    const folder = (hash: string) => join(kept.server.dataFolder, 'pictures', hash.slice(0, 2), hash);
    const { hash: first } = work.pictures[0]!;
    rmSync(join(folder(first), 'original.jpeg'));
    writeFileSync(join(folder(second), 'original.png'), 'changed');
    cpSync(folder(second), folder('f'.repeat(64)), { recursive: true });
    await kept.damage(work.id);
    const { faults } = (await (await kept.server.send('POST', 'api/verify', {})).json()) as {
      faults: string[];
    };
    expect(faults).to.have.length(4);
    expect(faults.join('\n'))
      .to.match(new RegExp(`Work ${work.id}: This work cannot be opened`))
      .and.match(/“disc.jpg” .* is lost/)
      .and.match(/“other.png” .* is damaged/)
      .and.match(/belongs to no record/);
  });
});

describe('lost files', () => {
  const kept = Keeping.forEachTest();

  it('of a picture are made again from the file as it came, or by bringing it in again', async () => {
    const { picture } = await kept.server.newWork();
    const folder = join(kept.server.dataFolder, 'pictures', picture.hash.slice(0, 2), picture.hash);
    rmSync(join(folder, 'view.jpg'));
    rmSync(join(folder, 'grey.jpg'));
    const view = () => kept.server.call(`api/pictures/${picture.hash}/view`);
    const grey = () => kept.server.call(`api/pictures/${picture.hash}/grey`);
    const together = await Promise.all([view(), grey(), view(), grey()]);
    expect(together.map(({ status }) => status)).to.deep.equal([200, 200, 200, 200]);
    expect(existsSync(join(folder, 'grey.jpg'))).to.equal(true);
    rmSync(folder, { recursive: true });
    expect((await errorOf(await view())).message).to.match(/Bring the same file in again/);
    await kept.server.bringIn();
    expect((await view()).status).to.equal(200);
  });
});

describe('the bin', () => {
  const kept = Keeping.forEachTest();

  it('keeps a deleted work to be brought back, and empties itself of what is old', async () => {
    const work = await kept.wholeWork();
    await kept.server.call(`api/works/${work.id}`, { method: 'DELETE' });
    for (const path of ['', '/map', '/map/versions'])
      expect((await kept.server.call(`api/works/${work.id}${path}`)).status, path).to.equal(404);
    const { works, bin } = flatFileSchema.parse(await (await kept.server.call('api/works')).json());
    expect(works).to.deep.equal([]);
    expect(bin.map(({ title }) => title)).to.deep.equal(['Disc']);
    expect((await kept.server.send('POST', `api/works/${work.id}/bring-back`, {})).status).to.equal(204);
    expect(await (await kept.server.call(`api/works/${work.id}`)).json()).to.deep.equal(work);
    expect(
      (await errorOf(await kept.server.send('POST', `api/works/${work.id}/bring-back`, {}))).status,
    ).to.equal(404);

    await kept.server.call(`api/works/${work.id}`, { method: 'DELETE' });
    const { keeper } = kept.server.running.file;
    const days = (count: number) => new Date(Date.now() + count * 24 * 3600 * 1000);
    await keeper.lookAfter(days(29));
    expect(flatFileSchema.parse(await (await kept.server.call('api/works')).json()).bin).to.have.length(1);
    await keeper.lookAfter(days(61));
    expect(flatFileSchema.parse(await (await kept.server.call('api/works')).json()).bin).to.have.length(0);
    const { hash } = work.pictures[0]!;
    expect((await kept.server.call(`api/pictures/${hash}/view`)).status).to.equal(404);
  });
});

describe('the data folder', () => {
  const kept = Keeping.forEachTest();

  it('is one process’s at a time, and says whose', async () => {
    await openFile(kept.server.dataFolder).then(
      () => expect.fail('it was opened twice'),
      (error: unknown) => expect(String(error)).to.include(`already open at ${kept.server.running.address}`),
    );
  });

  it('left locked by a process that is gone is opened', async () => {
    const folder = kept.at('left');
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
      await (await openFile(kept.at(name))).close();
      return kept.at(name);
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

    const cutOff = kept.at('cut-off');
    cpSync(kept.server.dataFolder, cutOff, { recursive: true });
    rmSync(join(cutOff, 'nobrel.lock'));
    await kept.server.newWork();
    cpSync(join(kept.server.dataFolder, 'pictures'), join(cutOff, 'pictures'), { recursive: true });
    for (const name of ['nobrel.sqlite-wal', 'nobrel.sqlite-shm'])
      rmSync(join(cutOff, name), { force: true });
    writeFileSync(join(cutOff, 'nobrel.sqlite'), '');
    expect(await says(cutOff)).to.match(/is empty, though there are pictures beside it/);
  });
});
