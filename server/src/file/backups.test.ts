import { cpSync, existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { readdir } from 'node:fs/promises';
import { join } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { expect } from 'chai';
import { backupsSchema, flatFileSchema, workSchema } from '@nobrel/core/file';
import { Fault } from '../faults.js';
import { errorOf } from '../testing/answers.js';
import { Keeping, sha256 } from '../testing/keeping.js';
import { putPictures } from '../testing/many-pictures.js';
import { startServer } from '../testing/server.js';
import { restoreBackup } from './backup.js';

describe('a backup', () => {
  const kept = Keeping.forEachTest();

  it('is made while work goes on, and restored byte for byte into a new folder', async () => {
    const work = await kept.wholeWork();
    const saves = Array.from({ length: 10 }, (_, i) =>
      kept.server.send('PUT', `api/works/${work.id}`, {
        revision: 1 + i,
        decisions: { ...work.decisions, title: `Disc ${i}` },
      }),
    );
    const [made] = await Promise.all([kept.server.send('POST', 'api/backups', {}), ...saves]);
    expect(made?.status).to.equal(201);
    const { folder, backups } = backupsSchema.parse(await (await kept.server.call('api/backups')).json());
    expect(backups).to.have.length(1);
    await restoreBackup(folder, kept.at('restored'));
    const picture = work.pictures[0]!;
    const original = join('pictures', picture.hash.slice(0, 2), picture.hash, 'original.jpeg');
    expect(sha256(readFileSync(join(kept.at('restored'), original)))).to.equal(picture.hash);
    const restored = await startServer(kept.at('restored'));
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
    await kept.wholeWork();
    await kept.server.send('POST', 'api/backups', {});
    await kept.server.send('POST', 'api/backups', {});
    const { folder, backups } = backupsSchema.parse(await (await kept.server.call('api/backups')).json());
    expect(backups).to.have.length(2);
    const pictures = await readdir(join(folder, 'pictures'), { recursive: true });
    expect(pictures.filter((name) => name.endsWith('.jpeg'))).to.have.length(1);
  });

  it('gives one work back, also one whose record was damaged since', async () => {
    const work = await kept.wholeWork();
    await kept.server.send('POST', 'api/backups', {});
    const { backups } = backupsSchema.parse(await (await kept.server.call('api/backups')).json());
    const name = backups[0]?.name ?? '';
    await kept.damage(work.id);
    expect((await errorOf(await kept.server.call(`api/works/${work.id}`))).code).to.equal('damaged-work');
    const answer = await kept.server.send('POST', `api/backups/${name}/works/${work.id}`, {});
    const back = workSchema.parse(await answer.json());
    expect(back.decisions).to.deep.equal(work.decisions);
    expect(back.map).to.deep.equal(work.map);
    expect(
      (await errorOf(await kept.server.send('POST', `api/backups/${name}/works/nope`, {}))).status,
    ).to.equal(404);
    expect((await errorOf(await kept.server.call('api/backups/nope/works'))).status).to.equal(404);
  });

  it('that is damaged, or has no room, restores nothing', async () => {
    const work = await kept.wholeWork();
    await kept.server.send('POST', 'api/backups', {});
    const { folder, backups } = backupsSchema.parse(await (await kept.server.call('api/backups')).json());
    cpSync(folder, kept.at('copy'), { recursive: true });
    const database = join(kept.at('copy'), backups[0]?.name ?? '', 'nobrel.sqlite');
    const bytes = readFileSync(database);
    bytes[5000] = (bytes[5000] ?? 0) ^ 1;
    writeFileSync(database, bytes);
    const says = (into: string) =>
      restoreBackup(kept.at('copy'), into).then(
        () => '',
        (error: unknown) => String(error),
      );
    expect(await says(kept.at('new'))).to.match(/The database of the backup .* is damaged/);
    expect(existsSync(kept.at('new'))).to.equal(false);
    expect(await says(kept.server.dataFolder)).to.match(/is not empty/);
    const { hash } = work.pictures[0]!;
    cpSync(folder, kept.at('other'), { recursive: true });
    // A hard link shares its bytes: the picture is replaced, not changed.
    rmSync(join(kept.at('other'), 'pictures', hash.slice(0, 2), `${hash}.jpeg`));
    writeFileSync(join(kept.at('other'), 'pictures', hash.slice(0, 2), `${hash}.jpeg`), 'damaged');
    await restoreBackup(kept.at('other'), kept.at('third')).then(
      () => expect.fail('it was restored'),
      (error: unknown) => expect(String(error)).to.match(/The picture .* of the backup is damaged/),
    );
    expect(existsSync(kept.at('third'))).to.equal(false);
  });
});

describe('one damaged work', () => {
  const kept = Keeping.forEachTest();

  it('is listed by itself, the others as ever, and leaves as far as it can be read', async () => {
    const good = await kept.wholeWork();
    const bad = await kept.wholeWork();
    await kept.damage(bad.id);
    const { works } = flatFileSchema.parse(await (await kept.server.call('api/works')).json());
    expect(works.filter((work) => 'damaged' in work).map(({ id }) => id)).to.deep.equal([bad.id]);
    expect(works.filter((work) => 'standing' in work).map(({ id }) => id)).to.deep.equal([good.id]);
    const save = await kept.server.send('PUT', `api/works/${bad.id}`, {
      revision: 2,
      decisions: bad.decisions,
    });
    expect((await errorOf(save)).code).to.equal('damaged-work');
    expect((await kept.server.call(`api/works/${bad.id}/bundle`)).status).to.equal(200);
    expect((await kept.server.call(`api/works/${bad.id}`, { method: 'DELETE' })).status).to.equal(204);
  });
});

describe('looking after the works', () => {
  const kept = Keeping.forEachTest();

  it('makes a backup once a day when something changed, and keeps a fortnight of them', async () => {
    const { keeper } = kept.server.running.file;
    await keeper.lookAfter();
    expect((await keeper.backups()).backups).to.have.length(0);
    await kept.wholeWork();
    await keeper.lookAfter();
    await keeper.lookAfter();
    expect((await keeper.backups()).backups).to.have.length(1);
    // What a power cut left of one goes with the next.
    mkdirSync(join(keeper.folder, 'making-x'));
    for (let i = 0; i < 15; i++) await keeper.backUp();
    expect((await readdir(keeper.folder)).filter((name) => name.startsWith('making-'))).to.deep.equal([]);
    expect((await keeper.backups()).backups).to.have.length(14);
  });

  it('is over before the file is closed, with nothing half-made left behind', async () => {
    const { server } = kept;
    await kept.wholeWork();
    await putPictures(server.dataFolder, 300);
    const { keeper } = server.running.file;
    let isOver = false;
    const daily = keeper.lookAfter().finally(() => (isOver = true));
    while (!existsSync(join(keeper.folder, 'pictures'))) await sleep(1);
    await server.running.stop();
    expect(isOver).to.equal(true);
    await daily;
    expect(await readdir(keeper.folder)).to.deep.equal(['pictures']);
    const refused: unknown = await keeper.backUp().catch((error: unknown) => error);
    expect(refused).to.be.instanceOf(Fault).with.property('code', 'stopped');
  });
});
