import { expect } from 'chai';
import { isTraced, type MapDocument } from '../../documents/index.js';
import { disc, photograph, rectangle, type KnownScene } from '../../testing/index.js';
import { lineLengthMm } from '../weight/index.js';
import { MapMaker } from '../map-maker.js';
import { defaultMapSettings, type MapSettings } from '../settings.js';
import type { Correction } from './corrections.js';

/** A dish with a fruit in it, and a bar. */
const scene: KnownScene = {
  widthMm: 150,
  heightMm: 120,
  ground: 85,
  shapes: [
    { distance: disc(50, 60, 32), lightness: 60, blurMm: 0.15 },
    { distance: disc(50, 60, 12), lightness: 25, blurMm: 0.15 },
    { distance: rectangle(120, 60, 8, 40), lightness: 35, blurMm: 0.15 },
  ],
};
const frame = { x: 0, y: 0, width: 150, height: 120 };
const picture = photograph(scene, 4);
const maker = new MapMaker();
const makeMap = (corrections: readonly Correction[] = [], settings: Partial<MapSettings> = {}): MapDocument =>
  maker.make({
    picture,
    pictureKey: 'scene',
    window: { x: 0, y: 0, width: picture.width, height: picture.height },
    placement: { surface: frame, frame },
    settings: { ...defaultMapSettings, mode: 'lines', ...settings },
    corrections,
  });

/** The outline of what lies under a spot, mm. */
function outlineAt(x: number, y: number, walk: number) {
  makeMap();
  const found = maker.things.at(x / 150, y / 120, 0.5, walk)!;
  const points = Array.from({ length: found.outline.length / 2 }, (_, i): [number, number] => [
    found.outline[2 * i],
    found.outline[2 * i + 1],
  ]);
  return { ...found, points };
}

/** Furthest distance of an outline from a circle, mm. */
const offCircle = (points: readonly [number, number][], x: number, y: number, radius: number) =>
  Math.max(...points.map(([u, v]) => Math.abs(Math.hypot(150 * u - x, 120 * v - y) - radius)));

const tracedMm = (map: MapDocument) =>
  map.lines.filter(isTraced).reduce((sum, line) => sum + lineLengthMm(line), 0);

describe('a thing pointed at', () => {
  it('is outlined, and walked up from to what it is part of and down again', () => {
    const fruit = outlineAt(50, 60, 0);
    expect(offCircle(fruit.points, 50, 60, 12)).to.be.at.most(1);
    const larger = outlineAt(50, 60, 1);
    expect(larger.rank).to.equal(fruit.rank + 1);
    // What the fruit is part of holds the dish around it.
    expect(Math.max(...larger.points.map(([u]) => u))).to.be.greaterThan(75 / 150);
    expect(outlineAt(50, 60, 99).rank).to.equal(fruit.ranks - 1);
    expect(outlineAt(50, 60, -99).rank).to.equal(0);
  });

  it('is left out with all that lies in it, and nothing else', () => {
    const all = makeMap();
    const dish = outlineAt(30, 60, 0);
    const without = makeMap([{ id: '1', does: 'thing', way: 'out', outline: dish.points }]);
    const gone = without.lines.filter((line) => line.leftOut === 'hand');
    expect(gone).to.have.length(2);
    expect(tracedMm(all) - tracedMm(without)).to.be.closeTo(2 * Math.PI * (32 + 12), 6);
  });

  it('is drawn whole where the map has no line for it', () => {
    const bar = outlineAt(120, 60, 0);
    const bare = makeMap([], { detail: 0 });
    expect(tracedMm(bare)).to.be.lessThan(tracedMm(makeMap()));
    const whole = makeMap([{ id: '1', does: 'thing', way: 'whole', outline: bar.points }], { detail: 0 });
    const added = tracedMm(whole) - tracedMm(bare);
    const missing = bare.lines.every((line) => !isTraced(line) || line.points.every(([x]) => x < 100));
    expect(added).to.be.closeTo(missing ? 2 * (16 + 80) : 0, 8);
    expect(whole.unplaced).to.equal(undefined);
  });

  it('that nothing is left of is listed with the reason', () => {
    const nowhere: Correction = {
      id: '1',
      does: 'thing',
      way: 'out',
      outline: [
        [0.01, 0.01],
        [0.03, 0.01],
        [0.02, 0.03],
      ],
    };
    expect(makeMap([nowhere]).unplaced).to.have.length(1);
  });
});

describe('more here and less here', () => {
  const over = (kind: 'focal' | 'quiet'): Correction => ({
    id: '1',
    does: 'brush',
    kind,
    path: [[50 / 150, 0.5]],
    radiusMm: 40,
  });

  it('draws what is finer than the detail in a focal area only', () => {
    const plain = makeMap([], { detail: 0.1 });
    const more = makeMap([over('focal')], { detail: 0.1, focus: 1 });
    expect(tracedMm(more)).to.be.at.least(tracedMm(plain));
    for (const line of more.lines.filter(isTraced)) {
      if ((line.from ?? 0) > 0.1) expect(line.points.every(([x]) => x < 100)).to.equal(true);
    }
  });

  it('leaves out in a quiet area what elsewhere is drawn', () => {
    const less = makeMap([over('quiet')], { detail: 0.5 });
    const kept = less.lines.filter((line) => isTraced(line));
    expect(kept.every((line) => (line.from ?? 0) <= 0.25 || line.points.some(([x]) => x > 90))).to.equal(
      true,
    );
  });
});

describe('the detail of a map', () => {
  it('only adds lines as it grows, and says from which on each is drawn', () => {
    let before = -1;
    for (const detail of [0, 0.25, 0.5, 0.75, 1]) {
      const map = makeMap([], { detail });
      const mm = tracedMm(map);
      expect(mm).to.be.at.least(before - 1);
      before = mm;
      for (const line of map.lines)
        if (line.from !== undefined) expect(line.from).to.be.at.most(detail + 1e-9);
    }
  });

  it('is what the lengths of contours by detail tell', () => {
    makeMap();
    const lengths = maker.things.contourLengths(10)!;
    expect(lengths).to.have.length(11);
    lengths.forEach((mm, i) => expect(mm).to.be.at.least(lengths[i - 1] ?? 0));
    expect(lengths[5]).to.be.closeTo(tracedMm(makeMap()), 0.12 * lengths[5]);
  });
});
