import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect } from 'chai';
import { isTraced } from '@nobrel/core/documents';
import { isMapCurrent, mainPictureOf, mapRequestOf, workDecisionsSchema } from '@nobrel/core/file';
import { findFitFault } from '@nobrel/core/fit';
import { distance } from '@nobrel/core/geometry';
import { findSheet, ratioOfCorners } from '@nobrel/core/reference';
import { knownAgain, ownTracingSpeed, transferMethodIds } from '@nobrel/core/transfer';
import { openFile, readPicture, type OpenFile } from '@nobrel/server';
import { examples } from './examples.js';
import { seedHistory } from './history.js';
import { checkedTitle, makeMap, referencePath, seed } from './seed.js';

describe('the demo', () => {
  let folder: string;
  let file: OpenFile;
  before(async () => {
    folder = await mkdtemp(join(tmpdir(), 'nobrel-demo-'));
    file = await openFile(folder);
    await seed(file);
  });
  after(async () => {
    await file.close();
    await rm(folder, { recursive: true, force: true });
  });

  const everyWork = async () =>
    Promise.all((await file.flatFile.list()).works.map(({ id }) => file.works.get(id)));

  it('holds works at every stage, each valid, and each map made from its decisions as they stand', async () => {
    const works = await everyWork();
    for (const work of works) {
      expect(workDecisionsSchema.safeParse(work.decisions).success, work.decisions.title).to.equal(true);
      expect(findFitFault(work.decisions.fit), work.decisions.title).to.equal(null);
      if (!work.map) continue;
      const { document } = await file.maps.get(work.id);
      expect(isMapCurrent(document, work), work.decisions.title).to.equal(true);
    }
    expect(works.filter(({ map }) => map === null)).to.have.length.above(0);
    expect(works.filter(({ printings }) => printings.length > 0)).to.have.length.above(0);
    expect(works.filter(({ decisions }) => decisions.file.transferredAt !== null)).to.have.length(1);
  });

  it('keeps maps as they are made now', async () => {
    const { id } = (await everyWork()).find(({ decisions }) => decisions.title === checkedTitle) ?? {
      id: '',
    };
    const [work, kept] = [await file.works.get(id), await file.maps.get(id)];
    const request = mapRequestOf(work);
    const example = examples.find(({ title }) => title === checkedTitle);
    if (!request || !example) throw new Error('There is no such work.');
    const made = await makeMap(example, request, work.pictures[0]?.hash ?? '');
    expect(kept.document.lines, 'npm run render-references draws them anew').to.deep.equal(
      JSON.parse(JSON.stringify(made.lines)),
    );
  });

  it('holds two years of works beside those in hand, found, timed and learned from', async () => {
    const began = await mkdtemp(join(tmpdir(), 'nobrel-demo-'));
    const whole = await openFile(began);
    try {
      await seed(whole, { rounds: null });
      await seedHistory(whole);
      const { works } = await whole.flatFile.list();
      expect(works).to.have.length(30);
      const past = works.flatMap((work) => ('damaged' in work || work.drawer === 'in-hand' ? [] : [work]));
      expect(new Set(past.map(({ changedAt }) => changedAt.slice(0, 4)))).to.have.members([
        '2024',
        '2025',
        '2026',
      ]);
      const own = await whole.flatFile.ownSpeeds();
      expect(own.sittings).to.be.above(20);
      // The painter of the demo goes slowly along lines.
      expect(ownTracingSpeed(own).mmPerSecond).to.be.below(7.5);
      const kettleId = works.find((work) => work.title === 'Kettle, lantern and pears')?.id ?? '';
      const lessons = await whole.flatFile.lessons(kettleId);
      expect(lessons[0]?.shares).to.include.members(['surface', 'method']);
    } finally {
      await whole.close();
      await rm(began, { recursive: true, force: true });
    }
  });

  it('shows every method, one work in the middle of its tracing and one traced whole', async () => {
    const works = await everyWork();
    const methods = works.map(({ decisions }) => decisions.transfer.method);
    expect(methods).to.have.members([...transferMethodIds]);
    const shares: number[] = [];
    for (const { id, decisions } of works) {
      if (decisions.transfer.run.traced.length === 0) continue;
      const { document } = await file.maps.get(id);
      const { done, lost } = knownAgain(decisions.transfer.run, document);
      expect(lost).to.deep.equal([]);
      shares.push(done.size / document.lines.filter(isTraced).length);
    }
    expect(shares.filter((share) => share === 1)).to.have.length(1);
    expect(shares.filter((share) => share > 0 && share < 0.5)).to.have.length(1);
  });

  it('is seeded once', async () => {
    const before = await file.flatFile.list();
    await seed(file);
    expect(await file.flatFile.list()).to.deep.equal(before);
  });

  it('has a drawing in its third round of checking, its error falling, held against the map there is', async () => {
    const [work, ...others] = (await everyWork()).filter(
      ({ decisions }) => decisions.check.rounds.length > 0,
    );
    expect(others).to.deep.equal([]);
    const { rounds, photographs } = work!.decisions.check;
    expect(rounds).to.have.length(3);
    const { document } = await file.maps.get(work!.id);
    const lines = new Set(document.lines.map(({ id }) => id));
    const hashes = work!.pictures.map(({ hash }) => hash);
    for (const { picture, figures } of rounds) {
      expect(hashes).to.include(picture);
      expect(photographs).to.include(picture);
      expect(Object.keys(figures!.offs).filter((id) => !lines.has(id))).to.deep.equal([]);
    }
    const [first, , third] = rounds.map(({ figures }) => figures!.meanOffMm);
    expect(third).to.be.below(first!);
  });

  it('pins details to spots of pictures that are there', async () => {
    const pinned = (await everyWork()).filter(({ decisions }) => decisions.reference.details.length > 0);
    expect(pinned).to.have.length.above(0);
    for (const work of pinned) {
      const { picture } = mainPictureOf(work);
      for (const { hash, on, at } of work.decisions.reference.details) {
        expect(work.pictures.map((other) => other.hash)).to.include(hash);
        expect(on).to.equal(picture.hash);
        expect(at.x).to.be.within(0, picture.width);
        expect(at.y).to.be.within(0, picture.height);
      }
    }
  });
});

describe('the photographed sketch', () => {
  it('is a true photograph of a sheet of 4 : 3, whose corners are found where the demo says', async () => {
    const picture = await readPicture(referencePath('sketch-on-the-bench'), 'sketch');
    const corners = [
      { x: 515, y: 400 },
      { x: 1961, y: 273 },
      { x: 2166, y: 1425 },
      { x: 265, y: 1439 },
    ] as const;
    const found = findSheet(picture);
    found?.corners.forEach((corner, i) => expect(distance(corner, corners[i]!)).to.be.below(2));
    expect(found?.seen).to.be.above(0.8);
    expect(ratioOfCorners(corners, picture)).to.be.closeTo(4 / 3, 0.02);
  });
});
