import { expect } from 'chai';
import fc from 'fast-check';
import { ontoQuad, transformed, type Quad } from '../../../geometry/index.js';
import { pyramid } from '../../../reference/index.js';
import { drawingScene, photographOf, sketchMap } from '../../../testing/index.js';
import { checkDrawing } from '../check-drawing.js';
import type { KnownPoint } from './known-point.js';
import { cornersByPoints } from './place-by-points.js';

const size = { widthMm: 300, heightMm: 240 };
const places = [
  { x: 30, y: 40 },
  { x: 270, y: 60 },
  { x: 250, y: 210 },
  { x: 50, y: 200 },
];

describe('corners from points that are known', () => {
  it('are exact: by two where it is turned and sized, by four whatever the perspective', () => {
    const anywhere = fc.double({ min: -200, max: 200, noNaN: true });
    fc.assert(
      fc.property(fc.array(anywhere, { minLength: 8, maxLength: 8 }), (by) => {
        const seen: Quad = [
          { x: 500 + by[0], y: 400 + by[1] },
          { x: 3500 + by[2], y: 450 + by[3] },
          { x: 3400 + by[4], y: 2700 + by[5] },
          { x: 600 + by[6], y: 2600 + by[7] },
        ];
        const h = ontoQuad(seen);
        const points = places.map((onMap): KnownPoint => ({
          onMap,
          inPicture: transformed(h, onMap.x / size.widthMm, onMap.y / size.heightMm),
        }));
        const corners = cornersByPoints(points, size);
        corners?.forEach(({ x, y }, k) => {
          expect(x).to.be.closeTo(seen[k]?.x ?? NaN, 1e-3);
          expect(y).to.be.closeTo(seen[k]?.y ?? NaN, 1e-3);
        });
        expect(corners).not.to.equal(null);
      }),
    );
    const turned = ({ x, y }: { x: number; y: number }) => ({
      x: 900 + 8 * x - 3 * y,
      y: 100 + 3 * x + 8 * y,
    });
    for (const count of [2, 3]) {
      const points = places.slice(0, count).map((onMap): KnownPoint => ({ onMap, inPicture: turned(onMap) }));
      const corners = cornersByPoints(points, size);
      expect(corners?.[2].x).to.be.closeTo(turned({ x: 300, y: 240 }).x, 1e-6);
      expect(corners?.[2].y).to.be.closeTo(turned({ x: 300, y: 240 }).y, 1e-6);
    }
  });

  it('are none where points lie together, in one line, or are too few', () => {
    const at = (x: number, y: number): KnownPoint => ({
      onMap: { x, y },
      inPicture: { x: 10 * x, y: 10 * y },
    });
    expect(cornersByPoints([at(10, 10)], size)).to.equal(null);
    expect(cornersByPoints([at(10, 10), at(12, 11)], size)).to.equal(null);
    expect(cornersByPoints([at(10, 10), at(100, 100), at(200, 200)], size)).to.equal(null);
    // The same spot of the photograph for two places of the map.
    const folded = [at(10, 10), { ...at(200, 20), inPicture: { x: 100, y: 100 } }];
    expect(cornersByPoints(folded, size)).to.equal(null);
  });

  it('bring a photograph without the edges of its sheet onto the map, though they were picked by eye', () => {
    const map = sketchMap(drawingScene(1));
    const faults = { moved: 2, missing: 1 };
    // The sheet is as light as the table.
    const { picture, truth, lens } = photographOf(map, faults, 21, { table: 91, filled: 0.7 });
    const { width, height } = map.surface;
    const picked = [
      [0.2, 0.25, 9, -7],
      [0.8, 0.3, -8, 6],
      [0.7, 0.8, 5, 9],
    ].map(([u = 0, v = 0, dx = 0, dy = 0]): KnownPoint => {
      const [x, y] = lens(u * width, v * height);
      return { onMap: { x: u * width, y: v * height }, inPicture: { x: x + dx, y: y + dy } };
    });
    const corners = cornersByPoints(picked, { widthMm: width, heightMm: height });
    const { report } = checkDrawing(pyramid(picture), map, { corners, byPoints: true });
    expect(report.paper.found).to.equal('lines');
    const wrong = truth.lines.filter(({ id, status }) => {
      const told = report.lines.find((line) => line.id === id)?.status;
      return (status === 'true' && told === 'moved') || (status === 'moved' && told === 'true');
    });
    expect(wrong).to.deep.equal([]);
    expect(report.summary.missing).to.equal(1);
  });
});
