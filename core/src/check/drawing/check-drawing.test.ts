import { expect } from 'chai';
import { drawnByHand, trueHand } from '../../camera/index.js';
import type { MapDocument, MapLine } from '../../documents/index.js';
import { guideLines } from '../../fit/index.js';
import { quadBy } from '../../geometry/index.js';
import type { Picture } from '../../raster/index.js';
import { pyramid } from '../../reference/index.js';
import {
  croppedBy,
  drawingScene,
  judgeCheck,
  lineOf,
  mapWith,
  photographOf,
  photographPxPerMm as pxPerMm,
  type Rendering,
  renderDrawing,
  sketchMap,
} from '../../testing/index.js';
import { checkDrawing, DrawingNotFound } from './index.js';

const turnedRound = ({ width, height, data }: Picture): Picture => {
  const turned = new Uint8ClampedArray(data.length);
  for (let i = 0; i < width * height; i++)
    for (let k = 0; k < 4; k++) turned[4 * (width * height - 1 - i) + k] = data[4 * i + k];
  return { width, height, channels: 4, data: turned };
};

/** Turned by a quarter, its top to the right. */
function turnedAside({ width, height, data }: Picture): Picture {
  const turned = new Uint8ClampedArray(data.length);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++)
      turned.set(
        data.subarray(4 * (y * width + x), 4 * (y * width + x) + 4),
        4 * (x * height + height - 1 - y),
      );
  return { width: height, height: width, channels: 4, data: turned };
}

/** Two pictures side by side. */
function beside(a: Picture, b: Picture): Picture {
  const [width, height] = [a.width + b.width, Math.max(a.height, b.height)];
  const data = new Uint8ClampedArray(4 * width * height).fill(110);
  for (const [picture, left] of [
    [a, 0],
    [b, a.width],
  ] as const)
    for (let y = 0; y < picture.height; y++)
      data.set(
        picture.data.subarray(4 * y * picture.width, 4 * (y + 1) * picture.width),
        4 * (y * width + left),
      );
  return { width, height, channels: 4, data };
}

/** Small leaves all over a sheet, each with its midrib, a millimetre and less from its rim. */
function leaves(): MapDocument {
  const lines = Array.from({ length: 108 }, (_, n): MapLine[] => {
    const turnRad = 0.5 * ((5 * Math.floor(n / 12) + 7 * (n % 12)) % 6);
    const [cx, cy] = [23 + 23 * (n % 12), 23 + 24 * Math.floor(n / 12)];
    const side = (halfWidthMm: number) =>
      Array.from({ length: 13 }, (_, k): [number, number] => {
        const along = (8 * k) / 12 - 4;
        const across = halfWidthMm * Math.sin((Math.PI * k) / 12);
        return [
          cx + along * Math.cos(turnRad) - across * Math.sin(turnRad),
          cy + along * Math.sin(turnRad) + across * Math.cos(turnRad),
        ];
      });
    const rim = [...side(1.3), ...side(-1.3).slice(1, -1).reverse()];
    return [lineOf(rim, { id: `rim${n}`, closed: true }), lineOf(side(0), { id: `rib${n}` })];
  });
  return mapWith(300, 240, lines.flat());
}

const check = (picture: Picture, map: MapDocument, options = {}) =>
  checkDrawing(pyramid(picture), map, options);

describe('a drawing on a photograph', () => {
  const map = sketchMap(drawingScene(1));

  it('is held against its map: what moved and by how much, what is missing, what is more', () => {
    const faults = {
      placement: { dx: 3, dy: -2, angleDeg: 0.8, scale: 1.01 },
      parts: 1,
      moved: 3,
      missing: 2,
      extra: 2,
      restated: 0.2,
      smudges: 1,
    };
    const { picture, truth, lens } = photographOf(map, faults, 4);
    const { report } = check(picture, map);
    expect(report.paper.found).to.equal('auto');
    const corners = [lens(0, 0), lens(300, 0), lens(300, 240), lens(0, 240)];
    report.paper.corners.forEach(([x, y], k) => {
      expect(Math.hypot(x - corners[k][0], y - corners[k][1])).to.be.below(0.25 * pxPerMm);
    });
    const { placement } = report;
    expect(Math.hypot(placement.dx - 3, placement.dy + 2)).to.be.below(0.2);
    expect(placement.angleDeg).to.be.closeTo(0.8, 0.1);
    expect(placement.scale).to.be.closeTo(1.01, 0.002);
    const judged = judgeCheck(truth, report);
    expect(judged.says).to.deep.equal([]);
    expect(judged.parts.found).to.equal(1);
    expect(judged.scaleErrors[0]).to.be.below(0.01);
    expect(judged.turnErrorsDeg[0]).to.be.below(0.5);
    const errors = [...judged.offErrors].sort((a, b) => a - b);
    expect(errors[errors.length >> 1]).to.be.below(0.15);
    expect(report.summary).to.include({ missing: 2, extra: 2 });
  });

  it('is told the right way up when the photograph is upside down', () => {
    const { picture, truth } = photographOf(map, { moved: 2 }, 5);
    const judged = judgeCheck(truth, check(turnedRound(picture), map).report);
    expect(judged.says).to.deep.equal([]);
    expect(judged.moved.found).to.equal(2);
  });

  it('is found faint, and light on dark', () => {
    for (const look of [
      { contrast: 12 },
      { tool: 'chalk', paper: 22, contrast: -45, table: 60 },
    ] as const satisfies Partial<Rendering>[]) {
      const { picture, truth } = photographOf(map, { moved: 2, missing: 1 }, 8, look);
      const judged = judgeCheck(truth, check(picture, map).report);
      expect(judged.moved.found, JSON.stringify(look)).to.equal(2);
      expect(judged.missing.found).to.equal(1);
      expect(judged.trueLines.wrong).to.equal(0);
    }
  });

  it('with nothing wrong has no findings', () => {
    const { picture } = photographOf(map, { restated: 0.3, smudges: 2 }, 3);
    const { report } = check(picture, map);
    expect(report.parts).to.deep.equal([]);
    expect(report.summary).to.include({ moved: 0, missing: 0, extra: 0 });
    expect(report.summary.meanOff).to.be.below(0.25);
  });

  it('with lines so near that their ink runs together is not blamed for it', () => {
    const dense = leaves();
    for (const tool of ['pencil', 'ball-point'] as const)
      for (const seed of [7, 9]) {
        const { picture } = photographOf(dense, {}, seed, { tool });
        const { summary } = check(picture, dense).report;
        expect(summary, `${tool} ${seed}`).to.include({ moved: 0, missing: 0, extra: 0 });
      }
  });

  it('is told without the grid it was drawn over', () => {
    const { picture, truth } = photographOf(map, { moved: 2, missing: 1, extra: 1, gridMm: 40 }, 7);
    const judged = judgeCheck(truth, check(picture, map).report);
    expect(judged.says).to.deep.equal([]);
    expect(judged).to.deep.include({
      moved: { made: 2, found: 2 },
      missing: { made: 1, found: 1, wrong: 0 },
      extra: { made: 1, found: 1, read: 1, wrong: 0 },
    });
    // So faint that its lines are seen in pieces only.
    const faint = photographOf(map, { extra: 2, gridMm: 50 }, 4, { contrast: 12 });
    const { extra } = judgeCheck(faint.truth, check(faint.picture, map).report);
    expect(extra).to.include({ made: 2, found: 2 });
    expect(extra.wrong).to.be.at.most(3);
  });

  it('is told without its diagonals and the marks of its frame, where they are known', () => {
    const frame = { x: 20, y: 15, width: 260, height: 210 };
    const marks: [number, number][][] = [
      [20, 15, 1, 1],
      [280, 15, -1, 1],
      [20, 225, 1, -1],
    ].map(([x, y, right, down]) => [
      [x + 8 * right, y],
      [x, y],
      [x, y + 8 * down],
    ]);
    const [first] = map.lines;
    const drawnWith = {
      ...map,
      frame,
      lines: [
        ...map.lines,
        ...marks.map((points, k) => ({ ...first, id: `mark-${k}`, points, closed: false })),
      ],
    };
    const { picture } = photographOf(drawnWith, { diagonals: true }, 7);
    const diagonals = guideLines('diagonals', { x: 0, y: 0, width: 300, height: 240 });
    const told = check(picture, { ...map, frame }, { construction: diagonals }).report;
    expect(told.summary).to.include({ moved: 0, missing: 0, extra: 0 });
    // Nobody knowing of them, they are drawn besides.
    expect(check(picture, map).report.summary.extra).to.be.at.least(3);
  });

  it('lies between corners that are given, and on a scan that shows no table', () => {
    const { picture, truth, lens } = photographOf(map, { moved: 2 }, 6);
    const [a, b, c, d] = [lens(0, 0), lens(300, 0), lens(300, 240), lens(0, 240)];
    const corners = quadBy((k) => ({ x: [a, b, c, d][k][0] + 2, y: [a, b, c, d][k][1] - 2 }));
    const given = check(picture, map, { corners }).report;
    expect(given.paper.found).to.equal('given');
    expect(judgeCheck(truth, given).says).to.deep.equal([]);
    // Set by a hand that is two pixels off, they are placed by the sides beside them.
    given.paper.corners.forEach(([x, y], k) =>
      expect(Math.hypot(x - [a, b, c, d][k][0], y - [a, b, c, d][k][1])).to.be.below(0.5),
    );
    const { drawing, truth: known } = drawnByHand(map, { ...trueHand, moved: 2 }, 6);
    const scan = renderDrawing(drawing, {
      tool: 'pen',
      paper: 94,
      contrast: 60,
      light: 'even',
      taken: 'scanned',
      pxPerMm,
      seed: 6,
    });
    // Where no sides are seen, corners that are given count as they are.
    const ends = [scan.lens(0, 0), scan.lens(300, 0), scan.lens(300, 240), scan.lens(0, 240)];
    const bare = check(scan.picture, map, {
      corners: quadBy((k) => ({ x: ends[k][0], y: ends[k][1] })),
    }).report;
    expect(bare.paper.found).to.equal('given');
    expect(Math.hypot(bare.placement.dx, bare.placement.dy)).to.be.below(0.1);
    const { report } = check(scan.picture, map);
    expect(report.paper.found).to.equal('lines');
    expect(judgeCheck(known, report).moved.found).to.equal(2);
  });

  it('is told by its lines alone where the edges of the sheet are out of view', () => {
    const { picture, truth } = photographOf(map, { moved: 2, missing: 1 }, 9);
    const { report } = check(croppedBy(picture, 0.1), map);
    expect(report.paper.found).to.equal('lines');
    expect(report.placement).to.deep.equal({ dx: 0, dy: 0, angleDeg: 0, scale: 1 });
    const judged = judgeCheck(truth, report);
    expect(judged.moved.found).to.equal(2);
    expect(judged.missing.found).to.equal(1);
    expect(judged.trueLines.wrong).to.equal(0);
  });

  it('is found wherever its lines are: closer than the sheet, turned on a side, as far as the picture shows it', () => {
    const { picture, truth } = photographOf(map, { moved: 3, missing: 1, parts: 1 }, 9);
    const { report, flat } = check(turnedAside(croppedBy(picture, 0.2)), map);
    expect(report.paper.found).to.equal('lines');
    // What the picture does not show is said to be so, and not called missing.
    const beyond = report.lines.filter(({ outOfView }) => outOfView);
    expect(beyond.length).to.be.within(4, 20);
    expect(beyond.every(({ status }) => status === 'unclear')).to.equal(true);
    const judged = judgeCheck(truth, report);
    expect(judged.trueLines.made).to.be.above(10);
    expect(judged.says).to.deep.equal([]);
    const { data, width } = flat();
    expect([...data.subarray(4 * (10 * width + 10), 4 * (10 * width + 10) + 3)]).to.deep.equal([
      200, 200, 200,
    ]);
  });

  it('is found beside another sheet in the same picture, whichever side it lies on', () => {
    const mine = photographOf(map, { moved: 2, missing: 1 }, 9);
    const other = photographOf(sketchMap(drawingScene(4)), {}, 5).picture;
    for (const picture of [beside(mine.picture, other), beside(other, mine.picture)]) {
      const { report } = check(picture, map);
      expect(judgeCheck(mine.truth, report).says).to.deep.equal([]);
    }
  });

  it('is seen square-on in even light', () => {
    const { picture } = photographOf(map, {}, 4);
    const flat = check(picture, map).flat();
    expect(flat.width / flat.height).to.be.closeTo(300 / 240, 0.01);
    // Paper is nearly white in all corners, though light falls off to one side.
    const greyAt = (x: number, y: number) =>
      flat.data[4 * (Math.round(y * flat.height) * flat.width + Math.round(x * flat.width))];
    for (const [x, y] of [
      [0.03, 0.03],
      [0.97, 0.03],
      [0.97, 0.97],
      [0.03, 0.97],
    ] as const)
      expect(greyAt(x, y)).to.be.within(215, 255);
  });

  it('is refused in words when it is another, when there is none, and when the map has no lines', () => {
    const other = photographOf(sketchMap(drawingScene(4)), {}, 2).picture;
    const grain = photographOf({ ...map, lines: map.lines.slice(0, 1) }, {}, 2).picture;
    const black: Picture = {
      width: 900,
      height: 700,
      channels: 4,
      data: new Uint8ClampedArray(4 * 900 * 700),
    };
    for (const picture of [other, grain, black])
      expect(() => check(picture, map)).to.throw(DrawingNotFound, /from above, with the whole sheet in view/);
    expect(() => check(grain, { ...map, lines: [] })).to.throw(DrawingNotFound, /no lines/);
  });
});
