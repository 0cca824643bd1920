import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { expect } from 'chai';
import {
  backupsSchema,
  flatFileSchema,
  howFarSchema,
  pictureSchema,
  restoredSchema,
  verifiedSchema,
  type HowFar,
} from '@nobrel/core/file';
import { errorOf } from '../testing/answers.js';
import { bringIn, Keeping, picturesOnDisk } from '../testing/keeping.js';
import { encoded } from '../testing/pictures.js';
import { startServer } from '../testing/server.js';

describe('long work', () => {
  const kept = Keeping.forEachTest();

  /** What is told while something runs: every answer that says something. */
  async function heardDuring(task: string, running: Promise<unknown>): Promise<HowFar[]> {
    const heard: HowFar[] = [];
    let isOver = false;
    const over = running.finally(() => (isOver = true));
    while (!isOver) {
      const answer = await kept.server.call(`api/under-way/${task}`);
      const howFar = howFarSchema.parse(await answer.json());
      if (howFar.of > 0) heard.push(howFar);
      await sleep(5);
    }
    await over;
    return heard;
  }

  /** A work with several pictures, so that there is something to count. */
  async function bundleOfMany(count: number): Promise<Buffer> {
    const { work } = await kept.server.newWork();
    for (let k = 1; k < count; k++) {
      const answer = await kept.server.bringIn(
        await encoded((image) => image.resize(200 + k, 100).jpeg()),
        `${k}.jpg`,
      );
      const { hash } = pictureSchema.parse(await answer.json());
      await kept.server.send('POST', `api/works/${work.id}/pictures`, { picture: hash });
    }
    return kept.bundleOf(work);
  }

  it('says how far it is, and nothing once it is over', async () => {
    const bundle = await bundleOfMany(6);
    const heard = await heardDuring('b1', bringIn(kept.server, bundle, '?task=b1'));
    expect(heard.length).to.be.greaterThan(1);
    expect(heard.map(({ of }) => of)).to.deep.equal(heard.map(() => 6));
    expect([...heard.map(({ done }) => done)].sort((a, b) => a - b)).to.deep.equal(
      heard.map(({ done }) => done),
    );
    expect(await (await kept.server.call('api/under-way/b1')).json()).to.deep.equal({ done: 0, of: 0 });
    const verified = await kept.server.call('api/verify?task=v1', { method: 'POST' });
    expect(verifiedSchema.parse(await verified.json()).faults).to.deep.equal([]);
  });

  it('that is stopped half-way leaves nothing behind', async () => {
    const bundle = await bundleOfMany(6);
    const other = await startServer();
    try {
      const before = await picturesOnDisk(other);
      const stop = new AbortController();
      const ended = bringIn(other, bundle, '?task=b2', { signal: stop.signal }).then(
        () => 'brought in',
        () => 'stopped',
      );
      const hasBegun = async () =>
        howFarSchema.parse(await (await other.call('api/under-way/b2')).json()).done >= 2;
      while (!(await hasBegun())) await sleep(5);
      expect((await picturesOnDisk(other)).length).to.be.greaterThan(before.length);
      stop.abort();
      expect(await ended).to.equal('stopped');
      // It is cleared away as soon as the picture in hand is read.
      for (
        let waited = 0;
        waited < 10_000 && (await picturesOnDisk(other)).length > before.length;
        waited += 50
      )
        await sleep(50);
      expect(await picturesOnDisk(other)).to.deep.equal(before);
      expect(flatFileSchema.parse(await (await other.call('api/works')).json()).works).to.deep.equal([]);
    } finally {
      await other.stop();
    }
  });

  it('restores a whole backup into a new folder beside the works, once', async () => {
    const work = await kept.wholeWork();
    await kept.server.send('POST', 'api/backups', {});
    const { backups } = backupsSchema.parse(await (await kept.server.call('api/backups')).json());
    const path = `api/backups/${backups[0]?.name}/restore`;
    const restored = restoredSchema.parse(await (await kept.server.send('POST', path, {})).json());
    expect(restored.works).to.equal(1);
    expect(existsSync(join(restored.folder, 'nobrel.sqlite'))).to.equal(true);
    const { hash } = work.pictures[0]!;
    const original = join('pictures', hash.slice(0, 2), hash, 'original.jpeg');
    expect(
      readFileSync(join(restored.folder, original)).equals(
        readFileSync(join(kept.server.dataFolder, original)),
      ),
    ).to.equal(true);
    const again = await errorOf(await kept.server.send('POST', path, {}));
    expect(again.message).to.match(/is not empty\. Restore into a new folder/);
    expect((await errorOf(await kept.server.send('POST', 'api/backups/none/restore', {}))).status).to.equal(
      404,
    );
  });
});
