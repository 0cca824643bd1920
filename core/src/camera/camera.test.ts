import { expect } from 'chai';
import { drawingScene, sketchMap } from '../testing/index.js';
import {
  drawnByHand,
  renderDrawing,
  straightsThrough,
  trueHand,
  type KnownDrawing,
  type Rendering,
} from './index.js';

const map = sketchMap(drawingScene(3));

describe('a hand that draws a map', () => {
  it('without a fault draws every line where it belongs', () => {
    const { drawing, truth } = drawnByHand(map, trueHand, 1);
    expect(drawing).to.include({ widthMm: 300, heightMm: 240 });
    expect(drawing.strokes).to.have.length(map.lines.length);
    expect(truth.lines.every(({ status, worst }) => status === 'true' && worst === 0)).to.equal(true);
    const [x, y] = map.lines[0].points[0];
    expect([...drawing.strokes[0].points.slice(0, 2)]).to.deep.equal([x, y]);
  });

  it('makes the faults asked for, says which, and does the same again', () => {
    const faults = {
      ...trueHand,
      wobbleMm: 0.15,
      parts: 1,
      moved: 3,
      missing: 2,
      extra: 2,
      restated: 0.5,
      smudges: 2,
    };
    const { drawing, truth } = drawnByHand(map, faults, 7);
    const of = (wanted: string) => truth.lines.filter(({ status }) => status === wanted);
    expect(of('missing')).to.have.length(2);
    expect(truth.extra).to.have.length(2);
    expect(truth.parts).to.have.length(1);
    const [part] = truth.parts;
    expect(of('moved').length).to.be.at.least(3);
    for (const { off, worst } of of('moved')) expect(off).to.be.within(1.5, worst);
    for (const { worst } of of('true')) expect(worst).to.be.at.most(0.6);
    expect(part.scale).to.be.within(0.93, 1.07);
    expect(drawing.strokes.length).to.be.above(map.lines.length);
    expect(drawnByHand(map, faults, 7)).to.deep.equal({ drawing, truth });
    expect(drawnByHand(map, faults, 8).truth).to.not.deep.equal(truth);
  });

  it('puts the whole elsewhere, turned and sized about the middle', () => {
    const placement = { dx: 4, dy: -3, angleDeg: 0, scale: 1.1 };
    const { drawing, truth } = drawnByHand(map, { ...trueHand, placement }, 1);
    const [x, y] = map.lines[0].points[0];
    const [px, py] = drawing.strokes[0].points;
    expect(px).to.be.closeTo(150 + 4 + 1.1 * (x - 150), 1e-9);
    expect(py).to.be.closeTo(120 - 3 + 1.1 * (y - 120), 1e-9);
    // Lines are told with that taken out.
    expect(truth.lines.every(({ status }) => status === 'true')).to.equal(true);
  });

  it('traces only so far, slips and doubles as asked, and says which lines', () => {
    const half = drawnByHand(map, { ...trueHand, drawnSoFar: 0.5 }, 3).truth.lines;
    const missing = half.map(({ status }) => status === 'missing');
    expect(missing.indexOf(true)).to.equal(Math.round(0.5 * half.length));
    expect(missing.lastIndexOf(false)).to.equal(missing.indexOf(true) - 1);

    const slip = { dx: 2, dy: -1, angleDeg: 0, from: 0.75 };
    const slipped = drawnByHand(map, { ...trueHand, slip }, 3).truth.lines;
    slipped.forEach(({ dx, dy, status }, i) => {
      const isLater = i >= Math.round(0.75 * slipped.length);
      expect(status).to.equal(isLater ? 'moved' : 'true');
      expect(dx).to.be.closeTo(isLater ? 2 : 0, 1e-9);
      expect(dy).to.be.closeTo(isLater ? -1 : 0, 1e-9);
    });

    const doubled = { dx: 1.5, dy: 1, angleDeg: 0, share: 0.4 };
    const twice = drawnByHand(map, { ...trueHand, doubled }, 3);
    expect(twice.truth.doubled.length).to.be.within(1, map.lines.length - 1);
    expect(twice.drawing.strokes).to.have.length(map.lines.length + twice.truth.doubled.length);
  });

  it('draws over a grid fainter and thinner than its lines, every so many mm', () => {
    const plain = drawnByHand(map, trueHand, 4).drawing.strokes;
    const { drawing, truth } = drawnByHand(map, { ...trueHand, gridMm: 50 }, 4);
    const grid = drawing.strokes.slice(plain.length);
    // 300 × 240 mm: five plumb and four level lines within it.
    expect(grid).to.have.length(5 + 4);
    expect(truth.lines.every(({ status }) => status === 'true')).to.equal(true);
    expect(truth.extra).to.deep.equal([]);
    grid.forEach(({ points, darkness }, k) => {
      expect(darkness).to.be.lessThan(0.61);
      const axis = k < 5 ? 0 : 1;
      const wanted = 50 * (k < 5 ? k + 1 : k - 4);
      for (let i = axis; i < points.length; i += 2) expect(points[i]).to.be.closeTo(wanted, 0.5);
    });
    const [down, up] = drawnByHand(map, { ...trueHand, diagonals: true }, 4).drawing.strokes.slice(
      plain.length,
    );
    for (let i = 0; i < down.points.length; i += 2) {
      expect(down.points[i + 1]).to.be.closeTo(0.8 * down.points[i], 0.5);
      expect(up.points[i + 1]).to.be.closeTo(240 - 0.8 * up.points[i], 0.5);
    }
  });
});

describe('a picture of a drawing', () => {
  const cross: KnownDrawing = {
    name: 'cross',
    widthMm: 60,
    heightMm: 48,
    strokes: [
      [
        [10, 24],
        [50, 24],
      ],
      [
        [30, 8],
        [30, 40],
      ],
    ].map((places) => ({
      points: straightsThrough(places.map(([x = 0, y = 0]) => [x, y] as const)),
      closed: false,
      darkness: 1,
      width: 1,
      part: 'drawing',
    })),
  };
  const plain: Rendering = {
    tool: 'pen',
    paper: 92,
    contrast: 60,
    light: 'even',
    taken: 'photographed',
    pxPerMm: 6,
    seed: 11,
  };
  const shot = (change: Partial<Rendering>) => renderDrawing(cross, { ...plain, ...change });
  const greyAt = ({ picture: { width, data } }: ReturnType<typeof shot>, x: number, y: number) =>
    data[4 * (Math.round(y) * width + Math.round(x))] ?? 0;
  /** Mean grey of a part of the picture, by shares of its sides. */
  const meanOf = ({ picture: { width, height, data } }: ReturnType<typeof shot>, u: number, v: number) => {
    let sum = 0;
    for (let dy = -4; dy <= 4; dy++)
      for (let dx = -4; dx <= 4; dx++)
        sum += data[4 * (Math.round(v * height + dy) * width + Math.round(u * width + dx))] ?? 0;
    return sum / 81;
  };

  for (const taken of ['scanned', 'photographed'] as const)
    it(`${taken} has its ink where it says a place came to lie`, () => {
      const picture = shot({ taken });
      for (const [x, y] of [
        [20, 24],
        [45, 24],
        [30, 14],
        [30, 34],
      ] as const) {
        const [px, py] = picture.lens(x, y);
        expect(greyAt(picture, px - 0.5, py - 0.5), `${x}, ${y}`).to.be.lessThan(150);
      }
      const [px, py] = picture.lens(45, 12);
      expect(greyAt(picture, px, py)).to.be.greaterThan(200);
    });

  it('is lit as asked, shaded by a hand and mirrors a lamp', () => {
    const even = shot({});
    expect(Math.abs(meanOf(even, 0.1, 0.5) - meanOf(even, 0.9, 0.2))).to.be.lessThan(8);
    const side = shot({ light: 'side' });
    expect(meanOf(side, 0.95, 0.2)).to.be.lessThan(meanOf(side, 0.05, 0.2) - 40);
    const dark = shot({ faults: { exposure: 0.5 } });
    expect(meanOf(dark, 0.1, 0.2)).to.be.lessThan(meanOf(even, 0.1, 0.2) - 60);
    const shaded = shot({ faults: { shadow: 0.6 } });
    expect(meanOf(shaded, 0.95, 0.95)).to.be.lessThan(meanOf(even, 0.95, 0.95) - 60);
    expect(Math.abs(meanOf(shaded, 0.05, 0.05) - meanOf(even, 0.05, 0.05))).to.be.lessThan(8);
    const glaring = shot({ contrast: 60, paper: 50, faults: { glare: 1 } });
    expect(meanOf(glaring, 0.36, 0.42)).to.be.greaterThan(meanOf(glaring, 0.9, 0.9) + 60);
  });

  it('is softer out of focus, and the same again from the same seed', () => {
    const steepest = ({ picture: { width, height, data } }: ReturnType<typeof shot>) => {
      let most = 0;
      const row = Math.round(0.28 * height) * width;
      for (let x = 3; x < width; x++)
        most = Math.max(most, Math.abs((data[4 * (row + x)] ?? 0) - (data[4 * (row + x - 3)] ?? 0)));
      return most;
    };
    expect(steepest(shot({ faults: { blurMm: 0.8 } }))).to.be.lessThan(0.6 * steepest(shot({})));
    expect(shot({}).picture.data).to.deep.equal(shot({}).picture.data);
    expect(shot({ seed: 12 }).picture.data).to.not.deep.equal(shot({}).picture.data);
  });
});
