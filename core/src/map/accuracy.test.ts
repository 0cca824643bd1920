import { expect } from 'chai';
import { accuracyScene, mapAccuracy, photographUnder, trueBoundary } from '../testing/index.js';
import { MapMaker } from './map-maker.js';
import { defaultMapSettings } from './settings.js';

const pxPerMm = 5;

describe('a map against the truth of a whole scene', () => {
  const scene = accuracyScene(1);
  const picture = photographUnder(scene, 'gradient', pxPerMm, 1);
  const frame = { x: 0, y: 0, width: scene.widthMm, height: scene.heightMm };
  const map = new MapMaker().make({
    picture,
    pictureKey: 'scene',
    window: { x: 0, y: 0, width: picture.width, height: picture.height },
    placement: { surface: frame, frame },
    settings: { ...defaultMapSettings, mode: 'values', pencilMm: 2 / pxPerMm, minShapeMm2: 8 },
  });
  const found = mapAccuracy(map, scene);

  it('draws nearly every boundary, once, where it is, and nothing else, though the light falls off', () => {
    expect(found.recall).to.be.at.least(0.99);
    expect(found.precision).to.be.at.least(0.99);
    expect(found.hardMean).to.be.at.most(0.05);
    expect(found.softMean).to.be.at.most(0.25);
    expect(found.doubled).to.be.at.most(0.005);
  });

  it('draws nothing where two things of one value touch, and leaves no end in the air', () => {
    expect(trueBoundary(scene).some((point) => point.lost)).to.equal(true);
    expect(found.lostLength).to.equal(0);
    expect(found.dangling).to.equal(0);
    expect(found.openRings).to.equal(0);
  });

  it('tells hard from soft, with few points and without wobble', () => {
    expect(found.qualityRight).to.be.at.least(0.97);
    expect(found.verticesPerMetre).to.be.at.most(450);
    expect(found.directionDeg).to.be.at.most(1.8);
  });

  it('would be told off for a line left out, a line too many, and one in the wrong place', () => {
    const [longest] = [...map.lines]
      .filter(({ kind }) => kind === 'boundary')
      .sort((a, b) => b.points.length - a.points.length);
    const without = { ...map, lines: map.lines.filter(({ id }) => id !== longest.id) };
    expect(mapAccuracy(without, scene).recall).to.be.lessThan(found.recall - 0.02);
    const astray = {
      ...longest,
      id: 'x',
      points: longest.points.map(([x, y]): [number, number] => [x + 0.3, y]),
    };
    const double = mapAccuracy({ ...map, lines: [...map.lines, astray] }, scene);
    expect(double.doubled).to.be.greaterThan(0.02);
    expect(double.hardMean).to.be.greaterThan(found.hardMean);
  });
});
