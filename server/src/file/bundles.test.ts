import { expect } from 'chai';
import { flatFileSchema, workSchema } from '@nobrel/core/file';
import { errorOf } from '../testing/answers.js';
import { bringIn, Keeping, packed, picturesOnDisk, zipOf } from '../testing/keeping.js';
import { encoded } from '../testing/pictures.js';
import { startServer, type TestServer } from '../testing/server.js';
import { projectSchema } from './bundle-schema.js';

describe('a bundle', () => {
  const kept = Keeping.forEachTest();

  it('takes a work to another file with everything, under an id of its own', async () => {
    const work = await kept.wholeWork();
    const bundle = await kept.bundleOf(work);
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
      expect(await map(other, came.id)).to.equal(await map(kept.server, work.id));
    } finally {
      await other.stop();
    }
  });

  it('brought in twice is two works, and writes nothing over', async () => {
    const work = await kept.wholeWork();
    const bundle = await kept.bundleOf(work);
    await bringIn(kept.server, bundle);
    await bringIn(kept.server, bundle);
    const { works } = flatFileSchema.parse(await (await kept.server.call('api/works')).json());
    expect(works).to.have.length(3);
    expect(await (await kept.server.call(`api/works/${work.id}`)).json()).to.deep.equal(work);
  });

  it('that is damaged, strange or too large is refused whole, and nothing is left behind', async () => {
    const files = await kept.unpacked(await kept.bundleOf(await kept.wholeWork()));
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
    const before = flatFileSchema.parse(await (await kept.server.call('api/works')).json());
    const there = await picturesOnDisk(kept.server);
    for (const [name, bytes] of Object.entries(bad)) {
      const error = await errorOf(await bringIn(kept.server, bytes));
      expect(error.status, name).to.be.within(400, 422);
      expect(error.message, name).to.match(/^This bundle cannot be brought in: .+\. None of it was kept\.$/);
      expect(await picturesOnDisk(kept.server), name).to.deep.equal(there);
    }
    expect(await (await kept.server.call('api/works')).json()).to.deep.equal(before);
  });
});

describe('fields that are not known here', () => {
  const kept = Keeping.forEachTest();

  it('come in with a bundle, are said, outlive a save, and go out again', async () => {
    const { work } = await kept.server.newWork();
    const files = await kept.unpacked(await kept.bundleOf(work));
    const project = projectSchema.parse(JSON.parse(String(files['project.json'])));
    if (typeof project.decisions === 'string') throw new Error('no decisions');
    const { file } = work.decisions;
    const strange = { ...project.decisions, tides: { high: 3 }, file: { ...file, loan: 'until spring' } };
    files['project.json'] = JSON.stringify({ ...project, decisions: strange });
    const came = workSchema.parse(await (await bringIn(kept.server, await packed(files))).json());
    expect(came.unknown).to.have.members(['tides', 'file.loan']);
    const changed = { ...came.decisions, demo: true };
    const request = { revision: came.revision, decisions: changed };
    expect((await kept.server.send('PUT', `api/works/${came.id}`, request)).status).to.equal(200);
    const again = await kept.unpacked(await kept.bundleOf(came));
    const left: unknown = JSON.parse(String(again['project.json']));
    expect(left).to.have.nested.property('decisions.demo', true);
    expect(left).to.have.nested.property('decisions.file.loan', 'until spring');
    expect(left).to.have.nested.property('decisions.tides.high', 3);
  });
});

describe('a bundle with bytes changed anywhere', () => {
  const kept = Keeping.forEachTest();

  it('is refused whole, or comes in as it was', async () => {
    const work = await kept.wholeWork();
    const bundle = await kept.bundleOf(work);
    const there = await picturesOnDisk(kept.server);
    let refused = 0;
    for (let i = 0; i < 40; i++) {
      const changed = Buffer.from(bundle);
      // Spread over the whole file: names, sizes, contents, checksums and the directory at its end.
      const at = Math.floor(((i + 0.5) / 40) * changed.length);
      changed[at] = (changed[at] ?? 0) ^ (1 << (i % 8));
      const answer = await bringIn(kept.server, changed);
      if (answer.status === 201) {
        const came = workSchema.parse(await answer.json());
        expect(came.decisions, String(at)).to.deep.equal(work.decisions);
        expect(came.pictures, String(at)).to.deep.equal(work.pictures);
        continue;
      }
      refused++;
      expect((await errorOf(answer)).status, String(at)).to.equal(422);
      expect(await picturesOnDisk(kept.server), String(at)).to.deep.equal(there);
    }
    expect(refused).to.be.greaterThan(30);
  });
});
